import { describe, expect, it } from 'vitest'
import { parseReduction } from './parseReduction'
import { resolveReduction } from './reductionTarget'

const read = (phrase: string, startMl?: number) => resolveReduction(parseReduction(phrase), startMl)

describe('reduction:L language', () => {
  it.each([
    ['by a third', 300, 0.6667, 200],
    ['to a third', 300, 0.3333, 100],
    ['by half', 240, 0.5, 120],
    ['to 120 ml', 300, 0.4, 120],
    ['by 150 ml', 500, 0.7, 350],
    ['by three quarters, about 260 ml', 1000, 0.26, 260],
    ['by half, then by half again', 400, 0.25, 100],
    ['halve', 300, 0.5, 150],
    ['by 60 %', 500, 0.4, 200],
    ['by two-thirds', 300, 1 / 3, 100],
    ['to 3 tablespoons', 300, 0.15, 45],
    ['to half a US cup', 300, 0.394333, 118.3],
    ['to 1/4 US cup', 300, 0.197167, 59.15],
    ['to ¼ us cup', 300, 0.197167, 59.15],
    ['by 1 1/2 dl', 300, 0.5, 150],
    ['to two tablespoons', 300, 0.1, 30],
    ['to half a litre', 1000, 0.5, 500],
  ])('L1–L4 L10 "%s" of %d ml', (phrase, start, fraction, ml) => {
    const target = read(phrase, start)
    expect(target.status).toBe('ok')
    expect(target.fractionLeft).toBeCloseTo(fraction, 4)
    expect(target.volumeMl).toBeCloseTo(ml, 6)
  })
  it('L5 about widens the band', () => {
    const target = read('from 300 ml to about a third', 300)
    expect(target).toMatchObject({ status: 'ok', flags: [] })
    expect([target.volumeMl, target.lowMl, target.highMl].map((x) => Math.round(x ?? NaN))).toEqual([
      100, 90, 110,
    ])
  })
  it('L6 loose', () => {
    const target = read('300 to 120 ml or one third')
    expect(target).toMatchObject({ status: 'ask', flags: ['loose'], volumeMl: 120 })
    expect(target.delta).toBeCloseTo(0.1823, 4)
  })
  it('L7 conflict', () => {
    const target = read('by half, 700 to 600 ml')
    expect(target).toMatchObject({ status: 'conflict', volumeMl: 600 })
    expect(target.delta).toBeCloseTo(0.539, 4)
  })
  it('L8 by and to swapped', () =>
    expect(read('by a third, to 100 ml', 300)).toMatchObject({ status: 'conflict', flags: ['by_to_swap'] }))
  it('L9 no preposition', () => {
    const target = read('reduce a third', 300)
    expect(target).toMatchObject({ status: 'ask', flags: ['no_preposition'] })
    expect(target.options.map((o) => Math.round(o.volumeMl))).toEqual([200, 100])
  })
  it('a volume stays a volume however it is said, and a cup without a country is asked about', () => {
    for (const [phrase, ml] of [
      ['to 1/4 cup', 59.15],
      ['to half a cup', 118.3],
      ['by 1/2 cup', 600 - 118.3],
      ['to 2 cups', 473.2],
    ] as const) {
      const target = read(phrase, 600)
      expect(target).toMatchObject({ status: 'ask', flags: ['unit_locale'] })
      expect(target.volumeMl).toBeCloseTo(ml, 6)
    }
  })
  it('“by half or two thirds” offers every reading', () => {
    const target = read('by half or two thirds', 300)
    expect(target.status).toBe('ask')
    expect(target.options.map((o) => Math.round(o.volumeMl)).sort((a, b) => a - b)).toEqual([100, 150, 200])
  })
  it('L11 not a reduction', () =>
    expect(read('to 250 ml', 200)).toMatchObject({ status: 'conflict', flags: ['not_a_reduction'] }))
  it('L12 au sec', () => {
    const target = read('au sec', 150)
    expect(target).toMatchObject({ status: 'texture', volumeMl: 12, lowMl: 5 })
    expect(target.highMl).toBeCloseTo(18, 9)
  })
  it.each([
    ['a handful of thyme', 'not_understood'],
    ['reduce 3 times', 'confirm_fold'],
    ['to a cup', 'unit_locale'],
    ['to 1 cup', 'unit_locale'],
  ])('asks about "%s"', (phrase, flag) => {
    const target = read(phrase, 600)
    expect(target.status).toBe('ask')
    expect(target.flags).toContain(flag)
  })
  it('a volume without a start asks for it', () =>
    expect(read('by 150 ml')).toMatchObject({ status: 'ask', flags: ['need_start'] }))
})
