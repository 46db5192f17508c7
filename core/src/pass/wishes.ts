import { peakCore } from '../companions/resting'
import type { Formula } from '../formula/formula'
import { traceFormula } from '../formula/traceFormula'
import type { Ingredient } from '../ingredients/ingredient'
import { density20GPerMl } from '../mixture/volume'
import { sauceOf } from '../pan/contents'
import type { Companion, Dish } from '../plate/dish'
import { LESS_SALT, PLATE_SALT_PCT, type OnPlate } from '../plate/plateSalt'
import { formulaText } from '../service/sauceBatches'
import { once } from '../solve/once'
import { onceFor } from '../solve/onceFor'
import { remembered } from '../solve/remembered'
import type { PlateWish } from './tables'

/** What a sauce weighs, g/ml at 20 °C, by what its formula makes of its goods. */
export const sauceGPerMl = (formula: Formula, ingredients: ReadonlyMap<string, Ingredient>): number =>
  once(weightsBy(ingredients), formulaText(formula), () => {
    const end = traceFormula(formula, { ingredients, altitudeM: 0 }).at(-1)
    return end ? density20GPerMl(sauceOf(end.contents)) : 1
  })
const weightsBy = onceFor((_: ReadonlyMap<string, Ingredient>) => new Map<string, number>())

/** A plate for a guest who wants less salt: how much of its sauce it takes, and the salt that is then on it. */
export interface LessSalt {
  readonly ml: number
  readonly fromMl: number
  readonly saltG: number
  /** The other parts alone are too salty for the guest. */
  readonly isOver: boolean
}
/** A dish as its guest wants it. */
export interface WishedDish {
  readonly dish: Dish
  /** When the meat is taken off for its core to come to what the guest wants, °C. */
  readonly pullC?: number | undefined
  readonly lessSalt?: LessSalt | undefined
}

/** As much of its sauce as the plate's salt may hold for a guest who wants less; never more than the card's. `kitchen:§9` */
export function lessSaltOf(
  { parts, portionMl }: Pick<Dish, 'parts' | 'portionMl'>,
  { saltPct, gPerMl }: { readonly saltPct: number; readonly gPerMl: number },
): LessSalt {
  const targetPct = LESS_SALT * PLATE_SALT_PCT.value
  const sum = (of: (p: OnPlate) => number) => parts.reduce((total, p) => total + of(p), 0)
  const [massG, saltG] = [sum((p) => p.massG), sum((p) => (p.massG * p.saltPct) / 100)]
  // target = (salt of the others + s m) / (their mass + m)
  const roomG = (targetPct / 100) * massG - saltG
  const perG = (saltPct - targetPct) / 100
  const mostMl = perG > 0 ? Math.max(0, roomG / perG) / gPerMl : Infinity
  const ml = Math.round(Math.min(portionMl, mostMl))
  return { ml, fromMl: portionMl, saltG: saltG + (ml * gPerMl * saltPct) / 100, isOver: roomG < 0 }
}

type Resting = Extract<Companion, { kind: 'rest' }>
/** By how much the core of a piece still rises, K. `kitchen:§5` */
const riseK = remembered((piece: Resting): number => Math.max(0, peakCore(piece).coreC - piece.coreC))
/** At which core a piece is taken off to come to another one, °C: what it rises by depends on where it is taken off. */
function pullFor(piece: Resting, wantedC: number): number {
  let coreC = wantedC
  for (let i = 0; i < 4; i++) coreC = wantedC - riseK({ ...piece, coreC })
  return Math.round(coreC)
}

/** A dish as its guest wants it: fish and meat to another core, less of a salty sauce. Eggs go by their wish themselves. */
export function wishedDish(
  dish: Dish,
  wish: PlateWish | undefined,
  sauce: { readonly formula: Formula; readonly ingredients: ReadonlyMap<string, Ingredient> } | undefined,
): WishedDish {
  if (!wish) return { dish }
  const { meatCoreC } = wish
  let pullC: number | undefined
  const companions = dish.companions.map((c): Companion => {
    if (meatCoreC === undefined) return c
    if (c.kind === 'fish') return { ...c, targetC: meatCoreC }
    if (c.kind !== 'rest') return c
    pullC = pullFor(c, meatCoreC)
    return { ...c, coreC: pullC }
  })
  const lessSalt =
    wish.lessSalt && sauce
      ? lessSaltOf(dish, {
          saltPct: 100 * sauce.formula.saltTargetFrac.value,
          gPerMl: sauceGPerMl(sauce.formula, sauce.ingredients),
        })
      : undefined
  return { dish: { ...dish, companions, portionMl: lessSalt?.ml ?? dish.portionMl }, pullC, lessSalt }
}
