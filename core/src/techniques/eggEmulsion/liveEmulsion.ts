import {
  DROPS_G_PER_S,
  freeOilFrac,
  recommendedPourGPerS,
  runPour,
  type PourSetting,
  type PourState,
} from './butterPour'
import type { ButterParts } from '../../mixture/butterFat'
import {
  butterPerWaterG,
  butterRoomG,
  phaseBand,
  phaseFraction,
  phasesOf,
  waterNeededG,
  WATER_FIRST_FROM,
  type PhaseBand,
} from '../../mixture/phases'
import { yolkStage, type BathHeat, type YolkBathSetup, type YolkStage } from './yolkBath'
import { emulsionOf, type EmulsionPlan } from '../../batch/batchPlan'
import type { Formula } from '../../formula/formula'
import { actualRequest } from '../../pan/actualWalk'
import { walkFormula } from '../../pan/walkFormula'
import { techniqueOf } from '../registry'
import { bowlParts, pourSetting } from './planEmulsion'
import { pasteurisationCredit, type CreditBand, type TempPoint } from '../../safety/lethality'
import type { BatchState } from '../../batch/batchState'
import { onceFor } from '../../solve/onceFor'
import { lookAhead } from './lookAhead'
import { liftAtC } from './bathRules'
import { paceRateGPerS, type PacePlan } from './pourPace'
import { guideGPerS, replayEmulsion, type Replay } from './replayEmulsion'

const NO_LIMIT_G = 99_999

/** What is believed of a bowl now. */
export interface LiveEmulsion {
  readonly tempC: number
  /** Where the temperature is from; simulated ones are shown with ~ and earn no credit. */
  readonly from: Replay['from']
  readonly readAtMs: number | undefined
  readonly inOneMinuteC: number
  readonly cookedFrac: number
  readonly stage: YolkStage
  readonly isOnBath: boolean
  readonly bath: BathHeat
  /** When to lift: before the ribbon's end or the grain, ahead of what the bowl still gives. In the past where it was due already. */
  readonly liftAtMs: number | undefined
  readonly liftC: number
  readonly ribbonAtMs: number | undefined
  /** Off its bath: when it is to go back on; none where it is not to. */
  readonly backAtMs: number | undefined
  readonly butterInG: number
  readonly butterToComeG: number
  readonly isPouring: boolean
  /** What the pour under way has put in so far. */
  readonly stretchG: number
  readonly phaseFrac: number
  readonly band: PhaseBand
  readonly endPhaseFrac: number
  readonly roomG: number
  readonly waterFirstG: number
  /** Butter that a gram of water buys here. */
  readonly butterPerWater: number
  readonly freeOil: number
  readonly isBroken: boolean
  readonly safePourGPerS: number
  /** What is still to be poured, for `pourLeftS`. */
  readonly toPour: ToPour
  readonly volumeMl: number
  readonly massG: number
}

/** The egg steps of a formula: where the raw yolk is worked first, and where the butter goes in. */
function eggSteps(state: BatchState) {
  const steps = (state.frozen?.formula.steps ?? []).filter((s) => techniqueOf(s).id === 'eggEmulsion')
  return { first: steps[0], pour: steps.length > 1 ? steps[1] : undefined }
}

/** Pasteurisation credit of a batch so far, from its bound probe's readings alone; `sinceMs` is when its raw egg went over the bath. */
export function creditOf(
  state: BatchState,
  probe: readonly TempPoint[],
): { readonly band: CreditBand; readonly log: number } {
  const { first, pour } = eggSteps(state)
  const sinceMs = first && state.steps[first.id]?.startedAtMs
  if (sinceMs === undefined || !state.frozen?.formula.emulsion) return { band: 'none', log: 0 }
  const untilMs = (pour && state.steps[pour.id]?.startedAtMs) ?? Infinity // butter in it: hardly measured, so no credit
  return pasteurisationCredit(
    probe.filter((p) => p.atMs <= untilMs),
    sinceMs,
  )
}

/** What goes into the bowl, as weighed where it was weighed; worked out once for each state, since a bowl is asked for each second. */
const goodsOf = onceFor(goodsIn)
function goodsIn(state: BatchState) {
  const { frozen, plan } = state
  const { first } = eggSteps(state)
  const startedAtMs = first && state.steps[first.id]?.startedAtMs
  const emulsion = plan && emulsionOf(plan)
  const request = actualRequest(state)
  if (!frozen || !emulsion || !request || !first || startedAtMs === undefined) return undefined
  // ladles into the bowl are followed second by second below, so the walk is made without them
  const parts = bowlParts(
    walkFormula({
      ...request,
      additions: request.additions?.filter((a) => !isEggStep(frozen.formula, a.stepId)),
    }),
    request.ingredients,
  )
  if (!parts) return undefined
  const isButter = (id: string) => request.ingredients.get(id)?.emulsionRole === 'butter'
  const pan = frozen.vessels.bowl ?? Object.values(frozen.vessels)[0]
  return {
    frozen,
    plan: emulsion,
    startedAtMs,
    parts,
    isButter,
    pan,
    isOffBath: techniqueOf(first).stands(first) !== 'bath',
  }
}
const isEggStep = ({ steps }: Formula, stepId: string) =>
  steps.some((s) => s.id === stepId && techniqueOf(s).id === 'eggEmulsion')

/**
 * What is believed of an egg sauce at a moment: bath and bowl by the model, corrected by every reading there is, and the butter that is in.
 *
 * @param probe - good readings of the bound probe in order of time
 * @returns undefined for any other sauce, or before its yolks are over the bath
 */
export function liveEmulsion(
  state: BatchState,
  probe: readonly TempPoint[],
  nowMs: number,
): LiveEmulsion | undefined {
  const goods = goodsOf(state)
  if (!goods) return undefined
  const { plan, parts } = goods
  const setup: YolkBathSetup = { bowl: goods.pan?.material ?? 'steel', yolkG: Math.max(1, parts.yolkG) }
  const endMs = Math.min(nowMs, state.hold?.startedAtMs ?? Infinity, state.finishedAtMs ?? Infinity)
  const replay = replayEmulsion({
    frame: { setup, plan, isButter: goods.isButter, butterGoalG: parts.butterG },
    start: {
      aqueousG: parts.aqueousG,
      roomC: goods.frozen.settings.roomTempC,
      isOff: goods.isOffBath,
      atMs: goods.startedAtMs,
    },
    state,
    probe,
    endMs,
  })
  return { ...bowlNow(replay, goods), ...aheadOf(state, { setup, plan }, replay, endMs) }
}

/** What is in the bowl: temperature, stage, butter in and to come, φ now and at the end, free oil, pace. */
function bowlNow(
  replay: Replay,
  { plan, parts }: NonNullable<ReturnType<typeof goodsOf>>,
): Omit<LiveEmulsion, keyof Ahead> {
  const { bowl, pour, pouring, butterInG } = replay
  const evaporatedG = Math.max(0, replay.aqueousG + butterInG * plan.butter.waterFrac - bowl.waterG)
  const phasesWith = (butterG: number, moreWaterG = 0) =>
    phasesOf({
      yolkG: parts.yolkG,
      aqueousG: replay.aqueousG + moreWaterG,
      evaporatedG,
      butters: [{ massG: butterG, parts: plan.butter }],
    })
  const now = phasesWith(butterInG)
  const allButterG = Math.max(parts.butterG, butterInG)
  const toComeG = Math.max(0, parts.butterG - butterInG)
  const setting = pourSetting(plan.method.tool, bowl.tempC)
  return {
    tempC: bowl.tempC,
    from: replay.from,
    readAtMs: replay.readAtMs,
    cookedFrac: bowl.cookedFrac,
    isOnBath: replay.control.bath !== 'off',
    bath: replay.bath,
    butterInG,
    butterToComeG: toComeG,
    isPouring: pouring !== undefined,
    stretchG: replay.stretchG,
    phaseFrac: phaseFraction(now),
    band: phaseBand(phaseFraction(now)),
    endPhaseFrac: phaseFraction(phasesWith(allButterG, parts.lateAqueousG)),
    roomG: Math.max(0, Math.min(NO_LIMIT_G, butterRoomG(now, WATER_FIRST_FROM, plan.butter))),
    waterFirstG: waterNeededG(phasesWith(allButterG), WATER_FIRST_FROM),
    butterPerWater: butterPerWaterG(WATER_FIRST_FROM, plan.butter),
    freeOil: freeOilFrac(pour, bowl.tempC),
    isBroken: pour.isBroken,
    safePourGPerS: pour.isBroken ? 0 : guideGPerS(replay, plan, parts.butterG),
    toPour: { pour, setting, butter: plan.butter, massG: toComeG, pace: plan.pour, goalG: parts.butterG },
    volumeMl: (now.fatMl + now.continuousMl) * (1 + bowl.overrun),
    massG: parts.yolkG + replay.aqueousG + butterInG - evaporatedG,
  }
}

type Ahead = Pick<LiveEmulsion, 'inOneMinuteC' | 'stage' | 'liftAtMs' | 'liftC' | 'ribbonAtMs' | 'backAtMs'>
/** Where the bowl is going if it is left as it is. */
function aheadOf(
  state: BatchState,
  frame: { readonly setup: YolkBathSetup; readonly plan: EmulsionPlan },
  replay: Replay,
  endMs: number,
): Ahead {
  const { setup, plan } = frame
  const ahead = lookAhead(state, frame, replay, endMs)
  const liftC = liftAtC(setup.bowl, plan.method)
  const { pour } = eggSteps(state)
  const hasPour = pour !== undefined && state.steps[pour.id]?.startedAtMs !== undefined
  // a ribbon that stands is why the butter goes in; where it goes in over the bath, only too much warmth lifts it off
  const isRibbonOnly = hasPour && replay.butterInG === 0 && replay.bowl.tempC < liftC
  // beside the bath it stays there, unless it goes on and off
  const goesBack = !hasPour || plan.pour?.over === 'onOff'
  return {
    inOneMinuteC: ahead.inOneMinuteC,
    stage: yolkStage(setup, replay.bowl, replay.control).stage,
    liftAtMs: isRibbonOnly ? undefined : (replay.liftDueAtMs ?? ahead.liftAtMs),
    liftC,
    ribbonAtMs: ahead.ribbonAtMs,
    backAtMs: goesBack ? ahead.backAtMs : undefined,
  }
}

/** The rest of the butter, and what it goes into. */
export interface ToPour {
  readonly pour: PourState
  readonly setting: PourSetting
  readonly butter: ButterParts
  readonly massG: number
  /** The school's own pace; as fast as it is taken up where there is none. */
  readonly pace?: PacePlan | undefined
  readonly goalG: number
}
const LONGEST_POUR_S = 1800
const PACE_STEP_S = 2 // at the recommended pace nothing lies free, which is what wants shorter steps
/** Seconds until the rest of the butter is in, the pace growing with what is in already. */
export function pourLeftS({ pour, setting, butter, massG, pace, goalG }: ToPour): number {
  if (massG < 1) return 0
  let inG = Math.max(0, goalG - massG)
  return runPour(
    { ...pour, isBroken: false },
    { setting, butter },
    {
      feedOf: (state) => {
        const ofPace = pace && paceRateGPerS(pace, inG, goalG)
        const gPerS = Math.max(DROPS_G_PER_S, ofPace ?? recommendedPourGPerS(state, setting, butter))
        inG += gPerS * PACE_STEP_S
        return gPerS
      },
      mostS: LONGEST_POUR_S,
      stepS: PACE_STEP_S,
      isDone: (_, pouredG) => pouredG >= massG,
    },
  ).atS
}
