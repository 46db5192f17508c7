import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { gelatinDose } from './gelatin'

describe('gelatin for a thin stock', () => {
  it('a litre from 0.8 to 2 % takes about 17 g, bloomed in six times as much water, melted in a fifth of it', () => {
    const dose = gelatinDose(1000, 0.008, 0.02)
    expect(dose.gelatinG).toBeCloseTo(12 / (0.86 - 0.14), 6)
    expect(dose.bloomMl).toBeCloseTo(dose.gelatinG * 6, 9)
    expect(dose.hotStockG).toBeCloseTo(((dose.gelatinG + dose.bloomMl) * 40) / 40, 6)
  })
  it('the stock ends as strong as wanted, its bloom water counted, and one that is strong enough takes none', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 50, max: 1e4, noNaN: true }),
        fc.double({ min: 0, max: 0.05, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        (m, now, target) => {
          const { gelatinG, bloomMl, hotStockG } = gelatinDose(m, now, target)
          expect(hotStockG).toBeLessThanOrEqual(m)
          if (target <= now) expect(gelatinG).toBe(0)
          else expect((m * now + 0.86 * gelatinG) / (m + gelatinG + bloomMl)).toBeCloseTo(target, 9)
        },
      ),
    ))
})
