import { describe, expect, it } from 'vitest'
import { monotoneRoot } from '../solve/monotoneRoot'
import { normalCdf } from '../solve/normal'
import { requireInRange } from '../errors'
import { roundMass, roundSaltSpoons, roundVolume } from '../units/roundAmount'
import { compareFacts, foldTime, mergeFacts, type Fact } from './fact'

const fact = (id: string, atMs: number, deviceId: string, deviceSeq: number, more: object = {}) =>
  ({ id, atMs, deviceId, deviceSeq, streamId: 's', ...more }) as unknown as Fact

describe('the order of facts', () => {
  it('time, then device, then the device’s own count, then id', () => {
    const inOrder = [
      fact('d', 1, 'z', 9),
      fact('c', 2, 'a', 5),
      fact('b', 2, 'b', 1),
      fact('a', 2, 'b', 2),
      fact('e', 2, 'b', 2),
    ]
    expect(
      [...inOrder]
        .reverse()
        .sort(compareFacts)
        .map((f) => f.id),
    ).toEqual(['d', 'c', 'b', 'a', 'e'])
  })
  it('the server’s copy replaces the browser’s own, and never the other way', () => {
    const own = fact('a', 5, 'd', 1)
    const stored = fact('a', 4, 'd', 1, { seq: 7 })
    expect(mergeFacts([own], [stored])).toEqual([stored])
    expect(mergeFacts([stored], [own])).toEqual([stored])
  })
  it.each([
    [1000, 0, undefined, 1000, undefined],
    [1000, 600, 5000, 1600, undefined],
    [9_000_000, 0, 1000, 1000, 'future'],
    [30_000, 0, 1000, 30_000, undefined],
  ])(
    'a device’s %d with offset %d received at %s is %d',
    (deviceAtMs, clockOffsetMs, received, atMs, clockFlag) => {
      const day = Date.UTC(2026, 10, 28)
      const settled = foldTime(
        { deviceAtMs: day + deviceAtMs, clockOffsetMs },
        received === undefined ? undefined : day + received,
      )
      expect(settled).toEqual({ atMs: day + atMs, ...(clockFlag ? { clockFlag } : {}) })
    },
  )
})

describe('a clock from before any kitchen', () => {
  it('is put to its receipt and flagged; where nobody has received it yet, it stands', () => {
    const of1970 = { deviceAtMs: 5000, clockOffsetMs: 0 }
    const now = Date.UTC(2026, 10, 28)
    expect(foldTime(of1970, now)).toEqual({ atMs: now, clockFlag: 'unmeasured' })
    expect(foldTime(of1970)).toEqual({ atMs: 5000 })
  })
})

describe('what scale, jug and spoon can show', () => {
  it.each([
    [21.4, 1, 21],
    [21.6, 1, 22],
    [0.2, 1, 1],
    [1234, 1, 1235],
    [18, 5, 20],
  ])('%d g on a scale of %d g', (g, step, shown) =>
    expect(roundMass(g, step)).toEqual({ value: shown, unit: 'g' }),
  )
  it.each([
    [93, 95],
    [417, 420],
    [560, 560],
    [1012, 1000],
    [2, 5],
  ])('%d ml in a jug', (ml, shown) => expect(roundVolume(ml)).toEqual({ value: shown, unit: 'ml' }))
  it.each([
    [1.7, 0.25],
    [2.75, 0.5],
    [5.5, 1],
  ])('%d g of salt in spoons', (g, tsp) => expect(roundSaltSpoons(g)).toEqual({ value: tsp, unit: 'tsp' }))
})

describe('numerics', () => {
  it('a root, or that there is none', () => {
    expect(monotoneRoot((x) => x * x - 2, 0, 2)).toMatchObject({
      status: 'converged',
      root: expect.closeTo(Math.SQRT2, 12) as number,
    })
    let calls = 0
    const root = (within?: number) => {
      calls = 0
      return monotoneRoot((x) => ((calls += 1), 7 - x ** 3), 0, 50, within)
    }
    expect(root()).toMatchObject({ root: expect.closeTo(Math.cbrt(7), 12) as number })
    expect(calls).toBeLessThan(20)
    expect(root(0.01)).toMatchObject({ root: expect.closeTo(Math.cbrt(7), 1) as number })
    expect(calls).toBeLessThan(12)
    expect(monotoneRoot(() => 1, 0, 1)).toEqual({ status: 'noBracket', fLow: 1, fHigh: 1 })
  })
  it.each([
    [0, 0.5],
    [1.2816, 0.9],
    [-1.2816, 0.1],
    [1.6449, 0.95],
    [3, 0.99865],
  ])('normal at %d', (x, p) => expect(normalCdf(x)).toBeCloseTo(p, 4))
  it.each([NaN, -1, 11])('%d is out of 0..10, as data', (v) =>
    expect(() => requireInRange('massG', v, { min: 0, max: 10, unit: 'g' })).toThrow(
      expect.objectContaining({
        code: 'outOfRange',
        field: 'massG',
        range: { min: 0, max: 10, unit: 'g' },
      }),
    ),
  )
})
