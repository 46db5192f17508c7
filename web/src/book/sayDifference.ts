import { sayMass, sayVolume, type FormulaDifference, type FormulaItem, type Ingredient, type MeasureSystem } from '@liquamen/core'
import { numberText } from '../shared/format'

const WORD: Readonly<Record<string, string>> = { cup: 'US cup', flOz: 'fl oz' }

/** An amount as this device speaks, to what a scale, jug or spoon can show; typed back it means the same. */
export function amountText(amount: FormulaItem['amount'], factor = 1, system: MeasureSystem = 'metric'): string {
  if (system === 'us') {
    const said = 'massG' in amount ? sayMass(amount.massG * factor, system) : sayVolume(amount.volumeMl * factor, system)
    return `${Number(said.value.toFixed(2))} ${WORD[said.unitId] ?? said.unitId}`
  }
  if ('volumeMl' in amount) return `${numberText(amount.volumeMl * factor).replace(/,/g, '')} ml`
  const grams = amount.massG * factor
  return `${numberText(grams, grams < 10 ? 1 : 0).replace(/,/g, '')} g`
}

/** Both sides of a changed amount; where rounding would hide the change, with their decimals. */
function bothAmounts(to: FormulaItem['amount'], from: FormulaItem['amount']): string {
  const exact = (a: FormulaItem['amount']) => ('massG' in a ? `${numberText(a.massG, 2)} g` : `${numberText(a.volumeMl, 2)} ml`)
  const say = amountText(to) === amountText(from) ? exact : amountText
  return `${say(to)}, was ${say(from)}`
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
      return `${amountText(d.amount)} ${name(d.ingredientId)} more`
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
