import type { Formula } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import type { SauceKind } from './pairing'

/**
 * Which of the table's kinds a sauce is, read off what goes into it and what is done with it, so that a house's own sauce has one too; none for a
 * stock or a base. `kitchen:§10`
 */
export function sauceKindOf(
  formula: Pick<Formula, 'items' | 'steps' | 'makes'>,
  ingredients: ReadonlyMap<string, Ingredient>,
): SauceKind | undefined {
  if (formula.makes) return undefined
  const ids = formula.items.map((i) => i.ingredientId)
  const has = (what: RegExp) => ids.some((id) => what.test(id))
  const does = (technique: Formula['steps'][number]['technique']) =>
    formula.steps.some((s) => s.technique === technique)
  const isGroup = (group: string) => ids.some((id) => ingredients.get(id)?.group === group)
  const hasCream = has(/^cream|cremeFraiche/)
  const hasDemi = has(/demiGlace|brownSauce/i)
  if (ids.some((id) => ingredients.get(id)?.emulsionRole === 'yolk') && (does('pour') || does('blend')))
    return has(/tarragon|chervil|mint/) ? 'eggHerb' : 'egg'
  if (does('brown') && !does('reduce')) return 'brownButter'
  if (has(/lobster|crab|crayfish|shellfish/i)) return 'shellCoulis'
  if (has(/sorrel/)) return 'sourLeafCream'
  if (hasCream && has(/peppercorn/)) return 'pepperCream'
  if (hasCream || does('roux') || does('liaison')) return has(/^mushroom/) ? 'starchMushroom' : 'velouteCream'
  if (does('mount') && does('reduce') && !does('sweat') && !does('deglaze'))
    return has(/red/i) ? 'redButter' : 'whiteButter'
  if (hasDemi) return has(/vinegar|mustard/i) ? 'brownVinegar' : 'demiWine'
  if (has(/^mushroom/)) return 'starchMushroom'
  if (has(/wine|port|madeira|marsala/i) && !isGroup('bones') && has(/glace|glaze/i)) return 'wineGlaze'
  return does('mount') ? 'mountedJus' : 'thinJus'
}
