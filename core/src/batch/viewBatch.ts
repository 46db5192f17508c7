import { chosenFormula } from '../formula/applyChoices'
import type { Formula, FormulaStep } from '../formula/formula'
import { withMove } from '../formula/withMove'
import type { KitchenCatalog, Pan, Ring, Well } from '../kitchen/kitchen'
import { vesselsOf } from '../pan/vesselsOf'
import type { VesselRole } from '../pan/contents'
import { probeHealth, trustedReadings, type ProbeHealth, type ProbeTask } from '../safety/probeHealth'
import type { CreditBand, TempPoint } from '../safety/lethality'
import { creditOf } from '../techniques/eggEmulsion/liveEmulsion'
import { holdDue, liveHold } from '../techniques/hold/watchHold'
import { techniqueOf } from '../techniques/registry'
import type { BesideOf, Forecast, LiveContext, Watch } from '../techniques/technique'
import { watchMinutes } from '../techniques/watchMinutes'
import type { StepPlan } from './batchPlan'
import type { ChannelStamp } from '../facts/kinds/vocabulary'
import type { MassPoint } from '../techniques/reduce/scaleMasses'
import type { BatchState } from './batchState'
import { alarmOf, silencedAt, type Deadline, type Due } from './deadline'
import type { HoldLive, Live } from './live'

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
const NO_READINGS: ReadingsOf = () => []
/** Samples of a scale between two instants. */
export type MassesOf = (channelId: string, fromMs: number, toMs?: number) => MassPoint[]
const NO_MASSES: MassesOf = () => []
/** What the kitchen's probes and scales showed. */
export interface Measured {
  readonly readingsOf: ReadingsOf
  readonly massesOf: MassesOf
}
/** The scale that a batch's pan stands on now, and what it shows. */
export interface ScaleView extends ChannelStamp {
  readonly grossG: number | undefined
  readonly atMs: number | undefined
}

/** A batch as a screen shows it at a moment: where it is, what is believed of its vessel, and what is due. */
export interface BatchView {
  readonly state: BatchState
  readonly formula: Formula
  readonly vessels: Readonly<Partial<Record<VesselRole, Pan>>>
  /** The vessel of the step being worked. */
  readonly pan: Pan
  readonly ring: Ring
  readonly well: Well | undefined
  /** The step being worked, or the next one. */
  readonly step: FormulaStep | undefined
  readonly planned: StepPlan | undefined
  readonly stepStartedAtMs: number | undefined
  /** What is believed of the step that is being worked. */
  readonly live: Live | undefined
  /** What its room foretells of the step's end; undefined where it foretells nothing. */
  readonly forecast: Forecast | undefined
  readonly hold: HoldLive | undefined
  /** Pasteurisation that the probe's log has earned so far; none for a sauce without egg. */
  readonly credit: CreditBand
  readonly probe: ProbeView | undefined
  readonly scale: ScaleView | undefined
  readonly deadlines: readonly Deadline[]
}

const OVER: readonly BatchState['status'][] = [
  'finished',
  'stored',
  'discarded',
  'merged',
  'split',
  'takenOff',
]

/** The step a batch stands at: the one started, else the first that is not finished. */
export function currentStep(state: BatchState, formula: Formula): FormulaStep | undefined {
  if (OVER.includes(state.status)) return undefined
  return (
    formula.steps.find((step) => step.id === state.currentStepId) ??
    formula.steps.find((step) => state.steps[step.id]?.finishedAtMs === undefined)
  )
}

/** What a probe stood in at a moment: a sauce that is worked, one that is held, or one that cools. */
function taskAt(state: BatchState, atMs: number): ProbeTask {
  const cools = state.frozen?.formula.steps.find((s) => s.technique === 'cool')
  const sinceMs = cools && state.steps[cools.id]?.startedAtMs
  if (sinceMs !== undefined && atMs >= sinceMs) return 'cooling'
  return state.hold === undefined ? 'worked' : 'held'
}

/** All trusted readings of the probes that stood in the sauce, each for the stretch in which it was bound. */
export function sauceReadings(state: BatchState, readingsOf: ReadingsOf): TempPoint[] {
  return state.bindings
    .filter((b) => b.place !== 'scale')
    .flatMap((b) => trustedReadings(readingsOf(b.channelId, b.fromMs, b.toMs), (atMs) => taskAt(state, atMs)))
    .sort((a, b) => a.atMs - b.atMs)
}

/** Samples of the scales that its pan stood on, each for the stretch in which it was bound. */
const scaleReadings = (state: BatchState, massesOf: MassesOf): MassPoint[] =>
  state.bindings
    .filter((b) => b.place === 'scale')
    .flatMap((b) => massesOf(b.channelId, b.fromMs, b.toMs))
    .sort((a, b) => a.atMs - b.atMs)

function scaleOf(state: BatchState, samples: readonly MassPoint[]): ScaleView | undefined {
  const bound = state.bindings.findLast((b) => b.toMs === undefined && b.place === 'scale')
  const last = samples.at(-1)
  return (
    bound && {
      channelId: bound.channelId,
      name: bound.name,
      isSimulated: bound.isSimulated,
      grossG: last?.grossG,
      atMs: last?.atMs,
    }
  )
}

function probeOf(state: BatchState, readingsOf: ReadingsOf, nowMs: number): ProbeView | undefined {
  const bound = state.bindings.findLast((b) => b.toMs === undefined && b.place !== 'scale')
  if (!bound) return undefined
  const points = readingsOf(bound.channelId, bound.fromMs)
  const last = points.at(-1)
  const task = taskAt(state, nowMs)
  return {
    channelId: bound.channelId,
    name: bound.name,
    isSimulated: bound.isSimulated,
    health: probeHealth(points, nowMs, task === 'worked' && state.bath === 'off' ? 'held' : task),
    tempC: last?.tempC,
    atMs: last?.atMs,
  }
}

/** The ring of the step that is next or under way: the evening's plan may have another for each. */
function ringNow(state: BatchState, formula: Formula, rings: readonly Ring[]): Ring | undefined {
  const { planned } = state
  const step = planned?.at && currentStep(state, formula)
  const own = planned?.at?.find((a) => a.stepId === step?.id)?.ringId
  return rings.find((r) => r.id === own) ?? rings.find((r) => r.id === planned?.ringId)
}

/** The formula, vessels and ring of a batch: frozen once it was started, the kitchen's own before. */
function thingsOf(state: BatchState, { formulas, pans, rings }: KitchenCatalog) {
  const { frozen, planned } = state
  if (frozen)
    return { ...frozen, ring: ringNow(state, frozen.formula, [frozen.ring, ...rings]) ?? frozen.ring }
  const chosen = chosenFormula(formulas, planned?.formulaId, planned?.choices)
  const formula = chosen && withMove(chosen, planned?.movesAtStepId)
  const ring = formula && ringNow(state, formula, rings)
  const found = Object.entries(planned?.vessels ?? {}).flatMap(([role, id]) => {
    const pan = pans.find((p) => p.id === id)
    return pan ? [[role, pan] as const] : []
  })
  const vessels: BatchView['vessels'] = Object.fromEntries(found)
  return formula && ring ? { formula, ring, vessels } : undefined
}

interface Seen {
  readonly live: Live | undefined
  readonly due: readonly Due[]
  readonly forecast?: Forecast | undefined
}
const NOTHING: Seen = { live: undefined, due: [] }

/** What its room sees of the step that is being worked. */
function lookAt(watch: Watch, context: LiveContext): Seen {
  const live = watch.live(context)
  return live ? { live, due: watch.deadlines(live, context), forecast: watch.forecast?.(live) } : NOTHING
}

const GOES_ON: readonly BatchState['status'][] = ['planned', 'underWay']

/** What goes on beside the step that is worked, by each room that the formula passes. */
const besideOf = (of: BesideOf, nowMs: number) =>
  GOES_ON.includes(of.state.status)
    ? [...new Set(of.formula.steps.map(techniqueOf))].flatMap((room) => room.watch?.beside?.(of, nowMs) ?? [])
    : []

/** Everything a screen needs of a batch; undefined where its vessel, ring or formula is not known here. */
export function viewBatch(
  state: BatchState,
  catalog: KitchenCatalog,
  nowMs: number,
  { readingsOf = NO_READINGS, massesOf = NO_MASSES }: Partial<Measured> = {},
): BatchView | undefined {
  const things = thingsOf(state, catalog)
  if (!things) return undefined
  const { formula, vessels, ring } = things
  const step = currentStep(state, formula)
  const role = (step && vesselsOf(formula).get(step.id)) ?? 'pan'
  const pan = vessels[role] ?? Object.values(vessels)[0]
  if (!pan) return undefined
  const own = step ? state.steps[step.id] : undefined
  const planned = state.plan?.steps.find((s) => s.stepId === step?.id)
  const probe = sauceReadings(state, readingsOf)
  const well = catalog.wells.find((w) => w.id === state.hold?.wellId)
  const hold = liveHold(state, probe, nowMs, { well, pan })
  const isWorked = step && own?.startedAtMs !== undefined && own.finishedAtMs === undefined
  const scale = scaleReadings(state, massesOf)
  const context = isWorked && { state, step, planned, startedAtMs: own.startedAtMs, probe, scale, nowMs }
  const worked: Seen = context ? lookAt(techniqueOf(step).watch ?? watchMinutes, context) : NOTHING
  const seen: Seen = hold ? { live: hold, due: holdDue(hold) } : worked
  const start: Due[] = state.plan ? [{ kind: 'start', code: 'light', atMs: state.plan.latestStartAtMs }] : []
  const waits = step && !context && state.status === 'underWay' && !hold
  const waiting = waits ? (techniqueOf(step).watch?.waiting?.(state, step) ?? []) : []
  const due = state.status === 'planned' ? start : [...seen.due, ...waiting]
  const altitudeM = (state.frozen?.settings ?? catalog.settings).altitudeM
  const beside = besideOf({ state, formula, ring, altitudeM }, nowMs)
  return {
    state,
    formula,
    vessels,
    pan,
    ring,
    well,
    step,
    planned,
    stepStartedAtMs: own?.startedAtMs,
    live: seen.live,
    forecast: seen.forecast,
    hold,
    credit: creditOf(state, probe).band,
    probe: probeOf(state, readingsOf, nowMs),
    scale: scaleOf(state, scale),
    deadlines: step
      ? [...due.map((d) => ({ step, due: d })), ...beside].map(({ step, due }) =>
          named(due, { state, step, sauce: formula.name, ring: ring.number, hold }),
        )
      : [],
  }
}

interface Whose {
  readonly state: BatchState
  readonly step: FormulaStep
  readonly sauce: string
  readonly ring: number
  readonly hold: HoldLive | undefined
}
/** A due moment with whose it is. */
function named(due: Due, { state, step, sauce, ring, hold }: Whose): Deadline {
  return {
    ...due,
    id: `${state.id}:${step.id}:${due.kind}`,
    batchId: state.id,
    stepId: step.id,
    verb: step.verb,
    endsWhen: step.endsWhen,
    sauce,
    ring,
    ...(hold ? { well: hold.letter } : {}),
    isSilenced: silencedAt(state, alarmOf(due.kind), step.id) >= due.atMs,
  }
}

/** How urgent a batch is at a moment. */
export function urgencyOf(
  { deadlines }: Pick<BatchView, 'deadlines'>,
  nowMs: number,
): 'steady' | 'lookSoon' | 'actNow' | 'pastLimit' {
  const due = deadlines.filter((d) => d.atMs <= nowMs && d.kind !== 'start')
  if (due.some((d) => d.kind === 'discard')) return 'pastLimit'
  if (due.some((d) => d.kind === 'actNow')) return 'actNow'
  return due.length ? 'lookSoon' : 'steady'
}
