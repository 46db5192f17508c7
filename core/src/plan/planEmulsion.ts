import type { ButterParts } from '../emulsion/butterFat'
import { DROPS_G_PER_S, recommendedPourGPerS, runPour, type PourSetting } from '../emulsion/butterPour'
import {
  butterRoomG,
  HIGHEST_PHASE_FRAC,
  phaseBand,
  phaseFraction,
  phasesOf,
  waterNeededG,
  WATER_FIRST_FROM,
  type EmulsionParts,
} from '../emulsion/phases'
import { runYolkBath } from '../emulsion/runYolkBath'
import { liquidMl, startYolkBath, type YolkBathSetup } from '../emulsion/yolkBath'
import type { Formula, MinutesBand, Technique } from '../formula/formula'
import type { Pan } from '../formula/kitchen'
import type { Ingredient } from '../ingredients/ingredient'
import { compositionOf } from '../ingredients/ingredient'
import { massG } from '../mixture/composition'
import { capacityMl } from '../vessel/profile'
import type { EmulsionPlan, PlanWarning, WeighOutLine } from './batchPlan'

/** Version of the emulsion models as a whole; raised whenever their numbers change. */
export const EMULSION_MODEL_VERSION = 'emulsion-1'
/** Temperature of the bowl while butter goes in, for counting time, °C. */
export const POUR_AT_C = 58
const RIBBON_SPREAD = 0.2 // until the house has logged five batches per bowl and burner
const LONGEST_S = 1800
const FOAM_ROOM = 2 // a sabayon stands twice as high as its liquid
const LARGEST_BASE_G = 400 // beyond it the bath model is not valid

/** What pours and whisks of a method can do. */
export function pourSetting(tool: EmulsionPlan['method']['tool'], tempC: number): PourSetting {
  return { tempC, tool, highestPhaseFrac: tool === 'stickBlender' ? HIGHEST_PHASE_FRAC.powerBlender : HIGHEST_PHASE_FRAC.handWhisk }
}

/** Fat, water and the rest of a butter, from its composition. */
export function butterPartsOf(ingredient: Ingredient): ButterParts {
  const per100 = compositionOf(ingredient, 100)
  const total = massG(per100)
  return { fatFrac: per100.fat / total, waterFrac: per100.water / total, snfFrac: (total - per100.fat - per100.water) / total }
}

/** The parts of an emulsion among weighed lines: yolk, butter, and everything else as water phase, up to a step. */
export function emulsionParts(
  formula: Formula,
  lines: readonly { readonly ingredientId: string; readonly massG: number; readonly stepId: string }[],
  ingredients: ReadonlyMap<string, Ingredient>,
  uptoStepId?: string,
): EmulsionParts {
  const order = formula.steps.map((s) => s.id)
  const last = uptoStepId === undefined ? order.length - 1 : order.indexOf(uptoStepId)
  const own = lines.filter((l) => order.indexOf(l.stepId) <= last)
  const roleOf = (l: { readonly ingredientId: string }) => ingredients.get(l.ingredientId)?.emulsionRole
  const sum = (role: Ingredient['emulsionRole']) => own.filter((l) => roleOf(l) === role).reduce((total, l) => total + l.massG, 0)
  return {
    yolkG: sum('yolk'),
    aqueousG: sum(undefined),
    butters: own
      .filter((l) => roleOf(l) === 'butter')
      .map((l) => ({ massG: l.massG, parts: butterPartsOf(ingredients.get(l.ingredientId) as Ingredient) })),
  }
}

/**
 * Settles an egg and butter sauce from its rounded amounts; undefined for a formula that is none.
 * @param lines - weigh-out of the whole formula
 */
export function planEmulsion(
  {
    formula,
    ingredients,
    place,
  }: { readonly formula: Formula; readonly ingredients: ReadonlyMap<string, Ingredient>; readonly place: { readonly pan: Pan } },
  lines: readonly WeighOutLine[],
): EmulsionPlan | undefined {
  const { emulsion: method } = formula
  const goods = lines.map((l) => ({ ingredientId: l.ingredientId, massG: l.shownG, stepId: l.stepId }))
  const butterLine = lines.find((l) => ingredients.get(l.ingredientId)?.emulsionRole === 'butter')
  const pourStep = formula.steps.find((s) => s.technique === 'pour')
  const whiskStep = formula.steps.find((s) => s.technique === 'whisk')
  if (!method || !butterLine || !pourStep || !whiskStep) return undefined
  const whole = emulsionParts(formula, goods, ingredients)
  const base = emulsionParts(formula, goods, ingredients, whiskStep.id)
  const poured = emulsionParts(formula, goods, ingredients, pourStep.id)
  const butter = whole.butters[0]?.parts as ButterParts
  const phases = phasesOf(whole)
  const peak = phasesOf(poured)
  const ribbon = runRibbon({ bowl: place.pan.material ?? 'steel', yolkG: base.yolkG }, base.aqueousG, method)
  const setting = pourSetting(method.tool, POUR_AT_C)
  const butterG = whole.butters.reduce((sum, b) => sum + b.massG, 0)
  const pour = runPour(
    { emulsifiedG: 0, freeG: 0, continuousMl: phasesOf({ ...base, butters: [] }, POUR_AT_C).continuousMl, isBroken: false },
    setting,
    butter,
    (state) => Math.max(DROPS_G_PER_S, recommendedPourGPerS(state, setting, butter)),
    LONGEST_S,
    (_, pouredG) => pouredG >= butterG,
  )
  return {
    method,
    yolkG: whole.yolkG,
    aqueousG: whole.aqueousG,
    lateAqueousG: whole.aqueousG - poured.aqueousG,
    butterG,
    butter,
    butterIngredientId: butterLine.ingredientId,
    phaseFrac: phaseFraction(phases),
    band: phaseBand(phaseFraction(phases)),
    peakPhaseFrac: phaseFraction(peak),
    roomG: Math.min(99_999, butterRoomG(phases, WATER_FIRST_FROM, butter)),
    waterFirstG: waterNeededG(peak, WATER_FIRST_FROM),
    ribbonS: { low: ribbon.atS * (1 - RIBBON_SPREAD), value: ribbon.atS, high: ribbon.atS * (1 + RIBBON_SPREAD) },
    ribbonC: ribbon.tempC,
    pourS: pour.atS,
    isGrainy: ribbon.isGrainy,
    modelVersion: EMULSION_MODEL_VERSION,
  }
}

function runRibbon(
  setup: YolkBathSetup,
  aqueousG: number,
  method: EmulsionPlan['method'],
): { atS: number; tempC: number; isGrainy: boolean } {
  const run = runYolkBath(
    setup,
    startYolkBath(setup, aqueousG),
    () => method,
    (_, stage) => stage === 'ribbon' || stage === 'awayFromSide' || stage === 'grainy',
    LONGEST_S,
  )
  return { atS: run.state.atS, tempC: run.state.tempC, isGrainy: run.stage === 'grainy' }
}

/** Minutes of the two steps whose length the models give. */
export function emulsionMinutes(technique: Technique, { ribbonS, pourS }: EmulsionPlan): MinutesBand | undefined {
  if (technique === 'whisk') return { low: ribbonS.low / 60, value: ribbonS.value / 60, high: ribbonS.high / 60 }
  return technique === 'pour' ? { low: (pourS * 0.8) / 60, value: pourS / 60, high: (pourS * 1.6) / 60 } : undefined
}

/** What the plan of an emulsion wants said. */
export function emulsionWarnings(pan: Pan, plan: EmulsionPlan): PlanWarning[] {
  const baseG = plan.yolkG + plan.aqueousG - plan.lateAqueousG
  const foamMl = FOAM_ROOM * liquidMl({ bowl: 'steel', yolkG: plan.yolkG }, plan.aqueousG - plan.lateAqueousG, 0)
  const sauceMl = liquidMl(
    { bowl: 'steel', yolkG: plan.yolkG },
    plan.aqueousG + plan.butterG * plan.butter.waterFrac,
    plan.butterG * plan.butter.fatFrac,
  )
  const shareFull = Math.max(foamMl, sauceMl * 1.15) / capacityMl(pan.profile)
  const batches = Math.ceil(Math.max(shareFull, baseG / LARGEST_BASE_G))
  return [
    ...(batches > 1 ? [{ code: 'bowlTooSmall' as const, shareFull, batches }] : []),
    ...(plan.waterFirstG > 0.5 ? [{ code: 'waterFirst' as const, waterG: plan.waterFirstG, phaseFrac: plan.peakPhaseFrac }] : []),
    ...(plan.isGrainy ? [{ code: 'grainyBath' as const }] : []),
    ...(pan.material === 'copper' ? [{ code: 'linedCopper' as const }] : []),
  ]
}
