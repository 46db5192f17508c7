import { Z10 } from '../../solve/normal'
import type { BatchState } from '../../batch/batchState'
import type { FormulaStep } from '../../formula/formula'
import type { Payloads } from '../../facts/kinds/kinds'
import { massG } from '../../mixture/composition'
import { COOK_OUT, cookOutS, SWELLING, viscosityPaS, type StarchAgent } from '../../mixture/viscosity'
import type { Contents } from '../../pan/contents'
import { flourWorthG } from '../../pan/putIn'
import { SPOON_C, spoonPaS, thicknessOf } from '../../pan/thicknessOf'
import { THICKENING_AGENTS, type ThickeningAgent } from './agents'
import {
  SPOON_MODEL_VERSION,
  spoonBeside,
  thicknessBias,
  type SpoonSays,
  type ThicknessBias,
} from './spoonReading'

const SIMMER_C = 95
/** After three time constants a starch has taken up all that it will. */
const FULL_AFTER_TAUS = 3
/** Goods of one tap reach the record within this, ms. */
const TOGETHER_MS = 1500
/** Thinner than any sauce: what the record keeps where there is next to nothing. */
const LEAST_PA_S = 1e-4
/** A pan that was boiled dry is no sauce: its sum stops at this share of the water. */
const DRY_SHARE = 0.05

/** The thickener that went in last: what it is, when it is all swollen, and when no flour is tasted. */
export interface DoseInPan {
  readonly agent: StarchAgent
  readonly massG: number
  readonly inAtMs: number
  readonly fullAtMs: number
  readonly rawGoneAtMs: number
  /** Dry flour without fat or water: it lumps in a hot sauce whatever is done. */
  readonly isDusted: boolean
  /** Flour's worth that is still swelling now, g. */
  readonly waitingG: number
}

/** A sauce by the spoon: as it stands, as it will be when what is in it has swollen, and how far spoons have moved the sum. */
export interface Coat {
  readonly nowPaS: number
  readonly fullPaS: number
  /** Eight in ten. */
  readonly band: { readonly low: number; readonly high: number }
  readonly bias: ThicknessBias
  readonly dose: DoseInPan | undefined
}

interface PutIn {
  readonly ingredientId: string
  readonly massG: number
  readonly atMs: number
}

/** What went into a step: by the bench beyond the formula, and by the formula where it is a thickener's own step. */
function putInto(state: BatchState, step: FormulaStep): PutIn[] {
  const startedAtMs = state.steps[step.id]?.startedAtMs
  const own = (state.plan?.weighOut ?? []).flatMap((line) =>
    line.stepId === step.id && startedAtMs !== undefined && state.weighed[line.itemId] !== undefined
      ? [{ ingredientId: line.ingredientId, massG: state.weighed[line.itemId] ?? 0, atMs: startedAtMs }]
      : [],
  )
  const beyond = state.stageFacts.flatMap((f) =>
    f.kind === 'addition.made' && f.payload.stepId === step.id && f.payload.massG > 0
      ? [{ ingredientId: f.payload.ingredientId, massG: f.payload.massG, atMs: f.atMs }]
      : [],
  )
  return [...own, ...beyond].sort((a, b) => a.atMs - b.atMs)
}

/** Which thickener a good is, by what went in with it: flour with butter is kneaded, with clear butter a roux, alone it was dusted. */
function agentOf(
  put: PutIn,
  all: readonly PutIn[],
): { agent: ThickeningAgent; isDusted: boolean } | undefined {
  const those = THICKENING_AGENTS.filter((a) => a.ingredientId === put.ingredientId)
  const [first] = those
  if (!first) return undefined
  const beside = (id: string | undefined) =>
    all.some((p) => p.ingredientId === id && Math.abs(p.atMs - put.atMs) <= TOGETHER_MS)
  const withFat = those.find((a) => beside(a.fatId))
  const isFatOnly = those.every((a) => a.fatId !== undefined)
  return { agent: withFat ?? first, isDusted: isFatOnly && !withFat && !beside('water') }
}

/** The thickener that went into a step last; none where none did. */
export function doseInPan(state: BatchState, step: FormulaStep, nowMs: number): DoseInPan | undefined {
  const all = putInto(state, step)
  for (const put of all.toReversed()) {
    const found = agentOf(put, all)
    if (!found) continue
    const { agent, swells, cooks } = found.agent
    const good = state.frozen?.ingredients.find((i) => i.id === put.ingredientId)
    const tauS = SWELLING[swells].tauS
    const ageS = Math.max(0, (nowMs - put.atMs) / 1000)
    return {
      agent,
      massG: put.massG,
      inAtMs: put.atMs,
      fullAtMs: put.atMs + FULL_AFTER_TAUS * tauS * 1000,
      rawGoneAtMs: put.atMs + cookOutS(cooks satisfies keyof typeof COOK_OUT, SIMMER_C) * 1000,
      isDusted: found.isDusted,
      waitingG: good ? flourWorthG(good, put.massG, step) * Math.exp(-ageS / tauS) : 0,
    }
  }
  return undefined
}

/** What is in a step's vessel by the spoon: at its end, and now where water is still to go. */
export interface CoatContents {
  readonly end: Contents
  readonly now?: Contents | undefined
}

/**
 * How a sauce coats the spoon now and when it has swollen, with what the spoons of this batch have said.
 * @param contents - everything that went in counted as swollen
 */
export function watchCoat(
  state: BatchState,
  step: FormulaStep,
  { end, now = end }: CoatContents,
  nowMs: number,
): Coat {
  const dose = doseInPan(state, step, nowMs)
  const bias = thicknessBias(state.spoons)
  const by = Math.exp(bias.meanLn)
  const full = spoonPaS(end) * by
  const swollen = now.starchEqG > 0 ? Math.max(0, 1 - (dose?.waitingG ?? 0) / now.starchEqG) : 1
  const nowPaS = spoonPaS(now) > 0 ? viscosityPaS({ ...thicknessOf(now), swollen }, SPOON_C) * by : 0
  const spread = Math.exp(Z10 * bias.sdLn)
  return { nowPaS, fullPaS: full, band: { low: full / spread, high: full * spread }, bias, dose }
}

/** The spoon that was seen last at a step. */
export const lastSpoon = (state: BatchState, stepId: string) =>
  state.spoons.findLast((s) => s.stepId === stepId)

/** What stands at a step's end, and with the water that a reduction has still to lose, or has lost beyond it. @param liquidG - what is in its pan, where it is followed */
export function coatContents(end: Contents, liquidG: number | undefined): CoatContents {
  if (liquidG === undefined) return { end }
  const { water } = end.liquid
  const left = Math.max(DRY_SHARE * water, water + liquidG - massG(end.liquid))
  return { end, now: { ...end, liquid: { ...end.liquid, water: left } } }
}

/** A spoon that was seen: what it said, of what, and when. */
export interface SpoonMoment {
  readonly says: SpoonSays & { readonly filmG?: number | undefined }
  readonly contents: CoatContents
  readonly nowMs: number
}
/** A spoon as it goes on record: what it said, and what the sum said of that moment. */
export function spoonRecord(
  state: BatchState,
  step: FormulaStep,
  { says, contents, nowMs }: SpoonMoment,
): Payloads['spoon.seen'] {
  const { nowPaS, bias } = watchCoat(state, step, contents, nowMs)
  const expectedPaS = Math.max(LEAST_PA_S, nowPaS / Math.exp(bias.meanLn))
  return {
    stepId: step.id,
    ...(says.filmG === undefined ? spoonBeside(says, expectedPaS) : says),
    expectedPaS,
    modelVersion: SPOON_MODEL_VERSION,
  }
}
