import { describe, expect, it } from 'vitest'
import { eveningOfFloor, type FeedCard } from './floor'

const NOW_MS = Date.UTC(2026, 10, 28, 19)
const card: FeedCard = {
  dishes: [
    { id: 'beef', name: 'Beef', perCover: 0.6, delayMin: 25, isOff: false },
    { id: 'trout', name: 'Trout', perCover: 0.3, delayMin: 20, isOff: false },
    { id: 'eggs', name: 'Eggs', perCover: 0.4, delayMin: 8, isOff: true },
  ],
  sittings: [
    { name: 'First', startsAtMs: NOW_MS, covers: 34, spreadMin: 15 },
    { name: 'Second', startsAtMs: NOW_MS + 105 * 60_000, covers: 26, spreadMin: 15 },
  ],
}
const evening = eveningOfFloor(card)
const first = evening.filter((s) => s.order.revision === 0)

describe('a floor that is not there', () => {
  it('the same card gives the same evening; every cover sits and orders a dish that is not off', () => {
    expect(eveningOfFloor(card)).toEqual(evening)
    const plates = first.flatMap((s) => s.order.plates)
    expect(plates.reduce((sum, p) => sum + p.count, 0)).toBe(60)
    expect(new Set(plates.map((p) => p.dish))).toEqual(new Set(['beef', 'trout']))
  })
  it('sends in order of time, each table before its plates go, a change after what it changes', () => {
    const times = evening.map((s) => s.atMs)
    expect(times).toEqual([...times].sort((a, b) => a - b))
    for (const { atMs, order } of evening) expect(order.pickUpAtMs).toBeGreaterThan(atMs)
    for (const change of evening.filter((s) => s.order.revision === 1))
      expect(change.atMs).toBeGreaterThan(first.find((s) => s.order.ref === change.order.ref)!.atMs)
  })
  it('each sitting has a guest who must not have milk and one who must not have lightly cooked egg, each with a plate of their own', () => {
    for (const { name } of card.sittings) {
      const guests = first
        .filter((s) => s.order.ref.startsWith(name))
        .flatMap((s) => s.order.plates.filter((p) => p.guest))
      const said = guests.map((p) => `${p.count} ${p.guest!.allergies.join()} ${p.guest!.noLightlyCookedEgg}`)
      expect(said.sort()).toEqual(['1  true', '1 milk false'])
    }
  })
  it('a card from which all is off, or on which nobody sits, sends nothing', () => {
    expect(eveningOfFloor({ ...card, dishes: card.dishes.map((d) => ({ ...d, isOff: true })) })).toEqual([])
    expect(eveningOfFloor({ ...card, sittings: [] })).toEqual([])
  })
})
