import { describe, expect, it } from 'vitest'
import { BUTTERS } from '../../mixture/butterFat'
import { expectWithin } from '../../testing.test-helper'
import { brownButter, SILENT_STATE } from './brownButter'
import { leastJuiceG, quench } from './quench'

const of = { massG: 250, butter: BUTTERS.eu }

describe('emulsion:N brown butter', () => {
  it('N1 250 g at 400 W', () => {
    const at = brownButter({ ...of, powerW: 400 })
    expectWithin(at.boiling!.s, 202, 0.03)
    expectWithin(at.silent!.s, 472, 0.03)
    expectWithin(at.noisette!.s, 533, 0.03)
    expect(Math.abs(at.noisette!.tempC - 144)).toBeLessThan(2)
    expectWithin(at.burnt!.s, 564, 0.03)
    expect(Math.abs(at.burnt!.tempC - 160)).toBeLessThan(2)
  })
  it('N2 the same at 700 W', () => {
    const at = brownButter({ ...of, powerW: 700 })
    expectWithin(at.silent!.s, 260, 0.03)
    expectWithin(at.noisette!.s, 298, 0.03)
    expect(Math.abs(at.noisette!.tempC - 150)).toBeLessThan(2)
    expectWithin(at.burnt!.s, 314, 0.03)
  })
  it('a slower pan gives a wider window; gone quiet, it goes on from there; off the flame it never burns', () => {
    const windowS = (powerW: number) => {
      const at = brownButter({ ...of, powerW })
      return at.burnt!.s - at.noisette!.s
    }
    expect(windowS(300)).toBeGreaterThan(windowS(700))
    const whole = brownButter({ ...of, powerW: 400 })
    const on = brownButter({ ...of, powerW: 400 }, { ...SILENT_STATE, s: whole.silent!.s })
    expect(Math.abs(on.noisette!.s - whole.noisette!.s)).toBeLessThanOrEqual(1)
    const off = brownButter({ ...of, powerW: (s) => (s < whole.silent!.s ? 400 : 0) })
    expect(off.silent).toBeDefined()
    expect(off.burnt).toBeUndefined()
  })
  it('clarified butter has next to no water: it is quiet as soon as it is hot', () => {
    const at = brownButter({ ...of, butter: BUTTERS.clarified, powerW: 400 })
    expect(at.silent!.s - at.boiling!.s).toBeLessThan(30)
  })
  const dry = { massG: 205, tempC: 145, panJPerK: 150 }
  it('N3 thirty grams of juice', () => {
    const stopped = quench(dry, 30)
    expect(stopped.tempC).toBeCloseTo(100, 6)
    expectWithin(stopped.flashedG, 7.4, 0.02)
    expect(Math.round(stopped.steamL)).toBe(13)
  })
  it('N4 the least juice, and too little', () => {
    expectWithin(leastJuiceG(dry), 11, 0.02)
    expect(Math.abs(quench(dry, 10).tempC - 104.2)).toBeLessThan(0.5)
    expect(quench({ ...dry, tempC: 90 }, 10)).toMatchObject({ flashedG: 0, steamL: 0 })
  })
})
