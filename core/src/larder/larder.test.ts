import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import type { Fact } from '../facts/fact'
import type { FactKind, Payloads } from '../facts/kinds/kinds'
import { kitchenGoods } from '../formula/kitchenGoods'
import { itemMassG } from '../formula/itemMassG'
import { derivativesOf } from './derivatives'
import { larchwaterTest } from '../demoKitchen.test-helper'
import { keepKindOf } from './keepingTable'
import { chilledLimit, larderDays } from './larderDays'
import { foldLot, storeHoldings, type LotState } from './foldLot'

const DAY = 86_400_000
const NOW = Date.UTC(2026, 10, 26)
let n = 0
const fact = <K extends FactKind>(kind: K, payload: Payloads[K], atMs = NOW): Fact =>
  ({
    id: `f${++n}`,
    kitchenId: 'k',
    streamKind: 'lot',
    streamId: 'l',
    kind,
    v: 1,
    deviceId: 'd',
    deviceSeq: n,
    deviceAtMs: atMs,
    clockOffsetMs: 0,
    actor: { deviceId: 'd' },
    payload,
    atMs,
  }) as unknown as Fact
const stored = (massG: number, expiresAtMs = NOW + DAY, ingredientId = 'demiGlace') =>
  fact('lot.stored', {
    ingredientId,
    massG,
    place: 'fridge',
    madeAtMs: NOW - DAY,
    expiresAtMs,
    batchId: null,
  })
const goods = kitchenGoods(kitchen)

describe('a lot of the store', () => {
  it('is as it was last counted, until it is gone', () => {
    const first = stored(2400)
    expect(foldLot('l', [first])).toMatchObject({ status: 'held', massG: 2400 })
    expect(foldLot('l', [first, fact('lot.counted', { massG: 1800 }, NOW + 1)])).toMatchObject({
      massG: 1800,
      countedAtMs: NOW + 1,
    })
    expect(foldLot('l', [first, fact('lot.emptied', { reason: '' })])).toMatchObject({
      status: 'gone',
      massG: 0,
    })
  })
  it('what was taken of it before a clock that ran ahead had it stored is gone all the same', () => {
    const taking = fact('lot.taken', { massG: 300, batchId: 'b', itemId: 'i' }, NOW - 5)
    expect(foldLot('l', [taking, stored(2400)]).massG).toBe(2100)
    expect(foldLot('l', [taking, stored(200)]).massG).toBe(0)
  })
  it('a count taken back brings the one before it back; a fact of another stream is a deviation', () => {
    const count = fact('lot.counted', { massG: 100 })
    const back = fact('fact.voided', { factId: count.id, reason: 'wrong tub' }, NOW + 2)
    expect(foldLot('l', [stored(2400), count, back]).massG).toBe(2400)
    expect(foldLot('l', [fact('order.cancelled', { reason: '' })])).toMatchObject({
      status: 'unknown',
      deviations: [{ code: 'notOfThisStream' }],
    })
  })
})

describe('how long it keeps where', () => {
  const keeps = { hotMin: 240, chilledDays: 3, freezes: 'good' } as const
  const stock = { steps: [], items: [], keeps }
  it('chilled by its formula, frozen by how well it freezes, and nowhere else', () => {
    expect(larderDays(stock, 'fridge')).toBe(3)
    expect(larderDays(stock, 'freezer')).toBe(90)
    expect(larderDays({ ...stock, keeps: { ...keeps, freezes: 'no' } }, 'freezer')).toBe(0)
    expect(larderDays(stock, 'shelf')).toBe(0)
    expect(larderDays({ ...stock, keeps: undefined as never }, 'fridge')).toBe(0)
  })
  it('of house and code the stricter; where the code says nothing, what its family usually keeps', () => {
    const long = { ...stock, keeps: { ...keeps, chilledDays: 30 } }
    expect(chilledLimit(long, 7)).toEqual({ days: 7, by: 'code' })
    expect(chilledLimit(long)).toEqual({ days: 4, by: 'code' })
    expect(chilledLimit(stock, 7)).toEqual({ days: 3, by: 'house' })
  })
  it('every sauce of the book keeps as its family does', () => {
    const kinds = Object.fromEntries(larchwaterTest.formulas.map((f) => [f.id, keepKindOf(f)]))
    expect(kinds).toMatchObject({
      brownStockMade: 'stock',
      fishStockMade: 'fishStock',
      shellfishStockMade: 'shellfishCoulis',
      brownSauce: 'brownMother',
      veloute: 'velouteBechamel',
      hollandaise: 'eggEmulsion',
      beurreBlanc: 'butterMounted',
    })
  })
})

describe('what the store holds', () => {
  it('adds lots of one good, and keeps what is past its day apart', () => {
    const lots: LotState[] = [
      [stored(1000)],
      [stored(500, NOW + 2 * DAY)],
      [stored(700, NOW - 1)],
      [stored(0)],
    ].map((f, i) => foldLot(`l${i}`, f))
    expect(storeHoldings(lots, NOW).get('demiGlace')).toEqual({
      ingredientId: 'demiGlace',
      massG: 1500,
      expiredG: 700,
      expiresAtMs: NOW + DAY,
    })
    expect(storeHoldings([foldLot('l', [stored(5), fact('lot.emptied', { reason: '' })])], NOW).size).toBe(0)
  })
})

describe('what can be made of a base', () => {
  it('names every sauce that takes it, with the portions that it is enough for', () => {
    const made = derivativesOf('demiGlace', 2600, kitchen.formulas, goods)
    expect(made.map((d) => d.formulaId)).toEqual(
      expect.arrayContaining(['bordelaise', 'chasseur', 'poivrade', 'redWineShallot']),
    )
    expect(made.map((d) => d.formulaId)).not.toContain('hollandaise')
    expect(derivativesOf('moonstone', 100, kitchen.formulas, goods)).toEqual([])
  })
  it('never promises more than there is', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20_000 }), (massG) => {
        for (const { formulaId, portions } of derivativesOf('brownStock', massG, kitchen.formulas, goods)) {
          const f = kitchen.formulas.find((x) => x.id === formulaId)!
          const needsG = f.items
            .filter((i) => i.ingredientId === 'brownStock')
            .reduce((g, i) => g + itemMassG(i, goods.get('brownStock')!), 0)
          expect((portions / f.basisPortions) * needsG).toBeLessThanOrEqual(massG * (1 + 1e-9))
        }
      }),
    ))
})
