import {
  chosenFormula,
  creditOf,
  holdClock,
  liveEmulsion,
  liveEstimate,
  probeHealth,
  readCurve,
  stageClock,
  trustedReadings,
  type BatchState,
  type CreditBand,
  type Formula,
  type FormulaStep,
  type HoldClock,
  type KitchenCatalog,
  type LiveEmulsion,
  type LiveEstimate,
  type Pan,
  type ProbeHealth,
  type Ring,
  type StageClock,
  type StagePlan,
  type TempPoint,
  type Well,
} from '@liquamen/core'

/** Readings of a channel between two instants. */
export type ReadingsOf = (channelId: string, fromMs: number, toMs?: number) => TempPoint[]
/** The probe that is bound to a batch now, what it says, and whether that may be believed. */
export interface ProbeView {
  readonly channelId: string
  readonly name: string
  readonly isSimulated: boolean
  readonly health: ProbeHealth
  readonly tempC: number | undefined
  readonly atMs: number | undefined
}
/** A sauce in its well. */
export interface HoldView {
  readonly well: Well | undefined
  readonly letter: string
  readonly clock: HoldClock
  readonly portionsLeft: number
  readonly tempC: number | undefined
  readonly tempFrom: 'probe' | 'spot' | undefined
  readonly readAtMs: number | undefined
  readonly stirAtMs: number
}

const STIR_EVERY_MS = 10 * 60_000
const NO_READINGS: ReadingsOf = () => []

/** A batch as a screen shows it at a moment: where it is, what is believed of its pan, and its clock. */
export interface BatchView {
  readonly state: BatchState
  readonly formula: Formula
  readonly pan: Pan
  readonly ring: Ring
  /** The step being worked, or the next one. */
  readonly step: FormulaStep | undefined
  readonly stepStartedAtMs: number | undefined
  /** Where the step is a reduction that has started. */
  readonly live:
    | {
        readonly stage: StagePlan
        readonly startedAtMs: number
        readonly estimate: LiveEstimate
        readonly clock: StageClock
        readonly depthMm: number
        readonly volumeMl: number
        readonly sdMm: number
      }
    | undefined
  readonly probe: ProbeView | undefined
  /** Where the sauce is an egg and butter emulsion over its bath or being poured. */
  readonly bowl: LiveEmulsion | undefined
  /** What the probe's log has earned so far. */
  readonly credit: CreditBand
  readonly hold: HoldView | undefined
}

/** The step a batch stands at: the one started, else the first that is not finished. */
export function currentStep(state: BatchState, formula: Formula): FormulaStep | undefined {
  if (state.status === 'finished' || state.status === 'discarded' || state.status === 'merged') return undefined
  return (
    formula.steps.find((step) => step.id === state.currentStepId) ??
    formula.steps.find((step) => state.steps[step.id]?.finishedAtMs === undefined)
  )
}

/** A reduction's estimate now, and its clock as its last fact fixed it, so that every device counts to the same second. */
function liveStage(state: BatchState, stepId: string, nowMs: number): BatchView['live'] {
  const own = state.steps[stepId]
  if (!own?.stage || own.startedAtMs === undefined || own.finishedAtMs !== undefined) return undefined
  const { stage, startedAtMs } = own
  const lastFactMs = state.stageFacts.reduce(
    (last, fact) => ('stepId' in fact.payload && fact.payload.stepId !== stepId ? last : Math.max(last, fact.atMs)),
    startedAtMs,
  )
  const fixed = liveEstimate(stage, state.stageFacts, startedAtMs, lastFactMs)
  const estimate = liveEstimate(stage, state.stageFacts, startedAtMs, Math.max(nowMs, lastFactMs))
  const at = readCurve(stage.curve, 'massG', estimate.massG)
  const lower = readCurve(stage.curve, 'massG', Math.max(0, estimate.massG - estimate.sdMassG))
  return {
    stage,
    startedAtMs,
    estimate,
    clock: stageClock(stage, fixed, lastFactMs),
    depthMm: at.depthMm,
    volumeMl: at.volumeMl,
    sdMm: Math.abs(at.depthMm - lower.depthMm),
  }
}

/** All trusted readings of the probes that stood in the sauce, each for the stretch in which it was bound. */
function sauceReadings(state: BatchState, readingsOf: ReadingsOf): TempPoint[] {
  return state.bindings
    .filter((b) => b.place !== 'scale')
    .flatMap((b) => trustedReadings(readingsOf(b.channelId, b.fromMs, b.toMs), state.hold === undefined))
    .sort((a, b) => a.atMs - b.atMs)
}

function probeOf(state: BatchState, readingsOf: ReadingsOf, nowMs: number): ProbeView | undefined {
  const bound = state.bindings.findLast((b) => b.toMs === undefined && b.place !== 'scale')
  if (!bound) return undefined
  const points = readingsOf(bound.channelId, bound.fromMs)
  const last = points.at(-1)
  return {
    channelId: bound.channelId,
    name: bound.name,
    isSimulated: bound.isSimulated,
    health: probeHealth(points, nowMs, state.hold === undefined && state.bath !== 'off'),
    tempC: last?.tempC,
    atMs: last?.atMs,
  }
}

function holdOf(state: BatchState, catalog: KitchenCatalog, readings: readonly TempPoint[], nowMs: number): HoldView | undefined {
  const { hold } = state
  if (!hold) return undefined
  const fromProbe = readings.at(-1)
  const spot = state.stageFacts.findLast((f) => f.kind === 'reading.taken' && f.payload.how === 'temperature')
  const typed =
    spot?.kind === 'reading.taken' && spot.payload.how === 'temperature' ? { atMs: spot.atMs, tempC: spot.payload.tempC } : undefined
  const read = fromProbe && fromProbe.atMs > (typed?.atMs ?? 0) ? fromProbe : typed
  return {
    well: catalog.wells.find((w) => w.id === hold.wellId),
    letter: hold.letter,
    clock: holdClock(state.clockStartedAtMs ?? hold.startedAtMs, hold.limits, nowMs, hold.goneOn?.atMs),
    portionsLeft: Math.max(0, hold.portions + (hold.onto?.portions ?? 0) - state.servedPortions),
    tempC: read?.tempC,
    tempFrom: read && (read === fromProbe ? 'probe' : 'spot'),
    readAtMs: read?.atMs,
    stirAtMs: hold.stirredAtMs + STIR_EVERY_MS,
  }
}

/** Everything a screen needs of a batch; undefined where its pan, ring or formula is not known here. */
export function viewBatch(
  state: BatchState,
  catalog: KitchenCatalog,
  nowMs: number,
  readingsOf: ReadingsOf = NO_READINGS,
): BatchView | undefined {
  const formula = state.frozen?.formula ?? chosenFormula(catalog.formulas, state.planned?.formulaId, state.planned?.choices)
  const pan = state.frozen?.pan ?? catalog.pans.find((p) => p.id === state.planned?.panId)
  const ring = state.frozen?.ring ?? catalog.rings.find((r) => r.id === state.planned?.ringId)
  if (!formula || !pan || !ring) return undefined
  const step = currentStep(state, formula)
  const stepStartedAtMs = step ? state.steps[step.id]?.startedAtMs : undefined
  const readings = formula.emulsion ? sauceReadings(state, readingsOf) : []
  return {
    state,
    formula,
    pan,
    ring,
    step,
    stepStartedAtMs,
    live: step ? liveStage(state, step.id, nowMs) : undefined,
    probe: probeOf(state, readingsOf, nowMs),
    bowl: formula.emulsion && !state.hold ? liveEmulsion(state, readings, nowMs) : undefined,
    credit: creditOf(state, readings).band,
    hold: holdOf(state, catalog, readings, nowMs),
  }
}
