import { describe, expect, it } from 'vitest'
import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { offered, plainDish, sittingAt } from './card.test-helper'
import { planSauce } from './sauceBatches'
import { sauceNeeds } from './sauceNeeds'
import { guestsToMake, stillToMake } from './stillToMake'
import type { Called, Standing, Tonight } from './tonight'

const MINUTE_MS = 60_000
const FIRST_MS = Date.UTC(2026, 10, 28, 19)
const larder = { catalog, ingredients }
const sittings = [sittingAt('one', FIRST_MS, 40)]
const portionMlOf = (formulaId: string) => catalog.formulas.find((f) => f.id === formulaId)!.portionMl
const planOf = (formulaId: string) =>
  planSauce(
    sauceNeeds({ sittings, dishes: [offered(plainDish(formulaId), 0.4)] }, catalog.formulas)[0]!,
    larder,
  )
const nothing: Tonight = { called: [], standing: [], coming: [], begunKeys: [], planned: new Map() }
const call = (formulaId: string, portions: number, afterMin: number, more: Partial<Called> = {}): Called => ({
  callId: `table${afterMin} ${formulaId}`,
  label: `Table ${afterMin}`,
  sauceKey: formulaId,
  sauce: { formulaId },
  plates: portions,
  ml: portions * portionMlOf(formulaId),
  drawAtMs: FIRST_MS + afterMin * MINUTE_MS,
  orderId: `order of ${afterMin}`,
  ...more,
})
const stands = (formulaId: string, portions: number, more: Partial<Standing> = {}): Standing => ({
  batchId: 'standing',
  sauceKey: formulaId,
  leftMl: portions * portionMlOf(formulaId),
  readyAtMs: FIRST_MS,
  untilMs: FIRST_MS + 120 * MINUTE_MS,
  ...more,
})
const at = (afterMin: number) => ({ ...larder, nowMs: FIRST_MS + afterMin * MINUTE_MS })
const total = (batches: readonly { portions: number }[]) => batches.reduce((sum, b) => sum + b.portions, 0)

const AHEAD = ['hollandaise', 'bearnaise', 'supreme', 'redWineShallot'] as const
describe('what is still to be made', () => {
  it.each(AHEAD)('%s: before anything is called it is what the brief planned', (formulaId) => {
    const plan = planOf(formulaId)
    expect(plan.making).toBe('ahead')
    expect(stillToMake(plan, nothing, at(-180)).plan.batches).toEqual(plan.batches)
  })
  it('a table of ten makes the batch bigger that is not begun, by its plates less those that were expected then anyway', () => {
    const plan = planOf('hollandaise')
    const early = call('hollandaise', 10, -40)
    const { plan: now } = stillToMake(plan, { ...nothing, called: [early] }, at(-90))
    expect(total(now.batches) - total(plan.batches)).toBeGreaterThanOrEqual(5)
    expect(total(now.batches) - total(plan.batches)).toBeLessThanOrEqual(14)
    expect(Math.min(...now.batches.flatMap((b) => b.taken ?? []).map((t) => t.atMs))).toBe(early.drawAtMs)
  })
  it('one that is weighed out stays as big as it is while that is about enough', () => {
    const plan = planOf('hollandaise')
    const planned = new Map(plan.batches.map((b) => [b.key, b.portions]))
    const one = { ...nothing, planned, called: [call('hollandaise', 1, -60)] }
    expect(total(stillToMake(plan, one, at(-90)).plan.batches)).toBe(total(plan.batches))
    const many = { ...nothing, planned, called: [call('hollandaise', 16, -60)] }
    expect(total(stillToMake(plan, many, at(-90)).plan.batches)).toBeGreaterThan(total(plan.batches))
  })
  it('what stands is drawn from first; only what it lacks is made more, under a name of its own', () => {
    const plan = planOf('hollandaise')
    const [first] = plan.batches
    const begun = { ...nothing, begunKeys: [first!.key] }
    const enough = stillToMake(
      plan,
      { ...begun, standing: [stands('hollandaise', 60, { untilMs: undefined })] },
      at(0),
    )
    expect(enough.plan.batches.filter((b) => b.key.startsWith(`${first!.key}+`))).toEqual([])
    expect([...enough.drawn.keys()]).toEqual(['standing'])
    const short = stillToMake(plan, { ...begun, standing: [stands('hollandaise', 3)] }, at(0))
    expect(short.plan.batches[0]!.key).toBe(`${first!.key}+1`)
    const drawn = short.drawn.get('standing')!.reduce((sum, t) => sum + t.portions, 0)
    expect(drawn).toBeCloseTo(3, 6)
  })
  it.each(AHEAD)(
    '%s: a plate of less than a portion is made too, where nothing of it is left',
    (formulaId) => {
      const plan = planOf(formulaId)
      const begunKeys = plan.batches.map((b) => b.key)
      const late = 24 * 60 // long after the last that the brief expected
      const asked = { ...nothing, begunKeys, called: [call(formulaId, 0.7, late)] }
      const { batches } = stillToMake(plan, asked, at(late)).plan
      expect(batches).toHaveLength(1)
      expect(batches[0]!.portions).toBeGreaterThanOrEqual(1)
      expect(stillToMake(plan, { ...nothing, begunKeys }, at(late)).plan.batches).toEqual([])
    },
  )
  it('a batch that broke is made anew, not twice under one name', () => {
    const plan = planOf('bearnaise')
    const key = plan.batches[0]!.key
    const once = stillToMake(plan, { ...nothing, begunKeys: [key] }, at(-30))
    expect(once.plan.batches[0]!.key).toBe(`${key}+1`)
    const twice = stillToMake(plan, { ...nothing, begunKeys: [key, `${key}+1`] }, at(-30))
    expect(twice.plan.batches[0]!.key).toBe(`${key}+2`)
    expect(total(once.plan.batches)).toBeGreaterThan(0)
  })
  it('what its clock ends before the plate is drawn for nobody then', () => {
    const plan = planOf('hollandaise')
    const later = call('hollandaise', 2, 50)
    const gone = stands('hollandaise', 60, { untilMs: FIRST_MS + 40 * MINUTE_MS })
    const begun = plan.batches.map((b) => b.key)
    const { plan: now } = stillToMake(
      plan,
      { ...nothing, called: [later], standing: [gone], begunKeys: begun },
      at(30),
    )
    expect(total(now.batches)).toBeGreaterThanOrEqual(2)
  })
  it('what is being made is drawn no longer than it may stand once it is ready', () => {
    const plan = planOf('hollandaise')
    const made = stands('hollandaise', 500, { untilMs: undefined, readyAtMs: FIRST_MS - 60 * MINUTE_MS })
    const begun = plan.batches.map((b) => b.key)
    const { drawn } = stillToMake(plan, { ...nothing, standing: [made], begunKeys: begun }, at(-80))
    const last = Math.max(...drawn.get('standing')!.map((x) => x.atMs))
    expect(last).toBeLessThanOrEqual(made.readyAtMs + plan.standsMin * MINUTE_MS)
  })
  it('a sauce that is made when it is called: for each call for which none stands', () => {
    const plan = planOf('hazelnutButter')
    expect(plan.making).toBe('toOrder')
    const called = [call('hazelnutButter', 2, 30), call('hazelnutButter', 4, 40)]
    const { plan: now } = stillToMake(plan, { ...nothing, called }, at(10))
    expect(now.batches.map((b) => [b.key, b.portions])).toEqual([
      ['table30 hazelnutButter', 2],
      ['table40 hazelnutButter', 4],
    ])
    const one = stands('hazelnutButter', 2, { readyAtMs: FIRST_MS + 25 * MINUTE_MS })
    const { plan: then } = stillToMake(plan, { ...nothing, called, standing: [one] }, at(10))
    expect(then.batches.map((b) => b.portions)).toEqual([4])
  })
  it("a guest's own is made for that guest, and no other batch stands for it", () => {
    const own = call('hollandaise', 1, 30, { guestId: 'guest' })
    const made = guestsToMake({ ...nothing, called: [own], standing: [stands('hollandaise', 30)] }, at(0))
    expect(made.map((s) => s.batches.map((b) => b.forCall?.orderId))).toEqual([[own.orderId]])
    const there = stands('hollandaise', 1, { onlyFor: [own.orderId] })
    expect(guestsToMake({ ...nothing, called: [own], standing: [there] }, at(0))).toEqual([])
    const plan = planOf('hollandaise')
    const others = stillToMake(plan, { ...nothing, called: [own], standing: [there] }, at(0))
    expect(others.drawn.size).toBe(0)
  })
})
