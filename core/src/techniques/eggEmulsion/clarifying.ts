import { emulsionOf } from '../../batch/batchPlan'
import { spanOfPlan } from '../../batch/takenTimes'
import type { FormulaStep } from '../../formula/formula'
import { ringPower } from '../../kitchen/ringPower'
import type { Beside, BesideOf } from '../technique'
import { clarifyPlan, type ClarifyPlan } from './clarify'

const MINUTE_MS = 60_000
/** A small pan of its own, whichever the sauce stands in. */
const MELTS_IN = { baseMm: 160 }
/** Butterfat from which a butter has no milk left to settle, mass fraction: clarified or anhydrous. */
const CLEAR_FROM = 0.97

/** Butter of a batch on its way to being clear. */
export interface Clarifying extends ClarifyPlan {
  /** The step that it goes into. */
  readonly step: FormulaStep
  readonly stage: 'toDo' | 'melting' | 'settling' | 'clear'
  /** To do: when it must be on the flame to be clear for its pour as planned. */
  readonly beginByMs: number
  /** When it is clear: from now, or from what was told. */
  readonly readyAtMs: number
  /** When its stage is over: melted, settled. */
  readonly endsAtMs: number | undefined
}

/** The clock of a batch's clarified butter; none where its butter is whole, or goes in already. `emulsion:§0` */
export function clarifying(of: BesideOf, nowMs: number): Clarifying | undefined {
  const { state, formula, ring, altitudeM } = of
  const { plan } = state
  const emulsion = plan && emulsionOf(plan)
  if (!plan || !emulsion || emulsion.butter.fatFrac < CLEAR_FROM) return undefined
  const line = plan.weighOut.find((l) => l.ingredientId === emulsion.butterIngredientId)
  const at = plan.steps.findIndex((s) => s.stepId === line?.stepId)
  const step = formula.steps.find((s) => s.id === line?.stepId)
  if (!step || state.steps[step.id]?.startedAtMs !== undefined) return undefined
  const { powerW } = ringPower(ring, 'low', MELTS_IN, altitudeM)
  const clear = clarifyPlan(emulsion.butterG, powerW)
  const meltMs = clear.meltMin * MINUTE_MS
  const settleMs = clear.settleMin.value * MINUTE_MS
  const beforeMin = plan.steps.slice(0, at).reduce((sum, s) => sum + s.minutes.value, 0)
  const common = {
    ...clear,
    step,
    beginByMs: spanOfPlan(plan).fromMs + beforeMin * MINUTE_MS - meltMs - settleMs,
  }
  const told = state.stageFacts.findLast((f) => f.kind === 'butter.clarified')
  if (!told) return { ...common, stage: 'toDo', readyAtMs: nowMs + meltMs + settleMs, endsAtMs: undefined }
  const { atMs, payload } = told
  if (payload.stage === 'pouredOff')
    return { ...common, stage: 'clear', readyAtMs: atMs, endsAtMs: undefined }
  const isMelting = payload.stage === 'onFlame'
  return {
    ...common,
    stage: isMelting ? 'melting' : 'settling',
    readyAtMs: atMs + settleMs + (isMelting ? meltMs : 0),
    endsAtMs: atMs + (isMelting ? meltMs : settleMs),
  }
}

/** Put on in time, off when it is melted, poured off when it is clear; its sauce's other steps go on meanwhile. */
export const clarifyingDue: Beside = (of, nowMs) => {
  const clock = clarifying(of, nowMs)
  if (!clock || clock.stage === 'clear') return []
  const { step, stage, beginByMs, endsAtMs = beginByMs } = clock
  if (stage === 'toDo') return [{ step, due: { kind: 'start', code: 'clarify', atMs: beginByMs } }]
  const code = stage === 'melting' ? 'letSettle' : 'pourOff'
  return [{ step, due: { kind: 'lookSoon', code, atMs: endsAtMs } }]
}
