import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen, placeIn } from '../demoKitchen.test-helper'
import { massG } from '../mixture/composition'
import { expectWithin } from '../testing.test-helper'
import { kitchenGoods } from '../formula/kitchenGoods'
import { readCurve } from '../techniques/reduce/levelCurve'
import { stagesOf } from './batchPlan'
import { planBatch, type PlanRequest } from './planBatch'
import { weighOut } from './weighOut'

const NOW = Date.UTC(2026, 4, 2, 18)
const HOUR = 3600_000
const request = (more: Partial<PlanRequest> = {}): PlanRequest => ({
  formula: kitchen.formulas[0]!,
  ingredients: kitchenGoods(kitchen),
  place: placeIn('sauteuse24', 'ring1'),
  portions: 14,
  pickupAtMs: NOW + 2 * HOUR,
  nowMs: NOW,
  ...more,
})

describe('planBatch', () => {
  const plan = planBatch(request())
  const stages = stagesOf(plan)
  it('both reductions stop at what the phrase says, in every form', () => {
    const [wine, coat] = stages
    expectWithin(wine!.targetVolumeMl, 560 / 3, 0.001) // 14 portions of 40 ml wine, to a third
    expectWithin(coat!.fractionLeft, 2 / 3, 1e-9) // "by a third"
    for (const stage of stages) {
      expectWithin(stage.targetGrossG, stage.tareG + stage.inPan.massG + stage.targetMassG, 1e-12)
      expectWithin(readCurve(stage.curve, 'massG', stage.targetMassG).depthMm, stage.targetDepthMm, 0.01)
      expect(stage.minutes.low).toBeLessThan(stage.minutes.value)
      expect(stage.minutes.value).toBeLessThan(stage.minutes.high)
    }
  })
  it('water boils near 96 °C at the lake', () => expect(stages[0]?.boilC).toBeGreaterThan(95.8))
  it('yields what was ordered and a tenth over, with salt under the mark before any is added', () => {
    expect(plan.yieldPortions).toBeGreaterThanOrEqual(14)
    expect(plan.salt.ownSaltFrac).toBeLessThan(0.0105)
    expectWithin(
      (plan.salt.ownSaltFrac * plan.salt.finalMassG + plan.salt.addG) /
        (plan.salt.finalMassG + plan.salt.addG),
      0.0105,
      1e-9,
    )
  })
  it('hardly any alcohol stays of a wine boiled to a third, and never none', () => {
    expect(plan.ethanolLeftFrac.high).toBeLessThan(0.005)
    expect(plan.ethanolLeftFrac.low).toBeGreaterThan(0)
    expect(plan.ethanolLeftFrac.low).toBeLessThan(plan.ethanolLeftFrac.high)
  })
  it('counts back through every step: a pick-up 40 minutes off is late, and the earliest is later than it', () => {
    const late = planBatch(request({ pickupAtMs: NOW + 40 * 60_000 }))
    expect(late.isLate).toBe(true)
    expect(late.earliestReadyAtMs).toBeGreaterThan(NOW + 40 * 60_000)
    expect(plan.isLate).toBe(false)
    expect(plan.pickupAtMs - plan.latestStartAtMs).toBeCloseTo(plan.totalMin.value * 1.2 * 60_000, 3)
    expect(plan.sureStartAtMs).toBeLessThanOrEqual(plan.latestStartAtMs)
  })
  it('weighs out what a scale and a jug can show', () => {
    for (const line of plan.weighOut) {
      expect(Number.isInteger(line.shown.value)).toBe(true)
      expect(Math.abs(line.shownG - line.exactG)).toBeLessThanOrEqual(line.shown.unit === 'ml' ? 6 : 0.5)
    }
  })
  it.each([
    [0, 'outOfRange'],
    [NaN, 'outOfRange'],
    [401, 'outOfRange'],
  ])('refuses %d portions', (portions, code) =>
    expect(() => planBatch(request({ portions }))).toThrow(
      expect.objectContaining({ code, field: 'portions' }),
    ),
  )
  it('refuses a phrase that is no single target', () =>
    expect(() => planBatch(request({ phrases: { reduceWine: 'by a third, to 180 ml' } }))).toThrow(
      expect.objectContaining({
        code: 'targetUnclear',
        field: 'reduceWine',
        target: expect.objectContaining({ flags: ['by_to_swap'] }),
      }),
    ))
  it('warns of a pan that would boil over, of one too wide for a stick, and of salty stock', () => {
    const codes = (more: Partial<PlanRequest>) => planBatch(request(more)).warnings.map((w) => w.code)
    expect(codes({ portions: 60 })).toContain('panTooFull')
    expect(codes({ portions: 4 })).toContain('panTooShallow')
    expect(codes({ sources: { demi: 'demiGlaceBought' } })).toContain('saltyAlready')
  })
  it('twice the portions are twice the goods (law)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 100 }), (portions) => {
        const [one, two] = [weighOut(request({ portions })), weighOut(request({ portions: 2 * portions }))]
        one.forEach((line, i) => expectWithin(two[i]!.exactG, 2 * line.exactG, 1e-9))
      }),
    )
  })
  it('more heat is never slower, and a smaller ring never faster (law)', () => {
    const minutes = (ringId: string) =>
      planBatch(request({ place: placeIn('sauteuse24', ringId) })).totalMin.value
    expect(minutes('ring1')).toBeLessThanOrEqual(minutes('ring2'))
    expect(minutes('ring2')).toBeLessThanOrEqual(minutes('ring3'))
    expect(massG(stages[1]!.start)).toBeGreaterThan(stages[0]!.targetMassG)
  })
})
