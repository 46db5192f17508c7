import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../../demoKitchen.test-helper'
import { rehearse } from '../../rehearse.test-helper'
import { techniqueOf } from '../registry'
import { HOLD_FAMILIES } from './holdRisk'
import type { HeldNow } from './heldNow'
import { liveHold } from './watchHold'

const MIN = 60_000
const well = larchwaterTest.wells[0]!
/** A sauce put by when it was done, with what was said of it since: minutes from then, kind, payload. @param wellId - null beside the stove */
function viewOf(
  formulaId: string,
  said: readonly (readonly [min: number, kind: string, payload: object])[] = [],
  wellId: string | null = well.id,
) {
  const formula = larchwaterTest.formulas.find((f) => f.id === formulaId)!
  const stepId = (formula.steps.find((s) => techniqueOf(s).id === 'hold') ?? formula.steps.at(-1)!).id
  const at = rehearse(formulaId, { untilStepId: stepId })
  const portions = at.viewAt(at.endsAtMs).state.plan!.yieldPortions
  const limits = { houseS: 7200, codeS: 14_400, code: 'usModel', hotHoldC: 57 }
  const put = (min: number, kind: string, payload: object) =>
    at.put(kind as never, at.endsAtMs + min * MIN, payload as never)
  put(0, 'hold.started', { wellId, letter: well.letter, limits, portions, onto: null })
  for (const [min, kind, payload] of said) put(min, kind, { stepId, ...payload })
  return (min: number) => at.viewAt(at.endsAtMs + min * MIN)
}
const held =
  (...of: Parameters<typeof viewOf>) =>
  (min: number): HeldNow =>
    viewOf(...of)(min).hold!.held!
const heldSauces = larchwaterTest.formulas.filter((f) => !f.makes)
const temp = (min: number, tempC: number) => [min, 'reading.taken', { how: 'temperature', tempC }] as const

describe('every sauce of the book, in a well and beside the stove', () => {
  it.each(heldSauces.flatMap((f) => [[f.id, well.id] as const, [f.id, null] as const]))(
    '%s in %s: what it breaks like, what it loses, how long it may wait',
    (id, wellId) => {
      const now = held(id, [temp(0, 56), temp(60, 56)], wellId)
      const [early, late] = [now(5), now(60)]
      const formula = larchwaterTest.formulas.find((f) => f.id === id)!
      const rooms = formula.steps.map((s) => techniqueOf(s).id)
      expect(early.family !== undefined).toBe(rooms.includes('eggEmulsion') || rooms.includes('mount'))
      if (rooms.includes('brown')) expect(late.lostG).toBe(0)
      else expect(late.lostG).toBeGreaterThan(early.lostG)
      expect(late.lostG).toBeLessThan(30)
      expect(late.saltFrac).toBeGreaterThanOrEqual(early.saltFrac)
      expect(early.margin.min).toBeGreaterThan(0)
      expect(early.margin.min).toBeLessThanOrEqual(240)
      if (early.family) expect(late.brokenProb).toBeGreaterThan(early.brokenProb)
      // it gains minutes, or gives back the water that was lost
      for (const mend of late.mends)
        expect(mend.gainMin > 2 || (mend.waterG ?? 0) >= 3, JSON.stringify(mend)).toBe(true)
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
  it('a probe that reads it hotter counts at once, whatever was typed before', () => {
    const typed = viewOf('hollandaise', [temp(0, 56)])(10).state
    const probe = [{ atMs: typed.hold!.startedAtMs + 5 * MIN, tempC: 66 }]
    const at = (readings: typeof probe) =>
      liveHold(typed, readings, typed.hold!.startedAtMs + 10 * MIN, { well, pan: well })!
    expect(at([]).held!.tempC).toBe(56)
    expect(at(probe).held!.tempC).toBe(66)
    expect(at(probe).held!.margin.binds).toBe('curdles')
  })
  it('poured onto an older one it is as old as that', () => {
    const view = viewOf('hollandaise', resting)(10)
    const { hold } = view.state
    const onto = { batchId: 'old', clockStartedAtMs: hold!.startedAtMs - 50 * MIN, portions: 2 }
    const mixed = { ...view.state, hold: { ...hold!, onto } }
    const at = (state: typeof mixed | typeof view.state) =>
      liveHold(state, [], hold!.startedAtMs + 10 * MIN, { well, pan: well })!.held!
    expect(at(mixed).brokenProb).toBeGreaterThan(3 * at(view.state).brokenProb)
    expect(at(mixed).margin.atMs).toBeLessThan(at(view.state).margin.atMs - 40 * MIN)
  })
})

describe('a beurre blanc, full of fat', () => {
  it('warm water lets it stand longer by as much as was said', () => {
    const [before] = held('beurreBlanc', [temp(0, 52)])(4).mends
    expect(before!.waterG).toBeGreaterThan(3)
    const water = [4.5, 'addition.made', { ingredientId: 'water', massG: before!.waterG }] as const
    const [without, after] = [held('beurreBlanc', [temp(0, 52)]), held('beurreBlanc', [temp(0, 52), water])]
    const gained = (after(6).margin.atMs - without(6).margin.atMs) / MIN
    expect(Math.abs(gained - before!.gainMin)).toBeLessThanOrEqual(2)
  })
})
