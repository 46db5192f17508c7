import type { Formula } from '../formula/formula'

/** Families of sauces as they keep. */
export type KeepKind =
  | 'stock'
  | 'fishStock'
  | 'brownMother'
  | 'velouteBechamel'
  | 'creamReduction'
  | 'starchSauce'
  | 'brownedButter'
  | 'butterMounted'
  | 'eggEmulsion'
  | 'shellfishCoulis'

/** Days chilled by family; 0 where it is made anew. The house's cautious defaults, quality and caution, not microbiology. `kitchen:§7` */
export const KEEPING: Readonly<Record<KeepKind, { readonly chilledDays: number }>> = {
  stock: { chilledDays: 4 },
  fishStock: { chilledDays: 2 },
  brownMother: { chilledDays: 7 },
  velouteBechamel: { chilledDays: 3 },
  creamReduction: { chilledDays: 3 },
  starchSauce: { chilledDays: 3 },
  brownedButter: { chilledDays: 5 },
  butterMounted: { chilledDays: 0 },
  eggEmulsion: { chilledDays: 0 },
  shellfishCoulis: { chilledDays: 2 },
}

const MILKY = /cream|creme|milk/i
const SHELLS = /shell|crayfish|prawn|crab|lobster/i

/** The family that a formula keeps as: by what it is made of and how it is finished, the most delicate first. */
export function keepKindOf({
  emulsion,
  steps,
  items,
}: Pick<Formula, 'emulsion' | 'steps' | 'items'>): KeepKind {
  const has = (act: string) => steps.some((s) => s.technique === act)
  const holds = (what: RegExp) => items.some((i) => what.test(i.ingredientId))
  if (emulsion || has('liaison')) return 'eggEmulsion'
  if (has('mount')) return 'butterMounted'
  if (holds(SHELLS)) return 'shellfishCoulis'
  if (holds(/^fish(?!Sauce)/)) return 'fishStock'
  const roux = steps.find((s) => s.technique === 'roux')
  if (roux) return roux.roux === 'brown' && !holds(MILKY) ? 'brownMother' : 'velouteBechamel'
  if (has('brown')) return 'brownedButter'
  if (holds(MILKY)) return 'creamReduction'
  return has('thicken') ? 'starchSauce' : 'stock'
}
