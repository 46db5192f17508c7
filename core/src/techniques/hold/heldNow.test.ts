import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../../demoKitchen.test-helper'
import { rehearse } from '../../rehearse.test-helper'
import { techniqueOf } from '../registry'
import { HOLD_FAMILIES } from './holdRisk'
import type { HeldNow } from './heldNow'

const MIN = 60_000
const well = larchwaterTest.wells[0]!
/** A sauce in a well from when it was done, with what was said of it since: minutes from then, kind, payload. */
function viewOf(
  formulaId: string,
  said: readonly (readonly [min: number, kind: string, payload: object])[] = [],
) {
  const stepId = larchwaterTest.formulas
    .find((f) => f.id === formulaId)!
    .steps.find((s) => techniqueOf(s).id === 'hold')!.id
  const at = rehearse(formulaId, { untilStepId: stepId })
  const portions = at.viewAt(at.endsAtMs).state.plan!.yieldPortions
  const limits = { houseS: 7200, codeS: 14_400, code: 'usModel', hotHoldC: 57 }
  const put = (min: number, kind: string, payload: object) =>
    at.put(kind as never, at.endsAtMs + min * MIN, payload as never)
  put(0, 'hold.started', { wellId: well.id, letter: well.letter, limits, portions, onto: null })
  for (const [min, kind, payload] of said) put(min, kind, { stepId, ...payload })
  return (min: number) => at.viewAt(at.endsAtMs + min * MIN)
}
const held =
  (...of: Parameters<typeof viewOf>) =>
  (min: number): HeldNow =>
    viewOf(...of)(min).hold!.held!
const heldSauces = larchwaterTest.formulas.filter((f) => f.steps.some((s) => techniqueOf(s).id === 'hold'))
const temp = (min: number, tempC: number) => [min, 'reading.taken', { how: 'temperature', tempC }] as const

describe('every sauce of the book that is held', () => {
  it('there are some', () => expect(heldSauces.length).toBeGreaterThan(3))
  it.each(heldSauces.map((f) => f.id))(
    '%s: what it breaks like, what it loses, how long it may wait',
    (id) => {
      const now = held(id, [temp(0, 60), temp(60, 60)])
      const [early, late] = [now(5), now(60)]
      const formula = larchwaterTest.formulas.find((f) => f.id === id)!
      const rooms = formula.steps.map((s) => techniqueOf(s).id)
      expect(early.family !== undefined).toBe(rooms.includes('eggEmulsion') || rooms.includes('mount'))
      expect(late.lostG).toBeGreaterThan(early.lostG)
      expect(late.lostG).toBeLessThan(30) // under its lid
      expect(late.saltFrac).toBeGreaterThanOrEqual(early.saltFrac)
      expect(early.margin.min).toBeGreaterThan(0)
      expect(early.margin.min).toBeLessThanOrEqual(240)
      if (early.family) {
        expect(late.brokenProb).toBeGreaterThan(early.brokenProb)
        expect(early.phaseFrac).toBeGreaterThan(0)
      }
      for (const mend of late.mends) expect(mend.gainMin).toBeGreaterThan(2)
    },
  )
})

describe('a hollandaise in its well', () => {
  const resting = [temp(0, 58)] as const
  it('too hot, its time is short and cooler water gives it back; at rest its clock binds', () => {
    const rests = held('hollandaise', resting)(10)
    const hot = held('hollandaise', [temp(0, 66)])(3)
    expect(hot.margin.min).toBeLessThan(rests.margin.min)
    expect(['breaks', 'curdles']).toContain(hot.margin.binds)
    const cooler = hot.mends.find((m) => m.toC !== undefined)
    expect(cooler?.toC).toBe(Math.round((HOLD_FAMILIES.egg.lowC + HOLD_FAMILIES.egg.highC) / 2))
    expect(cooler!.gainMin).toBeGreaterThan(5)
  })
  it('what nobody stirs breaks sooner than what is stirred', () => {
    const stirs = [10, 20, 30, 40, 50].map((min) => [min, 'hold.stirred', {}] as const)
    expect(held('hollandaise', [...resting, ...stirs])(55).brokenProb).toBeLessThan(
      held('hollandaise', resting)(55).brokenProb,
    )
  })
  it('water that is whisked in comes off what it lost and out of its fat', () => {
    const before = held('hollandaise', resting)(40)
    const after = held('hollandaise', [
      ...resting,
      [30, 'addition.made', { ingredientId: 'water', massG: 15 }],
    ])(40)
    expect(after.lostG).toBeLessThan(before.lostG)
    expect(after.phaseFrac).toBeLessThan(before.phaseFrac)
  })
  it('read by nobody, the well’s water is taken for it and that is told', () => {
    const now = held('hollandaise')(10)
    expect(now.isTempTaken).toBe(true)
    expect(now.tempC).toBe(well.waterC)
    expect(held('hollandaise', resting)(10).isTempTaken).toBe(false)
  })
  it('is called for five minutes before it breaks or curdles', () => {
    const calls = (tempC: number) =>
      viewOf('hollandaise', [temp(0, tempC)])(3).deadlines.find((d) => d.code === 'mendHold')!.atMs
    expect(calls(66)).toBeLessThan(calls(58) - 30 * MIN)
    const at = viewOf('hollandaise', [temp(0, 64)])(3)
    expect(at.hold!.held!.margin.atMs - at.deadlines.find((d) => d.code === 'mendHold')!.atMs).toBe(5 * MIN)
  })
})
