import { describe, expect, it } from 'vitest'
import { reducedStyle, WINE_STYLES } from '../../mixture/wineStyle'
import { expectWithin } from '../../testing.test-helper'
import { crunchS, cuttingOrder, greenForMin, greenLeft, leafPerG } from './fading'

describe('kitchen:K-L last-minute things', () => {
  it('K-L1 green', () => {
    expectWithin(greenLeft(10, 60, 4.2), 0.6836, 0.01)
    expectWithin(greenForMin(85, 5), 3.46, 0.01)
  })
  it.each([
    [60, 4.2, 9.4],
    [52, 5, 44],
    [95, 6, 5.1],
    [95, 4, 0.5],
  ])('at %d °C and pH %d it looks fresh for %d min', (tempC, ph, minutes) =>
    expect(Math.abs(greenForMin(tempC, ph) - minutes)).toBeLessThan(Math.max(0.06, 0.02 * minutes)),
  )
  it('K-L2 croutons and leaves', () => {
    expectWithin(crunchS(0.2), 53.7, 0.01)
    expectWithin(leafPerG(85, 5), 0.308, 0.01)
    expect(leafPerG(60, 5)).toBe(0)
    expect(leafPerG(85, 70)).toBe(Infinity)
  })
  it('what keeps longest is cut first, what blackens last', () =>
    expect(cuttingOrder(['tarragonChervil', 'onion', 'roots', 'shallot'])).toEqual([
      'roots',
      'onion',
      'shallot',
      'tarragonChervil',
    ]))
})

describe('kitchen:K-G wines reduced', () => {
  it('K-G1 a sweet one to a third', () => {
    const { sugarGPerL } = reducedStyle(WINE_STYLES.port, 1 / 3)
    expectWithin(sugarGPerL, 300, 1e-9)
    expectWithin((sugarGPerL * 15) / 1000, 4.5, 1e-9)
  })
  it('K-G2 acid, of which part leaves', () => {
    const white = { ...WINE_STYLES.dryWhite, fixedAcidGPerL: 5.4, volatileAcidGPerL: 0.6 }
    expectWithin(reducedStyle(white, 0.25).acidGPerL, 22.51, 0.005)
  })
  it('K-G3 a salted one', () => {
    const { saltGPerL } = reducedStyle(WINE_STYLES.saltedCookingWine, 1 / 3)
    expectWithin(saltGPerL, 36, 1e-9)
    expectWithin(saltGPerL / 3, 12, 1e-9)
  })
})
