import type { FormulaStep } from '../../formula/formula'
import type { Ingredient } from '../../ingredients/ingredient'
import { mixContents, saltOnPlateG, sauceOf, type Contents } from '../../pan/contents'
import { massG } from '../../mixture/composition'
import { alone } from '../../pan/putIn'
import { spoonPaS } from '../../pan/thicknessOf'
import { boilState } from '../../heat/evaporation'
import { onRing, ringPower } from '../../kitchen/ringPower'
import { monotoneRoot } from '../../solve/monotoneRoot'
import { panSurroundings, type StagePlace } from '../reduce/planStage'

const NEAR_G = 0.01 // a slider asks for it sixty times a second
const MOST_TIMES = 3 // more than three times the sauce is another sauce

/** What brings a sauce that is too thick down to its coat, and what that does to its salt. */
export interface LetDown {
  readonly ingredientId: string
  readonly massG: number
  readonly saltFrac: number
}

/**
 * How much of a liquid thins a sauce to a wanted viscosity.
 * @param wantedPaS - as a film on a spoon, Pa·s
 * @returns nothing where it is not thicker than that, or where three times the sauce would not do
 */
export function letDown(
  of: Contents,
  wantedPaS: number,
  good: Ingredient,
  step: FormulaStep,
): LetDown | undefined {
  if (spoonPaS(of) <= wantedPaS) return undefined
  const with_ = (grams: number) => mixContents(of, alone(good, grams, step))
  const found = monotoneRoot((g) => spoonPaS(with_(g)) - wantedPaS, 0, MOST_TIMES * massG(of.liquid), NEAR_G)
  if (found.status !== 'converged') return undefined
  const after = with_(found.root)
  return {
    ingredientId: good.id,
    massG: found.root,
    saltFrac: saltOnPlateG(after) / (massG(sauceOf(after)) + after.solids.massG),
  }
}

/** Water that must boil off until a sauce has a wanted viscosity, g; nothing where it is that thick already or never gets there. */
export function boilOffG(of: Contents, wantedPaS: number): number | undefined {
  if (spoonPaS(of) >= wantedPaS) return undefined
  const without = (grams: number): Contents => ({
    ...of,
    liquid: { ...of.liquid, water: of.liquid.water - grams },
  })
  const found = monotoneRoot((g) => wantedPaS - spoonPaS(without(g)), 0, 0.97 * of.liquid.water, NEAR_G)
  return found.status === 'converged' ? found.root : undefined
}

/** Minutes in which so much boils off on a ring's full flame. @param depthMm - of the sauce in its pan */
export function boilOffMin(
  grams: number,
  { pan, ring, settings, depthMm }: StagePlace & { readonly depthMm: number },
): number {
  const { powerW } = ringPower(ring, 'high', onRing(pan), settings.altitudeM)
  return grams / (60 * boilState(panSurroundings({ pan, settings }, depthMm), powerW).rateGPerS)
}
