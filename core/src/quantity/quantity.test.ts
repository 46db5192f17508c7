import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allocate, contradictionOf, inParts } from './checkAmounts'
import { parseQuantity } from './parseQuantity'
import { sayMass, sayVolume, sizeOfSpoken } from './sayQuantity'
import { weighSaid, type HouseMeasures, type WeighedGood } from './weigh'

const butter: WeighedGood = { id: 'butter', densityGPerMl: 0.91, isLiquid: false }
const cream: WeighedGood = { id: 'cream', densityGPerMl: 0.99, isLiquid: true }
const lemon: WeighedGood = { id: 'lemon', densityGPerMl: 1, isLiquid: false, pieceG: 120, trimYield: 0.35 }
const yolk: WeighedGood = { id: 'yolk', densityGPerMl: 1.03, isLiquid: true, pieceG: 17 }
const house: HouseMeasures = {
  readings: { cup: 'us', oz: 'fluidUs', stick: 'us' },
  weighed: { pinch: { low: 0.3, value: 0.5, high: 0.8 } },
}
const ok = (text: string) => {
  const said = parseQuantity(text)
  if (said.status !== 'ok') throw new Error(`${text}: ${JSON.stringify(said)}`)
  return said
}
const grams = (text: string, good: WeighedGood) => {
  const w = weighSaid(ok(text), good, house)
  if (w.status !== 'ok') throw new Error(JSON.stringify(w))
  return w.massG.value
}

describe('amounts as cooks say them', () => {
  it.each([
    ['2 tbsp', [[2, 2, 'tbsp']], ''],
    ['1 1/2 cups cream', [[1.5, 1.5, 'cup']], 'cream'],
    ['1½ cups', [[1.5, 1.5, 'cup']], ''],
    ['half a lemon', [[0.5, 0.5, 'piece']], 'lemon'],
    ['8 oz', [[8, 8, 'oz']], ''],
    ['half a dozen yolks', [[6, 6, 'piece']], 'yolks'],
    ['two and a half shallots', [[2.5, 2.5, 'piece']], 'shallots'],
    ['2 and a quarter cups', [[2.25, 2.25, 'cup']], ''],
    ['1 heaped tablespoon flour', [[1, 1, 'heapedTbsp']], 'flour'],
    ['1 1/4 cups (313 ml) cream', [[313, 313, 'ml']], 'cream'],
    ['200 g (7 oz) butter', [[200, 200, 'g']], 'butter'],
    ['3 tablespoons', [[3, 3, 'tbsp']], ''],
    ['½ bunch chervil', [[0.5, 0.5, 'bunch']], 'chervil'],
    ['3 large yolks', [[3, 3, 'piece']], 'yolks'],
    ['500 ml', [[500, 500, 'ml']], ''],
    [
      '2 lb 4 oz',
      [
        [2, 2, 'lb'],
        [4, 4, 'oz'],
      ],
      '',
    ],
    ['30–40 g', [[30, 40, 'g']], ''],
    ['30 to 40 g butter', [[30, 40, 'g']], 'butter'],
    ['a pinch', [[1, 1, 'pinch']], ''],
    ['1,5 l', [[1.5, 1.5, 'l']], ''],
    ['0.125 l', [[0.125, 0.125, 'l']], ''],
    ['two thirds cup', [[2 / 3, 2 / 3, 'cup']], ''],
    ['a dozen eggs', [[12, 12, 'piece']], 'eggs'],
    ['6 fl oz wine', [[6, 6, 'flOz']], 'wine'],
    ['3/4 cup', [[0.75, 0.75, 'cup']], ''],
    ['250g butter', [[250, 250, 'g']], 'butter'],
    ['3 shallots', [[3, 3, 'piece']], 'shallots'],
  ])('%s', (text, amounts, rest) => {
    const said = ok(text)
    expect(said.amounts.map((a) => [a.low, a.high, a.unitId])).toEqual(amounts)
    expect(said.rest).toBe(rest)
  })
  it('about is kept', () => expect(ok('about 200 ml').isAbout).toBe(true))
  it('a comma before three digits is asked about, both readings side by side', () => {
    const said = parseQuantity('1,500 ml')
    expect(said).toMatchObject({
      status: 'ask',
      code: 'separator',
      options: [{ amounts: [{ low: 1.5, unitId: 'ml' }] }, { amounts: [{ low: 1500, unitId: 'ml' }] }],
    })
  })
  it.each([
    ['butter', 'missing'],
    ['salt, to taste', 'missing'],
    ['-3 g', 'bad'],
    ['1/0 cup', 'bad'],
    ['🧈 2', 'bad'],
    ['2 🧈', 'bad'],
    ['', 'bad'],
    ['%%%', 'bad'],
  ])('%s is %s', (text, status) => expect(parseQuantity(text).status).toBe(status))
  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 40 }), (text) => {
        expect(['ok', 'ask', 'missing', 'bad']).toContain(parseQuantity(text).status)
      }),
    )
  })
})

describe('what they weigh', () => {
  it.each([
    ['2 tbsp', cream, 29.7],
    ['1 cup', cream, 234.2],
    ['8 oz', butter, 226.8],
    ['8 oz', cream, 234.2],
    ['3 large yolks', yolk, 51],
    ['half a lemon', lemon, 21],
    ['2 lb 4 oz', butter, 1020.6],
    ['1 stick', butter, 113.4],
    ['a pinch', butter, 0.5],
    ['30–40 g', butter, 35],
  ] as const)('%s', (text, good, expected) =>
    expect(Math.abs(grams(text, good) - expected)).toBeLessThan(0.1),
  )
  it('asks once for what has no size: a country, a pinch, a piece', () => {
    expect(weighSaid(ok('1 cup'), cream)).toMatchObject({
      code: 'whichReading',
      readings: ['us', 'metric', 'japan'],
    })
    expect(weighSaid(ok('8 oz'), cream)).toMatchObject({ code: 'whichReading' })
    expect(weighSaid(ok('1 block'), butter)).toMatchObject({ code: 'whichReading', unitId: 'block' })
    expect(weighSaid(ok('a splash'), cream)).toMatchObject({ code: 'weighOnce', unitId: 'splash' })
    expect(weighSaid(ok('2 pieces'), butter)).toMatchObject({ code: 'pieceUnknown' })
  })
  it('a vague word keeps its range', () =>
    expect(weighSaid(ok('2 pinches'), butter, house)).toMatchObject({
      massG: { low: 0.6, value: 1, high: 1.6 },
      from: ['house'],
    }))
  it('what is said back means the same, to what a scale or spoon can show', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 20_000, noNaN: true }),
        fc.constantFrom('metric' as const, 'us' as const),
        (amount, system) => {
          expect(Math.abs(sizeOfSpoken(sayMass(amount, system)) - amount)).toBeLessThanOrEqual(
            Math.max(0.06 * amount, 1.5),
          )
          expect(Math.abs(sizeOfSpoken(sayVolume(amount, system)) - amount)).toBeLessThanOrEqual(
            Math.max(0.2 * amount, 1),
          )
        },
      ),
    )
  })
})

describe('amounts that contradict each other', () => {
  const claim = (says: string, value: number, by = 0) => ({ says, low: value - by, value, high: value + by })
  it('are shown side by side; those within a tenth are not', () => {
    expect(contradictionOf('salt', [claim('a pinch', 0.5, 0.3), claim('1 tsp', 5.5)])).toMatchObject({
      ratio: 11,
    })
    expect(
      contradictionOf('wine', [claim('300 ml', 297), claim('a bottle less a glass', 310, 20)]),
    ).toBeUndefined()
    expect(contradictionOf('wine', [claim('300 ml', 297)])).toBeUndefined()
  })
  it('staged additions add up, or say by how much they do not', () => {
    expect(allocate(300, inParts(3))).toMatchObject({ status: 'ok' })
    expect(allocate(300, [{ massG: 100 }, 'rest'])).toEqual({ status: 'ok', partsG: [100, 200] })
    expect(allocate(300, [{ massG: 200 }, { massG: 200 }])).toEqual({ status: 'tooMuch', byG: 100 })
    expect(allocate(300, [{ massG: 200 }, { massG: 50 }])).toEqual({ status: 'tooLittle', byG: 50 })
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 5000, noNaN: true }),
        fc.integer({ min: 1, max: 12 }),
        (total, n) => {
          const split = allocate(total, inParts(n))
          expect(
            split.status === 'ok' && Math.abs(split.partsG.reduce((a, b) => a + b, 0) - total),
          ).toBeLessThan(1e-6 * total)
        },
      ),
    )
  })
})
