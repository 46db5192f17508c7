import { emulsionOf, type BatchPlan } from '../batch/batchPlan'
import type { BatchState } from '../batch/batchState'
import { foldBatch } from '../batch/foldBatch'
import { mergeFacts, type Fact } from '../facts/fact'
import type { Frozen, Planned } from '../facts/kinds/batch'
import type { BatchKind, Payloads } from '../facts/kinds/kinds'
import type { FormulaStep } from '../formula/formula'
import { houseRules } from '../kitchen/kitchen'
import { massG } from '../mixture/composition'
import { actualEnd, actualWalk, beginStage } from '../pan/actualWalk'
import { saltOnPlateFrac } from '../formula/traceFormula'
import { holdLimits } from '../safety/codes'
import type { TechniqueId } from '../techniques/acts'
import { stillIn } from '../techniques/prepare/takeOut'
import { techniqueOf } from '../techniques/registry'
import { weighingReading } from '../techniques/reduce/readings'
import { spoonPaS } from '../pan/thicknessOf'
import { endsOnSpoon } from '../techniques/thicken/endsOnSpoon'
import { gradeOf, spoonOfGrade } from '../techniques/thicken/spoonReading'
import { coatContents, spoonRecord } from '../techniques/thicken/watchCoat'

/** How a made-up cook and pan differ from the plan: 1 and 0 are the plan itself. */
export interface Truth {
  /** How many times the forecast's rate a pan really boils away. */
  readonly paceFactor: number
  /** Share by which a reduction is taken off above its notch. */
  readonly stopsAboveFrac: number
  /** Whether readings are put on record on the way. */
  readonly reads: boolean
  /** How many times its planned minutes every other step takes; 1 where absent. */
  readonly stepFactor?: number
  /** Share of what is foretold that comes through a sieve, weighed; not weighed where absent. */
  readonly sieveFactor?: number
}
/** A batch that goes exactly as it was planned. */
export const AS_PLANNED: Truth = { paceFactor: 1, stopsAboveFrac: 0, reads: false }

/** Puts a fact of the batch on record. */
export type Put = <K extends BatchKind>(kind: K, atMs: number, payload: Payloads[K]) => Fact

/** A batch to be worked through by a made-up cook. */
export interface Rehearsal {
  readonly batchId: string
  readonly planned: Planned
  readonly frozen: Frozen
  readonly startAtMs: number
  readonly truth?: Truth
  readonly put: Put
  /** Step at which the cook stops; all of them where absent. */
  readonly untilStepId?: string
  /** Where it is kept, for a sauce that is. */
  readonly well?: { readonly id: string; readonly letter: string }
}

interface At {
  readonly rehearsal: Rehearsal
  readonly plan: BatchPlan
  readonly truth: Truth
  readonly state: () => BatchState
  readonly step: FormulaStep
  readonly startedAtMs: number
  readonly endsAtMs: number
}
/** What a cook does in a room besides starting and ending the step; answers when it ends and with what mass. */
type Follow = (at: At) => { readonly endsAtMs: number; readonly massG?: number }

const MINUTE_MS = 60_000
const READ_AT = [0.35, 0.7] as const

const reduceStep: Follow = ({ rehearsal: { put }, truth, state, step, startedAtMs }) => {
  const stage = state().steps[step.id]?.stage
  if (!stage) return { endsAtMs: startedAtMs }
  const endG = stage.targetMassG * (1 + truth.stopsAboveFrac)
  const rate = stage.rateGPerMin * truth.paceFactor
  const minutes = stage.warmUpMin + (stage.startMassG - endG) / rate
  const massAt = (share: number) => stage.startMassG - rate * Math.max(0, minutes * share - stage.warmUpMin)
  if (truth.reads)
    for (const share of READ_AT)
      put('reading.taken', startedAtMs + minutes * share * MINUTE_MS, {
        ...weighingReading(stage, Math.round(massAt(share) + stage.tareG + stage.inPan.massG)),
      })
  return { endsAtMs: startedAtMs + minutes * MINUTE_MS, massG: endG }
}

const eggStep: Follow = ({ rehearsal: { put }, plan, step, startedAtMs, endsAtMs }) => {
  const emulsion = emulsionOf(plan)
  if (!emulsion) return { endsAtMs }
  const span = endsAtMs - startedAtMs
  if (step.technique === 'whisk') {
    for (const [cue, share] of [
      ['foamy', 0.3],
      ['trails', 0.7],
      ['ribbon', 1],
    ] as const)
      put('cue.seen', startedAtMs + share * span, { stepId: step.id, cue })
    if (emulsion.pour?.over !== 'over') put('pan.lifted', endsAtMs, { stepId: step.id })
    return { endsAtMs: endsAtMs + 1000 }
  }
  const pour = { stepId: step.id, ingredientId: emulsion.butterIngredientId, tempC: emulsion.method.butterC }
  const massG = Math.round(emulsion.butterG * 10) / 10
  put('pour.started', startedAtMs + 1000, { ...pour, gPerS: Math.round((massG / (span / 1000)) * 10) / 10 })
  put('pour.stopped', endsAtMs - 1000, { ...pour, massG })
  if (emulsion.pour?.over === 'over') put('pan.lifted', endsAtMs - 500, { stepId: step.id })
  return { endsAtMs }
}

const seasonStep: Follow = ({ rehearsal: { put }, plan, state, endsAtMs }) => {
  const massG = Math.round(plan.salt.addG * 10) / 10
  const end = actualEnd(state())
  if (massG > 0 && end) {
    const salted = { ...end, liquid: { ...end.liquid, salt: end.liquid.salt + massG } }
    put('salt.added', endsAtMs - 1000, { massG, saltFrac: saltOnPlateFrac(salted) })
  }
  return { endsAtMs }
}

const holdStep: Follow = ({ rehearsal: { put, frozen, well }, plan, endsAtMs }) => {
  put('hold.started', endsAtMs, {
    wellId: well?.id ?? null,
    letter: well?.letter ?? '',
    limits: holdLimits(houseRules(frozen.settings)),
    portions: plan.yieldPortions,
    onto: null,
  })
  return { endsAtMs }
}

const COOLED_C = 4
/** Read on its way and when it is cold. */
const coolStep: Follow = ({ rehearsal: { put }, step, startedAtMs, endsAtMs }) => {
  if (step.technique === 'cool')
    for (const [share, tempC] of [
      [0.05, 58],
      [0.4, 20],
      [0.98, COOLED_C],
    ] as const)
      put('reading.taken', startedAtMs + share * (endsAtMs - startedAtMs), {
        stepId: step.id,
        how: 'temperature',
        tempC,
      })
  return { endsAtMs }
}

const serveStep: Follow = ({ rehearsal: { put }, plan, endsAtMs }) => {
  const portions = Math.min(plan.portions, plan.yieldPortions) // a batch too small for a whole portion serves none
  if (portions >= 1) put('portion.served', endsAtMs - 1000, { portions, orderId: null })
  return { endsAtMs }
}

const sieveStep: Follow = ({ truth: { sieveFactor }, state, step, endsAtMs }) => {
  const begin = techniqueOf(step).sieves?.(step) && actualWalk(state())?.find((w) => w.step.id === step.id)
  return begin && sieveFactor !== undefined
    ? { endsAtMs, massG: massG(begin.end.liquid) * sieveFactor }
    : { endsAtMs }
}

const FOLLOW: Readonly<Partial<Record<TechniqueId, Follow>>> = {
  prepare: sieveStep,
  reduce: reduceStep,
  eggEmulsion: eggStep,
  season: seasonStep,
  hold: holdStep,
  cool: coolStep,
  serve: serveStep,
}

/** A step that ends by the spoon is ended by one that shows what was computed. */
function seeSpoon({ rehearsal: { put }, state, step }: At, { endsAtMs, massG }: ReturnType<Follow>): void {
  const end = endsOnSpoon(step) ? actualWalk(state())?.find((w) => w.step.id === step.id)?.end : undefined
  const paS = end ? spoonPaS(end) : 0
  if (!end || paS <= 0) return
  const says = spoonOfGrade(gradeOf(paS))
  const contents = coatContents(end, massG)
  put('spoon.seen', endsAtMs, spoonRecord(state(), step, { says, contents, nowMs: endsAtMs }))
}

/**
 * The facts of a batch worked from its lighting to its end, as a made-up cook would make them; as planned, or with another pace.
 * @returns when the last step ended, ms
 */
export function followPlan(rehearsal: Rehearsal): number {
  const { batchId, planned, frozen, startAtMs, put, truth = AS_PLANNED } = rehearsal
  const { plan } = planned
  let facts: Fact[] = []
  const kept: Put = (kind, atMs, payload) => {
    const fact = put(kind, Math.round(atMs), payload)
    facts = mergeFacts(facts, [fact])
    return fact
  }
  const state = () => foldBatch(batchId, facts)
  kept('batch.planned', startAtMs - MINUTE_MS, planned)
  kept('batch.started', startAtMs, { frozen, plan })
  for (const line of plan.weighOut)
    kept('ingredient.weighed', startAtMs, {
      itemId: line.itemId,
      ingredientId: line.ingredientId,
      massG: line.shownG,
    })
  let atMs = startAtMs
  for (const step of frozen.formula.steps) {
    const stage = beginStage(state(), step.id)
    kept('step.started', atMs, { stepId: step.id, ...(stage ? { stage } : {}) })
    if (step.id === rehearsal.untilStepId) return atMs
    const minutes = plan.steps.find((s) => s.stepId === step.id)?.minutes.value ?? 1
    const follow = FOLLOW[techniqueOf(step).id]
    const endsAtMs = atMs + minutes * (truth.stepFactor ?? 1) * MINUTE_MS
    const at: At = {
      rehearsal: { ...rehearsal, put: kept },
      plan,
      truth,
      state,
      step,
      startedAtMs: atMs,
      endsAtMs,
    }
    const end = follow?.(at) ?? { endsAtMs }
    for (const insert of stillIn(frozen.formula, state(), step.id))
      kept('insert.takenOut', end.endsAtMs, insert)
    seeSpoon(at, end)
    if (techniqueOf(step).id === 'hold' && step === frozen.formula.steps.at(-1)) return end.endsAtMs // it stands there until it is served
    kept('step.finished', end.endsAtMs, {
      stepId: step.id,
      ...(end.massG === undefined ? {} : { massG: end.massG }),
    })
    atMs = end.endsAtMs
  }
  const last = frozen.formula.steps.at(-1)
  const room = last && techniqueOf(last).id
  if (room === 'serve') kept('batch.finished', atMs, { result: 'served', reason: '' })
  if (room === 'cool') kept('batch.finished', atMs, { result: 'stored', reason: '' })
  return atMs
}
