import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { KitchenKind } from '../facts/kinds/kinds'
import type { KitchenCatalog, Ring, RingMeasure } from './kitchen'

const MOST_TESTS = 12

/** A list with a thing put in: where one of its id stood, else at the end. */
function withItem<T extends { readonly id: string }>(list: readonly T[], item: T): readonly T[] {
  return list.some((x) => x.id === item.id) ? list.map((x) => (x.id === item.id ? item : x)) : [...list, item]
}
const without = <T extends { readonly id: string }>(list: readonly T[], id: string): readonly T[] =>
  list.filter((x) => x.id !== id)

/** A ring as it is set keeps the tests that are in force: they belong to the flame, not to its place. */
const keepsTests = (before: readonly Ring[], ring: Ring): Ring => {
  const measured = before.find((r) => r.id === ring.id)?.measured ?? ring.measured
  return measured ? { ...ring, measured } : ring
}
function tested(rings: readonly Ring[], fact: FactOf<'ring.tested'>): readonly Ring[] {
  const { ringId, position, powerW, sdShare, diameterMm } = fact.payload
  return rings.map((ring) => {
    if (ring.id !== ringId) return ring
    const measure: RingMeasure = { id: fact.id, atMs: fact.atMs, position, powerW, sdShare, diameterMm }
    return {
      ...ring,
      measured: [...(ring.measured ?? []).filter((m) => m.id !== fact.id), measure].slice(-MOST_TESTS),
    }
  })
}

function apply(kitchen: KitchenCatalog, fact: FactOf<KitchenKind>): KitchenCatalog {
  switch (fact.kind) {
    case 'place.set':
      return { ...kitchen, settings: { ...kitchen.settings, ...fact.payload } }
    case 'rules.set':
      return { ...kitchen, settings: { ...kitchen.settings, rules: fact.payload.rules } }
    case 'ring.set':
      return { ...kitchen, rings: withItem(kitchen.rings, keepsTests(kitchen.rings, fact.payload.ring)) }
    case 'ring.removed':
      return { ...kitchen, rings: without(kitchen.rings, fact.payload.ringId) }
    case 'ring.tested':
      return { ...kitchen, rings: tested(kitchen.rings, fact) }
    case 'pan.set':
      return { ...kitchen, pans: withItem(kitchen.pans, fact.payload.pan) }
    case 'pan.removed':
      return { ...kitchen, pans: without(kitchen.pans, fact.payload.panId) }
    case 'well.set':
      return { ...kitchen, wells: withItem(kitchen.wells, fact.payload.well) }
    case 'well.removed':
      return { ...kitchen, wells: without(kitchen.wells, fact.payload.wellId) }
    case 'probe.checked':
      return {
        ...kitchen,
        probes: [
          ...(kitchen.probes ?? []).filter((p) => p.channelId !== fact.payload.channelId),
          { ...fact.payload, atMs: fact.atMs },
        ],
      }
    case 'scale.checked': {
      const { name, factor } = fact.payload
      return {
        ...kitchen,
        settings: { ...kitchen.settings, scaleFactor: factor },
        scales: [...(kitchen.scales ?? []).filter((s) => s.name !== name), { name, factor, atMs: fact.atMs }],
      }
    }
    case 'dish.set':
      return { ...kitchen, dishes: withItem(kitchen.dishes ?? [], fact.payload.dish) }
    case 'dish.removed':
      return { ...kitchen, dishes: without(kitchen.dishes ?? [], fact.payload.dishId) }
    case 'crew.set':
    case 'crew.removed':
      return kitchen // who cooks stands beside the facts, with names that may be erased
  }
}

/**
 * The kitchen as its facts made it: what it was, and every change since. A fact that is folded twice changes nothing more, so that a kitchen which
 * has some of them in already may be given them again.
 *
 * @param sorted - of the kitchen's stream, in fold order
 */
export function foldKitchen(before: KitchenCatalog, sorted: readonly Fact[]): KitchenCatalog {
  if (sorted.length === 0) return before
  let kitchen = before
  for (const fact of effectiveFacts(sorted).facts) if (isOf('kitchen', fact)) kitchen = apply(kitchen, fact)
  return kitchen
}
