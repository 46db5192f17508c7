import { bowlShareFull, LARGEST_BASE_G } from './bowlRoom'
import type { EmulsionPlan, PlanWarning } from '../../batch/batchPlan'
import type { MinutesBand } from '../../formula/formula'
import type { Ingredient } from '../../ingredients/ingredient'
import type { ButterParts } from '../../mixture/butterFat'
import { butterPartsOf } from '../../mixture/butterPartsOf'
import { massG } from '../../mixture/composition'
import {
  butterRoomG,
  HIGHEST_PHASE_FRAC,
  phaseBand,
  phaseFraction,
  waterNeededG,
  WATER_FIRST_FROM,
} from '../../mixture/phases'
import { contentsPhases, type Contents } from '../../pan/contents'
import type { WalkStep } from '../../pan/walkFormula'
import { techniqueOf } from '../registry'
import type { PlanContext, StepPlanned } from '../technique'
import { blenderMixTempC } from './blenderMix'
import { liftsBetween, pourControl } from './bathRules'
import { POUR_WARNS_C, type PourSetting } from './butterPour'
import { paceRateGPerS, settlePace, type PacePlan, type PourOver } from './pourPace'
import { runYolkBath } from './runYolkBath'
import {
  addToYolkBath,
  GRAINY_FROM,
  startYolkBath,
  stepYolkBath,
  type BowlMaterial,
  type YolkBathSetup,
  type YolkBathState,
} from './yolkBath'

/** Version of the emulsion models as a whole; raised whenever their numbers change. */
export const EMULSION_MODEL_VERSION = 'emulsion-2'
/** Temperature of the bowl while butter goes in, for counting time, °C. */
export const POUR_AT_C = 58
const RIBBON_SPREAD = 0.2 // until the house has logged five batches per bowl and burner
const LONGEST_S = 1800
const SHAFT_W = 60
const JUG_J_PER_K = 80
const ROOM_C = 20
const BLEND_MIN = { low: 0.7, value: 1, high: 2 } as const

/** What pours and whisks of a method can do. */
export function pourSetting(tool: EmulsionPlan['method']['tool'], tempC: number): PourSetting {
  return {
    tempC,
    tool,
    highestPhaseFrac:
      tool === 'stickBlender' ? HIGHEST_PHASE_FRAC.powerBlender : HIGHEST_PHASE_FRAC.handWhisk,
  }
}

/** What meets in the bowl: yolk and water phase when the yolks go over the bath, the butter, and the finished sauce. */
export interface BowlParts {
  readonly base: Contents
  readonly yolkG: number
  readonly aqueousG: number
  readonly lateAqueousG: number
  readonly butterG: number
  readonly butterIngredientId: string
  readonly butter: ButterParts
  readonly poured: Contents
  readonly finished: Contents
}

/** The bowl of a walk; undefined where no butter goes into yolk in it. The water phase is what really is in the bowl: reduced, strained, moved. */
export function bowlParts(
  walk: readonly WalkStep[],
  ingredients: ReadonlyMap<string, Ingredient>,
): BowlParts | undefined {
  const ours = walk.filter((w) => techniqueOf(w.step).id === 'eggEmulsion')
  const pour = ours.find((w) => butterIn(w, ingredients) !== undefined)
  const first = ours[0]
  const line = pour && butterIn(pour, ingredients)
  const good = line && ingredients.get(line.ingredientId)
  if (!first || !pour || !line || !good) return undefined
  const base = first === pour ? pour.before : first.begin
  const butterG = pour.lines.reduce(
    (sum, l) => sum + (ingredients.get(l.ingredientId)?.emulsionRole === 'butter' ? l.massG : 0),
    0,
  )
  const ofBowl = walk.filter((w) => w.vessel === pour.vessel)
  const finished = (ofBowl.at(-1) ?? pour).end
  const wateryG = (of: Contents) => massG(of.liquid) - of.liquid.fat + of.yolkFatG - of.yolkG
  return {
    base,
    yolkG: base.yolkG,
    aqueousG: massG(base.liquid) - base.yolkG,
    lateAqueousG: Math.max(0, wateryG(finished) - wateryG(pour.end)),
    butterG,
    butterIngredientId: good.id,
    butter: butterPartsOf(good),
    poured: pour.end,
    finished,
  }
}

const butterIn = ({ lines }: WalkStep, ingredients: ReadonlyMap<string, Ingredient>) =>
  lines.find((l) => ingredients.get(l.ingredientId)?.emulsionRole === 'butter')

/** How the butter goes in by the method. */
function paceFor({ base, butterG, butter }: BowlParts, method: EmulsionPlan['method']): PacePlan {
  const { continuousMl } = contentsPhases(base, POUR_AT_C)
  const start = { emulsifiedG: 0, freeG: 0, continuousMl, isBroken: false }
  const setting = pourSetting(method.tool, POUR_AT_C)
  return settlePace(method.pace ?? 'growing', start, { setting, butter }, butterG)
}

/** What a pour does to a bowl that stands in its ribbon: its warmth, its yolk. */
function poured(
  pace: PacePlan,
  { butterG, butter }: BowlParts,
  method: EmulsionPlan['method'],
  {
    setup,
    ribbon,
    over,
  }: { readonly setup: YolkBathSetup; readonly ribbon: YolkBathState; readonly over: PourOver },
): YolkBathState {
  const controlOf = pourControl(over, { bath: method.bath, whisk: method.whisk })
  const evenGPerS = butterG / Math.max(1, pace.seconds)
  let [at, inG] = [ribbon, 0]
  for (let s = 0; s < Math.min(LONGEST_S, pace.seconds) && inG < butterG; s += POUR_STEP_S) {
    const gPerS = paceRateGPerS(pace, inG, butterG) ?? evenGPerS
    const massG = Math.min(gPerS * POUR_STEP_S, butterG - inG)
    at = addToYolkBath(setup, stepYolkBath(setup, at, controlOf(at), POUR_STEP_S), {
      massG,
      parts: butter,
      tempC: method.butterC,
    })
    inG += massG
  }
  return at
}
const POUR_STEP_S = 1

interface Ribbon {
  /** The bowl in its ribbon; none where no bath warmed it. */
  readonly at?: { readonly setup: YolkBathSetup; readonly ribbon: YolkBathState }
  readonly band?: MinutesBand
  readonly tempC: number
  readonly isGrainy: boolean
}
/** Over the bath until a ribbon stands. */
function runRibbon(
  bowl: BowlMaterial,
  { yolkG, aqueousG }: BowlParts,
  method: EmulsionPlan['method'],
): Ribbon {
  const setup = { bowl, yolkG: Math.max(1, yolkG) }
  const run = runYolkBath(setup, startYolkBath(setup, aqueousG), {
    controlOf: method.yolkC ? liftsBetween(method.yolkC, method) : () => method,
    isDone: (_, stage) => stage === 'ribbon' || stage === 'awayFromSide' || stage === 'grainy',
    mostS: LONGEST_S,
  })
  const { atS, tempC } = run.state
  return {
    at: { setup, ribbon: run.state },
    band: { low: atS * (1 - RIBBON_SPREAD), value: atS, high: atS * (1 + RIBBON_SPREAD) },
    tempC,
    isGrainy: run.stage === 'grainy',
  }
}

/** Without a bath: the hot butter and the blender's work warm the yolk. */
function mixBlended({ yolkG, aqueousG, butterG, butter }: BowlParts, method: EmulsionPlan['method']): Ribbon {
  const tempC = blenderMixTempC({
    yolkG,
    waterG: aqueousG,
    baseC: ROOM_C,
    butterG,
    butter,
    butterC: method.butterC,
    vesselJPerK: JUG_J_PER_K,
    vesselC: ROOM_C,
    shaftJ: SHAFT_W * BLEND_MIN.value * 60,
  })
  return { tempC: tempC ?? ROOM_C, isGrainy: false }
}

/** What is under the bowl while its butter goes in. */
const pourOverOf = (walk: readonly WalkStep[]): PourOver =>
  walk.find((w) => w.step.technique === 'pour')?.step.pourOver ?? 'off'

/** Settles an egg and butter sauce from its walk; undefined for a walk without one. */
export function planEmulsion(
  context: Pick<PlanContext, 'formula' | 'ingredients' | 'walk' | 'pan'>,
): EmulsionPlan | undefined {
  const { formula, ingredients, walk, pan } = context
  const { emulsion: method } = formula
  const parts = bowlParts(walk, ingredients)
  if (!method || !parts) return undefined
  const hasBath = walk.some((w) => w.step.technique === 'whisk')
  const ribbon = hasBath ? runRibbon(pan.material ?? 'steel', parts, method) : mixBlended(parts, method)
  const pace = paceFor(parts, method)
  const over = pourOverOf(walk)
  const end = ribbon.at && poured(pace, parts, method, { ...ribbon.at, over })
  const pour = { ...pace, over, endC: end?.tempC ?? ribbon.tempC, cookedFrac: end?.cookedFrac ?? 0 }
  const phases = contentsPhases(parts.finished)
  const peak = contentsPhases(parts.poured)
  const phaseFrac = phaseFraction(phases)
  return {
    method,
    yolkG: parts.yolkG,
    aqueousG: parts.aqueousG,
    lateAqueousG: parts.lateAqueousG,
    butterG: parts.butterG,
    butter: parts.butter,
    butterIngredientId: parts.butterIngredientId,
    phaseFrac,
    band: phaseBand(phaseFrac),
    peakPhaseFrac: phaseFraction(peak),
    phaseLimitFrac: pourSetting(method.tool, POUR_AT_C).highestPhaseFrac,
    roomG: Math.min(99_999, butterRoomG(phases, WATER_FIRST_FROM, parts.butter)),
    waterFirstG: waterNeededG(peak, WATER_FIRST_FROM),
    ...(ribbon.band ? { ribbonS: ribbon.band } : {}),
    ribbonC: ribbon.tempC,
    pourS: pour.seconds,
    pour,
    isGrainy: ribbon.isGrainy,
    modelVersion: EMULSION_MODEL_VERSION,
  }
}

/** The plan of a step of an egg and butter sauce: the first of them carries the sauce, the others their minutes. */
export function planEggStep(context: PlanContext): StepPlanned {
  const { walked, walk, formula, ingredients } = context
  const parts = bowlParts(walk, ingredients)
  const method = formula.emulsion
  if (!parts || !method) return { work: { kind: 'plain' } }
  const isFirst = walk.find((w) => techniqueOf(w.step).id === 'eggEmulsion') === walked
  const pourS = paceFor(parts, method).seconds
  const pourMinutes = { low: (pourS * 0.8) / 60, value: pourS / 60, high: (pourS * 1.6) / 60 }
  const ownMinutes = walked.step.technique === 'blend' ? BLEND_MIN : pourMinutes
  if (!isFirst) return { work: { kind: 'plain' }, minutes: ownMinutes }
  const emulsion = planEmulsion(context)
  if (!emulsion) return { work: { kind: 'plain' } }
  const { ribbonS } = emulsion
  return {
    work: { kind: 'eggEmulsion', emulsion },
    minutes: ribbonS
      ? { low: ribbonS.low / 60, value: ribbonS.value / 60, high: ribbonS.high / 60 }
      : ownMinutes,
    warnings: emulsionWarnings(context, emulsion),
  }
}

/** What the plan of an emulsion wants said. */
function emulsionWarnings({ walk, walked, pan }: PlanContext, plan: EmulsionPlan): PlanWarning[] {
  const stepId = walked.step.id
  const ours = walk.filter((w) => techniqueOf(w.step).id === 'eggEmulsion')
  const shareFull = bowlShareFull(ours, pan.profile)
  const isTooMuch = shareFull > 1 || plan.yolkG + plan.aqueousG > LARGEST_BASE_G
  const splits = plan.peakPhaseFrac > plan.phaseLimitFrac
  return [
    ...(isTooMuch ? [{ code: 'bowlTooSmall' as const, shareFull }] : []),
    ...(splits
      ? [{ code: 'splits' as const, stepId, phaseFrac: plan.peakPhaseFrac, limitFrac: plan.phaseLimitFrac }]
      : []),
    ...(plan.waterFirstG > 0.5 && !splits
      ? [{ code: 'waterFirst' as const, waterG: plan.waterFirstG, phaseFrac: plan.peakPhaseFrac }]
      : []),
    ...(plan.pour && plan.pour.cookedFrac >= GRAINY_FROM && !plan.isGrainy
      ? [{ code: 'grainyPour' as const, stepId, tempC: plan.pour.endC }]
      : []),
    ...(plan.pour && plan.pour.endC < POUR_WARNS_C.tooCool
      ? [{ code: 'coldPour' as const, stepId, tempC: plan.pour.endC }]
      : []),
    ...(plan.isGrainy ? [{ code: 'grainyBath' as const }] : []),
    ...(pan.material === 'copper' ? [{ code: 'linedCopper' as const }] : []),
  ]
}
