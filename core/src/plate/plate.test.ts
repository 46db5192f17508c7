import { describe, expect, it } from 'vitest'
import { learnPortions, forgetAWeek, portionsFor } from '../demand/learned'
import { isInSeason, pair, pairings } from './pairing'
import { plateSalt, sauceAllowance, sauceAllowancePct } from './plateSalt'

describe('salt of the whole plate (kitchen.md §9)', () => {
  const muffin = [
    { massG: 55, saltPct: 1.1 },
    { massG: 40, saltPct: 2.3 },
    { massG: 100, saltPct: 0.3 },
  ]
  it('K-A1: muffin, ham and eggs', () => {
    expect(sauceAllowancePct(muffin, 52, 0.9)).toBeCloseTo(0.765, 2)
    const of = sauceAllowance(muffin, 52)
    expect(of.lowPct).toBeCloseTo(-0.185, 2)
    expect(of.highPct).toBeCloseTo(1.715, 2)
    expect(of.verdict).toBe('fits')
    expect(sauceAllowance(muffin, 52, { hasPct: 1.9 }).verdict).toBe('leaveOutSalt')
    expect(sauceAllowance(muffin, 52, { wantsLess: true }).valuePct).toBeLessThan(of.valuePct)
  })
  it('K-A2: fish, potatoes and capers', () => {
    const others = [
      { massG: 150, saltPct: 0.8 },
      { massG: 150, saltPct: 0.4 },
      { massG: 8, saltPct: 5.9 },
    ]
    const whole = plateSalt([...others, { massG: 20, saltPct: 0.9 }])
    expect(whole.pct).toBeCloseTo(0.748, 3)
    expect(whole.saltG).toBeCloseTo(2.452, 3)
    expect(sauceAllowancePct(others, 20, 1.1)).toBeCloseTo(6.68, 2)
  })
  it('K-A3: lox on bread: another part must give', () => {
    const others = [
      { massG: 80, saltPct: 5 },
      { massG: 40, saltPct: 1.1 },
    ]
    expect(sauceAllowancePct(others, 30, 1.1)).toBeCloseTo(-9.3, 2)
    expect(sauceAllowance(others, 30).verdict).toBe('anotherPart')
  })
})

describe('which sauce suits (kitchen.md §10)', () => {
  const best = (...of: Parameters<typeof pairings>) =>
    pairings(...of)
      .slice(0, 3)
      .map((p) => [p.sauce, p.score])
  it.each([
    [
      'K-M1',
      ['whiteFish', 'poached'],
      [
        ['egg', 7],
        ['sourLeafCream', 7],
        ['whiteButter', 7],
      ],
    ],
    [
      'K-M2',
      ['beefMarbled', 'grilled'],
      [
        ['demiWine', 8.25],
        ['wineGlaze', 8],
        ['brownVinegar', 7.75],
      ],
    ],
    [
      'K-M3',
      ['poultryBreast', 'roasted'],
      [
        ['mountedJus', 8.75],
        ['brownButter', 8.5],
        ['eggHerb', 8.5],
      ],
    ],
    [
      'K-M3 light',
      ['poultryBreast', 'roasted', true],
      [
        ['mountedJus', 8],
        ['thinJus', 8],
        ['brownButter', 7],
      ],
    ],
  ] as const)('%s', (_, of, wanted) =>
    expect(best(...(of as unknown as Parameters<typeof pairings>))).toEqual(wanted),
  )
  it('K-M4: what suits less, and what never goes', () => {
    expect(pair('oilyFish', 'pan', 'brownButter')!.score).toBe(6)
    expect(pair('oilyFish', 'pan', 'demiWine')!.score).toBe(3)
    expect(pair('beefLean', 'grilled', 'shellCoulis')).toBeUndefined()
    expect(pair('whiteFish', 'poached', 'demiWine')).toBeUndefined()
  })
  it('says why: the reasons are its score', () => {
    for (const { score, reasons } of pairings('duck', 'roasted'))
      expect(6 + reasons.reduce((sum, r) => sum + r.points, 0)).toBeCloseTo(score, 9)
    expect(pair('duck', 'roasted', 'thinJus')!.reasons.map((r) => r.why)).toContain('ownJuice')
  })
  it('K-M5: seasons, north and south', () => {
    expect([isInSeason('tomato', 2), isInSeason('tomato', 2, true)]).toEqual([false, true])
    expect([isInSeason('lemon', 1), isInSeason('lemon', 7), isInSeason('salt', 7)]).toEqual([
      true,
      false,
      true,
    ])
  })
})

describe('portions per cover, learned (kitchen.md §12)', () => {
  it('K-D5: three evenings', () => {
    const of = learnPortions({ a: 4, b: 10 }, [
      { portions: 20, covers: 55 },
      { portions: 25, covers: 60 },
      { portions: 18, covers: 50 },
    ])
    expect(of).toEqual({ a: 67, b: 175 })
    const tonight = portionsFor(of, 58, 0.9)
    expect(tonight.mean).toBeCloseTo(22.21, 2)
    expect(tonight.enough).toBe(29)
    expect(portionsFor(forgetAWeek(of), 58, 0.9).mean).toBeCloseTo(tonight.mean, 9)
  })
})
