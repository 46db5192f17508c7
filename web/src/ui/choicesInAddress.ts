import { NO_CHOICES, type Choices, type Formula } from '@liquamen/core'
import type { LocationQuery, LocationQueryRaw } from 'vue-router'

const words = (value: LocationQuery[string] | undefined): string[][] =>
  typeof value === 'string' ? value.split('~').map((part) => part.split('.')) : []

/** What was chosen on the workbench as it stands in an address: `ways=butter.clarified~bath.hard`, `swaps=stock.chickenBrothTin.1000` (per mille). */
export function choicesToQuery({ schools, swaps }: Choices): LocationQueryRaw {
  const ways = Object.entries(schools).map(([school, option]) => `${school}.${option}`)
  const goods = Object.entries(swaps).map(
    ([item, s]) => `${item}.${s.ingredientId}.${Math.round(s.factor * 1000)}`,
  )
  return {
    ...(ways.length ? { ways: ways.join('~') } : {}),
    ...(goods.length ? { swaps: goods.join('~') } : {}),
  }
}

/** Choices from an address; what the formula does not know, or is no amount, is passed over. */
export function choicesFromQuery(query: LocationQuery, formula: Formula | undefined): Choices | undefined {
  if (!formula) return undefined
  const schools = words(query.ways).filter(([school, option]) =>
    formula.schools?.find((s) => s.id === school)?.options.some((o) => o.id === option),
  )
  const swaps = words(query.swaps).filter(
    ([item, good, factor]) => good && Number(factor) > 0 && formula.items.some((i) => i.id === item),
  )
  if (schools.length + swaps.length === 0) return undefined
  return {
    ...NO_CHOICES,
    schools: Object.fromEntries(schools.map(([school, option]) => [school, option])) as Choices['schools'],
    swaps: Object.fromEntries(
      swaps.map(([item = '', good = '', factor]) => [
        item,
        { ingredientId: good, factor: Number(factor) / 1000 },
      ]),
    ),
  }
}
