import { DROPS_G_PER_S, freeOilFrac, recommendedPourGPerS, runPour } from '../emulsion/butterPour'
import {
  butterPerWaterG,
  butterRoomG,
  phaseBand,
  phaseFraction,
  phasesOf,
  waterNeededG,
  WATER_FIRST_FROM,
  type PhaseBand,
} from '../emulsion/phases'
import { stepYolkBath, yolkStage, type BathHeat, type YolkBathSetup, type YolkStage } from '../emulsion/yolkBath'
import type { EmulsionPlan } from '../plan/batchPlan'
import { emulsionParts, pourSetting } from '../plan/planEmulsion'
import { pasteurisationCredit, type CreditBand, type TempPoint } from '../safety/lethality'
import type { BatchState } from './batchState'
import { GRAINS_FROM_C, isLiftDue, isRibbon, LIFT_EARLY_K, replayEmulsion, type Replay } from './replayEmulsion'

const AHEAD_S = 900
const MINUTE_S = 60
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
  readonly pourLeftS: number
  readonly volumeMl: number
  readonly massG: number
}

/** Pasteurisation credit of a batch so far, from its bound probe's readings alone; `sinceMs` is when its raw egg went over the bath. */
export function creditOf(state: BatchState, probe: readonly TempPoint[]): { readonly band: CreditBand; readonly log: number } {
  const whisk = state.frozen?.formula.steps.find((s) => s.technique === 'whisk')
  const pour = state.frozen?.formula.steps.find((s) => s.technique === 'pour')
  const sinceMs = whisk && state.steps[whisk.id]?.startedAtMs
  if (sinceMs === undefined) return { band: 'none', log: 0 }
  const untilMs = (pour && state.steps[pour.id]?.startedAtMs) ?? Infinity // butter in it: hardly measured, so no credit
  return pasteurisationCredit(
    probe.filter((p) => p.atMs <= untilMs),
    sinceMs,
  )
}

/** What goes into the bowl, as weighed where it was weighed. */
function goodsOf(state: BatchState) {
  const { frozen, plan } = state
  const whiskStep = frozen?.formula.steps.find((s) => s.technique === 'whisk')
  const startedAtMs = whiskStep && state.steps[whiskStep.id]?.startedAtMs
  if (!frozen || !plan?.emulsion || !whiskStep || startedAtMs === undefined) return undefined
  const ingredients = new Map(frozen.ingredients.map((i) => [i.id, i]))
  const lines = plan.weighOut.map((l) => ({ ingredientId: l.ingredientId, stepId: l.stepId, massG: state.weighed[l.itemId] ?? l.shownG }))
  const base = emulsionParts(frozen.formula, lines, ingredients, whiskStep.id)
  const whole = emulsionParts(frozen.formula, lines, ingredients)
  const isButter = (id: string) => ingredients.get(id)?.emulsionRole === 'butter'
  return {
    frozen,
    plan: plan.emulsion,
    startedAtMs,
    base,
    isButter,
    butterGoalG: whole.butters.reduce((sum, b) => sum + b.massG, 0),
    lateG: whole.aqueousG - base.aqueousG,
  }
}

/**
 * What is believed of an egg sauce at a moment: bath and bowl by the model, corrected by every reading there is, and the butter that is in.
 *
 * @param probe - good readings of the bound probe in order of time
 * @returns undefined for any other sauce, or before its yolks are over the bath
 */
export function liveEmulsion(state: BatchState, probe: readonly TempPoint[], nowMs: number): LiveEmulsion | undefined {
  const goods = goodsOf(state)
  if (!goods) return undefined
  const { frozen, plan, startedAtMs, base, butterGoalG, lateG } = goods
  const setup: YolkBathSetup = { bowl: frozen.pan.material ?? 'steel', yolkG: Math.max(1, base.yolkG) }
  const endMs = Math.min(nowMs, state.hold?.startedAtMs ?? Infinity, state.finishedAtMs ?? Infinity)
  const replay = replayEmulsion(
    { setup, plan, isButter: goods.isButter, butterGoalG },
    base.aqueousG,
    frozen.settings.roomTempC,
    state.stageFacts,
    probe,
    startedAtMs,
    endMs,
  )
  const { bowl, pour, pouring, butterInG } = replay
  const evaporatedG = Math.max(0, replay.aqueousG + butterInG * plan.butter.waterFrac - bowl.waterG)
  const phasesWith = (butterG: number, moreWaterG = 0) =>
    phasesOf({ yolkG: base.yolkG, aqueousG: replay.aqueousG + moreWaterG, evaporatedG, butters: [{ massG: butterG, parts: plan.butter }] })
  const now = phasesWith(butterInG)
  const allButterG = Math.max(butterGoalG, butterInG)
  const toComeG = Math.max(0, butterGoalG - butterInG)
  const safe = pour.isBroken ? 0 : recommendedPourGPerS(pour, pourSetting(plan.method.tool, bowl.tempC), plan.butter)
  const ahead = lookAhead(setup, replay, endMs)
  return {
    tempC: bowl.tempC,
    from: replay.from,
    readAtMs: replay.readAtMs,
    inOneMinuteC: ahead.inOneMinuteC,
    cookedFrac: bowl.cookedFrac,
    stage: yolkStage(setup, bowl, replay.control).stage,
    isOnBath: replay.control.bath !== 'off',
    bath: replay.bath,
    liftAtMs: replay.liftDueAtMs ?? ahead.liftAtMs,
    liftC: GRAINS_FROM_C - LIFT_EARLY_K[setup.bowl],
    ribbonAtMs: ahead.ribbonAtMs,
    butterInG,
    butterToComeG: toComeG,
    isPouring: pouring !== undefined,
    stretchG: replay.stretchG,
    phaseFrac: phaseFraction(now),
    band: phaseBand(phaseFraction(now)),
    endPhaseFrac: phaseFraction(phasesWith(allButterG, lateG)),
    roomG: Math.max(0, Math.min(NO_LIMIT_G, butterRoomG(now, WATER_FIRST_FROM, plan.butter))),
    waterFirstG: waterNeededG(phasesWith(allButterG), WATER_FIRST_FROM),
    butterPerWater: butterPerWaterG(WATER_FIRST_FROM, plan.butter),
    freeOil: freeOilFrac(pour, bowl.tempC),
    isBroken: pour.isBroken,
    safePourGPerS: safe,
    pourLeftS: pourLeftS(replay, plan, toComeG),
    volumeMl: (now.fatMl + now.continuousMl) * (1 + bowl.overrun),
    massG: base.yolkG + replay.aqueousG + butterInG - evaporatedG,
  }
}

const LONGEST_POUR_S = 1800
/** Seconds until the rest of the butter is in, the pace growing with what is in already. */
function pourLeftS({ pour, bowl }: Replay, plan: EmulsionPlan, toComeG: number): number {
  if (toComeG < 1) return 0
  const setting = pourSetting(plan.method.tool, bowl.tempC)
  return runPour(
    { ...pour, isBroken: false },
    setting,
    plan.butter,
    (state) => Math.max(DROPS_G_PER_S, recommendedPourGPerS(state, setting, plan.butter)),
    LONGEST_POUR_S,
    (_, pouredG) => pouredG >= toComeG,
  ).atS
}

/** The bowl left as it is now, simulated on from the last reading. */
function lookAhead(
  setup: YolkBathSetup,
  { bowl: from, control }: Replay,
  nowMs: number,
): { inOneMinuteC: number; liftAtMs: number | undefined; ribbonAtMs: number | undefined } {
  let bowl = from
  let inOneMinuteC = bowl.tempC
  let liftAtMs: number | undefined
  let ribbonAtMs: number | undefined
  const isOn = control.bath !== 'off'
  const awaitsRibbon = isOn && !isRibbon(setup, bowl, control)
  for (let s = 1; s <= (isOn && liftAtMs === undefined ? AHEAD_S : MINUTE_S); s++) {
    bowl = stepYolkBath(setup, bowl, control, 1)
    if (s <= MINUTE_S) inOneMinuteC = bowl.tempC
    if (awaitsRibbon && ribbonAtMs === undefined && isRibbon(setup, bowl, control)) ribbonAtMs = nowMs + s * 1000
    if (isOn && liftAtMs === undefined && isLiftDue(setup, bowl, control)) liftAtMs = nowMs + s * 1000
  }
  return { inOneMinuteC, liftAtMs, ribbonAtMs }
}
