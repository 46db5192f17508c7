import { ACID_EQUIVALENT, SPECIES, massG, type FixedAcid, type Species } from '../mixture/composition'
import type { Ingredient } from '../ingredients/ingredient'
import { sauceOf } from '../pan/contents'
import { applyChoices, NO_CHOICES } from './applyChoices'
import { findCycle, makersOf } from './checkFormula'
import type { Formula } from './formula'
import type { KitchenCatalog } from '../kitchen/kitchen'
import { traceFormula, type TraceStep } from './traceFormula'

const STOCK_ACID: FixedAcid = 'lactic' // what bones bring; other acids stand as the lactic acid that is worth as much

/** A made good's numbers per 100 g, from the end of its formula's trace. */
function madeGood(
  typed: Ingredient,
  maker: Formula,
  end: TraceStep,
  goods: ReadonlyMap<string, Ingredient>,
): Ingredient {
  const total = sauceOf(end.contents)
  const mass = massG(total)
  const lacticG = total.acidEqFixed / ACID_EQUIVALENT[STOCK_ACID]
  const per = (species: Species) => (species === 'fixacid' ? lacticG : total[species])
  const own = Object.fromEntries(SPECIES.map((s) => [s, (100 * per(s)) / mass])) as Record<Species, number>
  const { water: _water, ...dry } = own
  const marks = new Set([
    ...(typed.marks ?? []),
    ...maker.items.flatMap((i) => goods.get(i.ingredientId)?.marks ?? []),
  ])
  return {
    ...typed,
    // what the acids weigh otherwise goes to the water, so that it adds up
    per100G: { ...dry, water: 100 - Object.values(dry).reduce((sum, g) => sum + g, 0) },
    fixedAcid: STOCK_ACID,
    marks: [...marks],
    allergens: end.allergens,
    costMinorPerKg: (1000 * end.costMinor) / mass,
    madeBy: { formulaId: maker.id, version: maker.version },
  }
}

/**
 * The goods of a kitchen by id, those that its own formulas make worked out from them down to the stock: composition, marks, allergens and cost
 * are computed along the descent, never typed twice. A good whose formula runs in a circle or lacks something stays as the pantry has it.
 */
export function kitchenGoods({
  ingredients,
  formulas,
  settings,
}: Pick<KitchenCatalog, 'ingredients' | 'formulas' | 'settings'>): ReadonlyMap<string, Ingredient> {
  const goods = new Map<string, Ingredient>(ingredients.map((i) => [i.id, i]))
  const makers = makersOf(formulas)
  const settled = new Set<string>()
  const settle = (id: string): void => {
    const maker = makers.get(id)
    const typed = goods.get(id)
    if (settled.has(id) || !maker || !typed) return
    settled.add(id)
    const made = applyChoices(maker, NO_CHOICES)
    if (findCycle(maker, makers) || made.items.some((i) => !goods.has(i.ingredientId))) return
    for (const item of made.items) settle(item.ingredientId)
    const end = traceFormula(made, { ingredients: goods, altitudeM: settings.altitudeM }).at(-1)
    if (end && end.massG > 0) goods.set(id, madeGood(typed, maker, end, goods))
  }
  for (const id of makers.keys()) settle(id)
  return goods
}
