import {
  shownItem,
  type FormulaDifference,
  type FormulaItem,
  type Ingredient,
  type ShowAs,
} from '@liquamen/core'
import { numberText } from '../ui/format'
import { texts } from '../ui/texts'

const { difference: says, units } = texts.workbench
/** What one is called where it is counted. */
function pieceWord(good: Ingredient, n: number): string {
  if (good.emulsionRole !== 'yolk') return units.pieces
  return n === 1 ? units.yolk : units.yolks
}

/** An amount as this device and this kitchen's scale show it; typed back it means the same. */
export function amountText(
  amount: FormulaItem['amount'],
  good: Ingredient,
  factor: number,
  showAs: ShowAs,
): string {
  const { spoken } = shownItem(amount, good, factor, showAs)
  if (spoken.unitId === 'piece') return `${spoken.value} ${pieceWord(good, spoken.value)}`
  return `${Number(spoken.value.toFixed(2))} ${units.words[spoken.unitId] ?? spoken.unitId}`
}

/** An amount with the decimals that tell it from another. */
const exactText = (a: FormulaItem['amount'], decimals: number): string =>
  'massG' in a ? `${numberText(a.massG, decimals)} g` : `${numberText(a.volumeMl, decimals)} ml`

/** Both sides of a changed amount; where rounding would hide the change, with their decimals. */
function bothAmounts(to: FormulaItem['amount'], from: FormulaItem['amount']): string {
  const decimals = exactText(to, 0) === exactText(from, 0) ? 2 : 0
  return says.amount(exactText(to, decimals), exactText(from, decimals))
}

/** A difference as a cook would note it. */
export function sayDifference(d: FormulaDifference, ingredients: ReadonlyMap<string, Ingredient>): string {
  const name = (id: string) => ingredients.get(id)?.name ?? id
  switch (d.kind) {
    case 'amount':
      return `${name(d.ingredientId)} ${bothAmounts(d.to, d.from)}`
    case 'swapped':
      return says.swapped(name(d.to), name(d.from))
    case 'added':
      return says.added(exactText(d.amount, 0), name(d.ingredientId))
    case 'dropped':
      return says.dropped(name(d.ingredientId))
    case 'moved':
      return says.moved(name(d.ingredientId), d.to, d.from)
    case 'stepAdded':
      return says.stepAdded(d.verb)
    case 'stepDropped':
      return says.stepDropped(d.verb)
    case 'step':
      return says.step(d.verb, d.what, d.to, d.from)
  }
}
