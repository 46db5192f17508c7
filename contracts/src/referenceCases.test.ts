import { describe, expect, it } from 'vitest'
import { compute } from './compute'
import cases from './golden/referenceCases.json'

/** A case of the science: what is asked, the figures that are expected, and the words that go with them. */
interface ReferenceCase {
  readonly id: string
  readonly model: string
  readonly given: Readonly<Record<string, unknown>>
  readonly expect?: Readonly<
    Record<string, { readonly value: number; readonly within?: number; readonly withinAbsolute?: number }>
  >
  readonly warns?: readonly string[]
}

describe('every reference case is answered through the compute interface, as anyone outside may ask it', () => {
  it.each((cases as unknown as ReferenceCase[]).map((c) => [c.id, c.model, c] as const))(
    '%s %s',
    (_, model, c) => {
      const done = compute(model, c.given)
      expect(done.ok ? undefined : done.problem).toBeUndefined()
      if (!done.ok) return
      const { answer } = done
      const figures: Readonly<Record<string, number>> = {
        value: answer.value,
        low: answer.low,
        high: answer.high,
        ...Object.fromEntries(Object.entries(answer.also).map(([name, f]) => [name, f.value])),
      }
      for (const [name, { value, within, withinAbsolute }] of Object.entries(c.expect ?? {})) {
        const found = figures[name] ?? NaN
        const off = Math.abs(withinAbsolute === undefined ? found / value - 1 : found - value)
        expect(off, `${name} is ${found}, not ${value}`).toBeLessThanOrEqual(withinAbsolute ?? within ?? 0)
      }
      if (c.warns) expect(answer.warnings).toEqual(c.warns)
    },
  )
  it.each<[string, string, Record<string, unknown>]>([
    ['a list that is too short', 'coolingFromReadings', { readings: [{ min: 0, tempC: 57 }], toC: 5 }],
    ['a row with a part that is not known', 'mixture', { liquids: [{ ingredient: 'water', cups: 2 }] }],
    ['a list that is no list', 'mixture', { liquids: 'water' }],
    ['a row out of range', 'cubes', { volumeMl: 100, cellMl: 1 }],
  ])('%s is refused', (_, model, given) => {
    const done = compute(model, given)
    expect(done.ok ? done.answer : done.problem.code).toBe('badInput')
  })
})
