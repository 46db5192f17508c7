import {
  shownItem,
  type FormulaDifference,
  type FormulaItem,
  type Ingredient,
  type ShowAs,
} from '@liquamen/core'
import { numberText } from '../ui/format'

const WORD: Readonly<Record<string, string>> = { cup: 'US cup', flOz: 'fl oz' }
/** What one is called where it is counted. */
function pieceWord(good: Ingredient, n: number): string {
  if (good.emulsionRole !== 'yolk') return 'pieces'
  return n === 1 ? 'yolk' : 'yolks'
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
  return `${Number(spoken.value.toFixed(2))} ${WORD[spoken.unitId] ?? spoken.unitId}`
}

/** An amount with the decimals that tell it from another. */
const exactText = (a: FormulaItem['amount'], decimals: number): string =>
  'massG' in a ? `${numberText(a.massG, decimals)} g` : `${numberText(a.volumeMl, decimals)} ml`

/** Both sides of a changed amount; where rounding would hide the change, with their decimals. */
function bothAmounts(to: FormulaItem['amount'], from: FormulaItem['amount']): string {
  const decimals = exactText(to, 0) === exactText(from, 0) ? 2 : 0
  return `${exactText(to, decimals)}, was ${exactText(from, decimals)}`
}

/** A difference as a cook would note it. */
export function sayDifference(d: FormulaDifference, ingredients: ReadonlyMap<string, Ingredient>): string {
  const name = (id: string) => ingredients.get(id)?.name ?? id
  switch (d.kind) {
    case 'amount':
      return `${name(d.ingredientId)} ${bothAmounts(d.to, d.from)}`
    case 'swapped':
      return `${name(d.to)} for ${name(d.from)}`
    case 'added':
      return `${exactText(d.amount, 0)} ${name(d.ingredientId)} more`
    case 'dropped':
      return `no ${name(d.ingredientId)}`
    case 'moved':
      return `${name(d.ingredientId)} at “${d.to}”, not “${d.from}”`
    case 'stepAdded':
      return `then: ${d.verb}`
    case 'stepDropped':
      return `without: ${d.verb}`
    case 'step':
      return `${d.verb}: ${d.what} ${d.to}, was ${d.from}`
  }
}
