import { describe, expect, it } from 'vitest'
import { emulsionOf } from '../../batch/batchPlan'
import { larchwaterTest as kitchen } from '../../demoKitchen.test-helper'
import { plannedIn } from '../../planned.test-helper'
import { expectWithin } from '../../testing.test-helper'
import { FREE_OIL } from './butterPour'
import { paceRateGPerS } from './pourPace'

const bowls = kitchen.formulas.filter((f) => f.emulsion && f.steps.some((s) => s.technique === 'pour'))

function planned(id: string, schools: Record<string, string> = {}, portions?: number) {
  const { plan, codes } = plannedIn(id, schools, portions)
  const emulsion = emulsionOf(plan)!
  return { emulsion, pour: emulsion.pour!, codes, steps: plan.steps }
}

describe('the pace of the butter', () => {
  it.each(bowls.flatMap((f) => (['thirds', 'spoonfuls', 'steady'] as const).map((p) => [f.id, p] as const)))(
    '%s, %s: all of it goes in, nothing breaks, and it takes longer than as fast as it may',
    (id, pace) => {
      const { pour, emulsion } = planned(id, { pace })
      expect(pour.pace).toBe(pace)
      expect(pour.peakFreeOil).toBeLessThanOrEqual(FREE_OIL.warn + 1e-9)
      expect(pour.seconds).toBeGreaterThan(planned(id).pour.seconds * 0.6)
      expect(pour.seconds).toBeLessThan(3600)
      const meanGPerS = emulsion.butterG / pour.seconds
      const rates = pour.ratesGPerS
      expect(Math.min(...rates)).toBeLessThanOrEqual(meanGPerS * 1.15)
      expect(Math.max(...rates)).toBeGreaterThanOrEqual(meanGPerS * 0.85)
    },
  )
  it('thirds grow, a steady stream is as slow as its beginning, a larger bowl takes larger spoonfuls', () => {
    const [a, b, c] = planned('hollandaise', { pace: 'thirds' }).pour.ratesGPerS
    expect(a).toBeLessThan(b!)
    expect(b).toBeLessThan(c!)
    expect(planned('hollandaise', { pace: 'steady' }).pour.ratesGPerS[0]).toBeLessThan(b!)
    const dose = (portions: number) => planned('hollandaise', { pace: 'spoonfuls' }, portions).pour.doseG!
    expect(dose(12)).toBeGreaterThan(1.5 * dose(6))
  })
  it('by what is in, the rate of the plan; none where it grows by itself', () => {
    const of = { ratesGPerS: [1, 2, 3] }
    expect([0, 100, 250, 300, 400].map((g) => paceRateGPerS(of, g, 300))).toEqual([1, 2, 3, 3, 3])
    expect(paceRateGPerS({ ratesGPerS: [] }, 10, 300)).toBeUndefined()
  })
})

describe('the bath under the butter', () => {
  it.each(bowls.map((f) => f.id))(
    '%s: over the bath it ends warmer and its yolk further set than off it',
    (id) => {
      const [off, onOff, over] = ['off', 'onOff', 'over'].map((pourHeat) => planned(id, { pourHeat }).pour)
      expect(over!.endC).toBeGreaterThan(off!.endC + 1)
      expect(over!.cookedFrac).toBeGreaterThan(off!.cookedFrac)
      expect(onOff!.endC).toBeGreaterThanOrEqual(off!.endC - 0.5)
      expect(onOff!.endC).toBeLessThan(64)
    },
  )
  it('the pour needs the ring where the bath stays under it', () => {
    const stand = (pourHeat: string) =>
      planned('hollandaise', { pourHeat }).steps.find((s) => s.stepId === 'pour')!.stand
    expect(stand('off')).toBe('aside')
    expect(stand('over')).toBe('bath')
  })
  it('over a boiling bath the yolk is in grains before the butter is in', () => {
    const { codes } = planned('hollandaise', { pourHeat: 'over', bath: 'simmer', pace: 'steady' })
    expect(codes).toContain('grainyPour')
  })
})

describe('how far the yolk goes', () => {
  it('held between two temperatures it takes longer to its ribbon, and is cooler there', () => {
    const [straight, held] = ['ribbon', 'held'].map((yolk) => planned('hollandaise', { yolk }).emulsion)
    expect(held!.ribbonS!.value).toBeGreaterThan(straight!.ribbonS!.value)
    expect(held!.ribbonC).toBeLessThan(straight!.ribbonC + 0.1)
  })
  it('whisked hard it stands sooner: the whisk moves the ribbon, not only the pour', () => {
    const [hand, hard] = ['hand', 'hard'].map((whisk) => planned('hollandaise', { whisk }).emulsion)
    expect(hard!.ribbonS!.value).toBeLessThan(hand!.ribbonS!.value)
    expect(hard!.pourS).toBeLessThan(hand!.pourS)
  })
  it('as told: straight to the ribbon, as much as the model’s own reference', () =>
    expectWithin(planned('hollandaise').emulsion.ribbonS!.value, 278, 0.04))
})
