import { liftAtC, POUR_BETWEEN_C } from './bathRules'
import {
  DROPS_G_PER_S,
  fastestUptakeGPerS,
  recommendedPourGPerS,
  stepPour,
  type PourState,
} from './butterPour'
import { paceRateGPerS } from './pourPace'
import { phasesOf } from '../../mixture/phases'
import {
  addToYolkBath,
  type ButterPortion,
  GRAINY_FROM,
  startYolkBath,
  stepYolkBath,
  WATER_PARTS,
  yolkStage,
  YOLK_STAGES,
  type BathHeat,
  type YolkBathControl,
  type YolkBathSetup,
  type YolkBathState,
  type YolkStage,
} from './yolkBath'
import type { Cue } from '../../facts/kinds/vocabulary'
import type { EmulsionPlan } from '../../batch/batchPlan'
import { pourSetting } from './planEmulsion'
import type { TempPoint } from '../../safety/lethality'
import type { BatchState, StageFact } from '../../batch/batchState'

/** Step of a replay, s; the steel wall allows one second. */
export const REPLAY_STEP_S = 1
const STEP_MS = REPLAY_STEP_S * 1000
const PROBE_FRESH_MS = 6000
const SPOT_FRESH_MS = 30_000
const WATER_ARRIVES_C = 20
const BUTTER_BY_HAND_C = 55
const SEEN: Partial<Record<Cue, number>> = { trails: 0.06, ribbon: 0.12, grainy: GRAINY_FROM } // what a stage that was seen says of the cooked share

/** A bowl as it is followed: the physics, the butter that is in, and where its temperature was last read. */
export interface Replay {
  bowl: YolkBathState
  pour: PourState
  control: YolkBathControl
  bath: BathHeat
  isOff: boolean
  /** The water touches the bowl. */
  isTouching: boolean
  butterInG: number
  aqueousG: number
  pouring: { readonly gPerS: number; readonly tempC: number } | undefined
  /** What a pour under way has put in, following the guide. */
  stretchG: number
  readAtMs: number | undefined
  from: 'probe' | 'spot' | 'simulated'
  liftDueAtMs: number | undefined
}

/** What a replay stands on and does not change. */
export interface ReplayFrame {
  readonly setup: YolkBathSetup
  readonly plan: EmulsionPlan
  readonly isButter: (ingredientId: string) => boolean
  readonly butterGoalG: number
}

const reaches = (stage: YolkStage, wanted: YolkStage) =>
  YOLK_STAGES.indexOf(stage) >= YOLK_STAGES.indexOf(wanted)

/** Whether the yolk stands in a ribbon. */
export const isRibbon = (setup: YolkBathSetup, bowl: YolkBathState, control: YolkBathControl): boolean =>
  reaches(yolkStage(setup, bowl, control).stage, 'ribbon')

/** The yolk stands in a ribbon, or the bowl would carry it into the grain. */
export function isLiftDue(
  { setup, plan: { method } }: Pick<ReplayFrame, 'setup' | 'plan'>,
  bowl: YolkBathState,
  control: YolkBathControl,
): boolean {
  // with butter in it, over a bath: a ribbon stands long since, and only its warmth counts
  if (bowl.fatG > 0) return bowl.tempC >= POUR_BETWEEN_C.high
  return isRibbon(setup, bowl, control) || bowl.tempC >= liftAtC(setup.bowl, method)
}

function readTemp(r: Replay, tempC: number, atMs: number, from: 'probe' | 'spot'): void {
  r.bowl = { ...r.bowl, tempC, wallC: Math.max(r.bowl.wallC, tempC - 5) }
  r.readAtMs = atMs
  r.from = from
}

/** Butter that is whisked in, beyond what a pour's pace has counted. */
function takeButter(r: Replay, { plan: { butter } }: ReplayFrame, massG: number): void {
  r.butterInG += massG
  r.pour = {
    ...r.pour,
    emulsifiedG: Math.max(0, r.pour.emulsifiedG + massG * butter.fatFrac),
    continuousMl: r.pour.continuousMl + massG * butter.waterFrac,
  }
}

const put = (r: Replay, { setup }: ReplayFrame, portion: ButterPortion) => {
  if (portion.massG > 0) r.bowl = addToYolkBath(setup, r.bowl, portion)
}

function applyFact(r: Replay, frame: ReplayFrame, fact: StageFact): void {
  const { butter } = frame.plan
  switch (fact.kind) {
    case 'bath.changed':
      r.bath = fact.payload.bath
      return
    case 'bath.checked': // water that touches the bowl heats it as a boil does, whatever the flame
      r.isTouching = !fact.payload.isClear
      return
    case 'pan.lifted':
      r.isOff = true
      return
    case 'pan.returned':
      r.isOff = false
      return
    case 'cue.seen':
      r.bowl = { ...r.bowl, cookedFrac: Math.max(r.bowl.cookedFrac, SEEN[fact.payload.cue] ?? 0) }
      if (fact.payload.cue === 'split') r.pour = { ...r.pour, isBroken: true }
      return
    case 'sauce.broke':
      r.pour = { ...r.pour, isBroken: true }
      return
    case 'rescue.ended': // brought back, its oil is in it again: it may be poured on
      if (fact.payload.isHeld)
        r.pour = { ...r.pour, isBroken: false, freeG: 0, emulsifiedG: r.pour.emulsifiedG + r.pour.freeG }
      return
    case 'pour.started':
      r.pouring = fact.payload
      r.stretchG = 0
      return
    case 'pour.stopped': // what was really poured outranks the pace
      put(r, frame, {
        massG: fact.payload.massG - r.stretchG,
        parts: butter,
        tempC: fact.payload.tempC,
      })
      takeButter(r, frame, fact.payload.massG - r.stretchG)
      r.pouring = undefined
      r.stretchG = 0
      return
    case 'addition.made':
      if (frame.isButter(fact.payload.ingredientId)) {
        takeButter(r, frame, fact.payload.massG)
        put(r, frame, { massG: fact.payload.massG, parts: butter, tempC: BUTTER_BY_HAND_C })
        return
      }
      r.aqueousG += fact.payload.massG
      r.pour = { ...r.pour, continuousMl: Math.max(1, r.pour.continuousMl + fact.payload.massG) }
      put(r, frame, { massG: fact.payload.massG, parts: WATER_PARTS, tempC: WATER_ARRIVES_C })
      return
    case 'reading.taken':
      if (fact.payload.how === 'temperature') readTemp(r, fact.payload.tempC, fact.atMs, 'spot')
      return
    default:
      return
  }
}

/** The pace that the guide shows: who pours by it pours this. */
export function guideGPerS(
  r: Pick<Replay, 'pour' | 'bowl' | 'butterInG'>,
  plan: EmulsionPlan,
  goalG: number,
): number {
  if (r.pour.isBroken) return DROPS_G_PER_S
  const setting = pourSetting(plan.method.tool, r.bowl.tempC)
  const ofPace = plan.pour && paceRateGPerS(plan.pour, r.butterInG, goalG)
  // a pace of the school's own, but never faster than the bowl takes it as warm as it is
  const mostGPerS = ofPace
    ? Math.min(ofPace, fastestUptakeGPerS(r.pour, setting) / plan.butter.fatFrac)
    : recommendedPourGPerS(r.pour, setting, plan.butter)
  return Math.max(DROPS_G_PER_S, mostGPerS)
}

const bathUnder = ({ isOff, isTouching, bath }: Pick<Replay, 'isOff' | 'isTouching' | 'bath'>): BathHeat => {
  if (isOff) return 'off'
  return isTouching ? 'boil' : bath
}

/** One second of bath, whisk and pour. */
function advance(r: Replay, { setup, plan, butterGoalG }: ReplayFrame, atMs: number): void {
  r.control = { bath: bathUnder(r), whisk: plan.method.whisk }
  r.bowl = stepYolkBath(setup, r.bowl, r.control, REPLAY_STEP_S)
  const gPerS = r.pouring
    ? Math.max(0, Math.min(guideGPerS(r, plan, butterGoalG), (butterGoalG - r.butterInG) / REPLAY_STEP_S))
    : 0 // a jug pours no more than it holds
  if (r.pouring)
    r.bowl = addToYolkBath(setup, r.bowl, {
      massG: gPerS * REPLAY_STEP_S,
      parts: plan.butter,
      tempC: r.pouring.tempC,
    })
  if (gPerS > 0 || r.pour.freeG > 0 || r.pour.isBroken)
    r.pour = stepPour(
      r.pour,
      { setting: pourSetting(plan.method.tool, r.bowl.tempC), butter: plan.butter },
      gPerS,
      REPLAY_STEP_S,
    )
  r.butterInG += gPerS * REPLAY_STEP_S
  r.stretchG += gPerS * REPLAY_STEP_S
  if (r.control.bath === 'off') r.liftDueAtMs = undefined
  else if (isLiftDue({ setup, plan }, r.bowl, r.control)) r.liftDueAtMs ??= atMs
}

/** What a replay is made of. */
export interface ReplayRequest {
  readonly frame: ReplayFrame
  readonly start: {
    readonly aqueousG: number
    readonly roomC: number
    readonly isOff: boolean
    readonly atMs: number
  }
  /** The batch whose stage facts move the bowl. */
  readonly state: BatchState
  /** Good readings of the bound probe in order of time. */
  readonly probe: readonly TempPoint[]
  readonly endMs: number
}

/** Where a replay had got to, whole seconds from its start. */
interface Kept {
  readonly replay: Replay
  readonly atMs: number
  readonly nextFact: number
  readonly nextRead: number
  readonly lastRead: TempPoint | undefined
}
/** A bowl is asked for each second: it goes on from where it was, as long as no fact came in and no reading came late. */
const kept = new WeakMap<BatchState, Kept>()

function begin({ frame: { setup, plan }, start, state, probe }: ReplayRequest): Kept {
  const control: YolkBathControl = { bath: start.isOff ? 'off' : plan.method.bath, whisk: plan.method.whisk }
  const replay: Replay = {
    bowl: startYolkBath(setup, start.aqueousG, start.roomC),
    pour: {
      emulsifiedG: 0,
      freeG: 0,
      continuousMl: phasesOf({ yolkG: setup.yolkG, aqueousG: start.aqueousG, butters: [] }).continuousMl,
      isBroken: false,
    },
    control,
    bath: control.bath,
    isOff: start.isOff,
    isTouching: false,
    butterInG: 0,
    aqueousG: start.aqueousG,
    pouring: undefined,
    stretchG: 0,
    readAtMs: undefined,
    from: 'simulated',
    liftDueAtMs: undefined,
  }
  const from = (all: readonly { readonly atMs: number }[]) => {
    const i = all.findIndex((f) => f.atMs >= start.atMs)
    return i < 0 ? all.length : i
  }
  return {
    replay,
    atMs: start.atMs,
    nextFact: from(state.stageFacts),
    nextRead: from(probe),
    lastRead: undefined,
  }
}

const goesOn = (known: Kept | undefined, { probe, endMs }: ReplayRequest): known is Kept =>
  known !== undefined &&
  known.atMs <= endMs &&
  (known.nextRead === 0 || probe[known.nextRead - 1]?.atMs === known.lastRead?.atMs)

/** Follows a bowl through its facts and readings from the moment it stood over the bath. The same answer whenever it is asked. */
export function replayEmulsion(request: ReplayRequest): Replay {
  const { frame, state, probe, endMs } = request
  const facts = state.stageFacts
  const known = kept.get(state)
  const { replay, atMs: fromMs, ...next } = goesOn(known, request) ? known : begin(request)
  const r: Replay = { ...replay }
  let { nextFact, nextRead } = next
  const takeUpTo = (ms: number) => {
    for (let fact = facts[nextFact]; fact && fact.atMs <= ms; fact = facts[++nextFact])
      applyFact(r, frame, fact)
    for (let p = probe[nextRead]; p && p.atMs <= ms; p = probe[++nextRead])
      readTemp(r, p.tempC, p.atMs, 'probe')
  }
  let atMs = fromMs
  for (; atMs + STEP_MS <= endMs; atMs += STEP_MS) {
    takeUpTo(atMs)
    advance(r, frame, atMs + STEP_MS)
  }
  kept.set(state, { replay: { ...r }, atMs, nextFact, nextRead, lastRead: probe[nextRead - 1] })
  takeUpTo(endMs)
  r.control = { bath: bathUnder(r), whisk: frame.plan.method.whisk }
  if (r.isOff) r.liftDueAtMs = undefined
  const ageMs = r.readAtMs === undefined ? Infinity : endMs - r.readAtMs
  if (ageMs > (r.from === 'probe' ? PROBE_FRESH_MS : SPOT_FRESH_MS)) r.from = 'simulated'
  return r
}
