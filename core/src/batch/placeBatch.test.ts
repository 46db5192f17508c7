import { describe, expect, it } from 'vitest'
import { larchwaterTest, larchwaterGoods } from '../demoKitchen.test-helper'
import { planAgain, plannedAt } from './planAgain'
import { placeBatch, placeBatches } from './placeBatch'
import { spanOfPlan, type Taken } from './takenTimes'

const request = (id: string, portions: number) => ({
  formula: larchwaterTest.formulas.find((f) => f.id === id)!,
  ingredients: larchwaterGoods,
  portions,
  pickupAtMs: 1e9,
  nowMs: 0,
})
const ids = larchwaterTest.formulas.map((f) => f.id)
const overlaps = (a: { fromMs: number; toMs: number }, b: Taken) => a.fromMs < b.toMs && b.fromMs < a.toMs

describe('a place for a batch', () => {
  it.each(ids)('%s: eight portions find vessels that are not too full and fit what they are for', (id) => {
    const { choice, plan } = placeBatch(
      request(id, larchwaterTest.formulas.find((f) => f.id === id)!.basisPortions),
      larchwaterTest,
      [],
    )
    for (const step of plan.steps) expect([step.stepId, step.panId]).not.toContain(null)
    expect(Object.values(choice.tried).flatMap((t) => t?.[0]?.troubles ?? [])).not.toContain('tooFull')
    expect(choice.batches).toBe(1)
  })
  it.each(ids)(
    '%s for 400 in as many batches as it takes: no portion lost, none too full, no two on one ring or in one vessel at a time',
    (id) => {
      const { choice } = placeBatch(request(id, 400), larchwaterTest, [])
      const placed = placeBatches(request(id, 400), larchwaterTest, [], choice.batches)
      expect(placed.map((p) => p.plan.portions).reduce((a, b) => a + b, 0)).toBe(400)
      const taken: Taken[] = []
      for (const one of placed) {
        const tooMuch = one.plan.warnings.filter((w) => w.code === 'panTooFull' || w.code === 'bowlTooSmall')
        expect([tooMuch, one.choice.batches]).toEqual([[], 1])
        const span = spanOfPlan(one.plan)
        const panIds = Object.values(one.place.vessels).map((p) => p.id)
        for (const t of taken) {
          if (t.ringId === one.ring.id) expect(overlaps(span, t)).toBe(false)
          const shared = panIds.filter((id) => t.panIds.includes(id))
          if (shared.length) expect([shared, overlaps(span, t)]).toEqual([shared, false])
        }
        taken.push({ ...span, ringId: one.ring.id, panIds, batchId: String(taken.length), isLit: false })
      }
    },
  )
  it('where every ring is taken it begins when the first is free, and says that it is late', () => {
    const taken = larchwaterTest.rings.map((r, i) => ({
      fromMs: 0,
      toMs: 1e9 + i * 60_000,
      ringId: r.id,
      panIds: [],
      batchId: r.id,
      isLit: true,
    }))
    const placed = placeBatch(request('redWineShallot', 8), larchwaterTest, taken)
    expect(placed.waitsFor).toBe('ring')
    expect(placed.plan.isLate).toBe(true)
    expect(spanOfPlan(placed.plan).fromMs).toBeGreaterThanOrEqual(1e9)
  })
  it('a vessel that stands in another batch then is the last that is taken', () => {
    const free = placeBatch(request('redWineShallot', 8), larchwaterTest, [])
    const panIds = [free.place.vessels.pan!.id]
    const busy = placeBatch(request('redWineShallot', 8), larchwaterTest, [
      { fromMs: 0, toMs: 2e9, ringId: 'none', panIds, batchId: 'b', isLit: false },
    ])
    expect(panIds).not.toContain(busy.place.vessels.pan!.id)
  })
  it('a ring on which something stands is the last that is taken, even where it is free by then', () => {
    const { ring } = placeBatch(request('redWineShallot', 8), larchwaterTest, [])
    const on = (ringId: string, isLit: boolean) => ({
      fromMs: 0,
      toMs: 60_000,
      ringId,
      panIds: [],
      batchId: ringId,
      isLit,
    })
    const beside = placeBatch(request('redWineShallot', 8), larchwaterTest, [on(ring.id, true)])
    expect(beside.ring.id).not.toBe(ring.id)
    const others = larchwaterTest.rings.map((r) => on(r.id, r.id !== ring.id))
    expect(placeBatch(request('redWineShallot', 8), larchwaterTest, others).ring.id).toBe(ring.id)
  })
})

describe('a plan made again', () => {
  it.each(ids)(
    '%s: on another ring it is for the same orders and portions, and stands as it would there',
    (id) => {
      const first = placeBatch(request(id, 8), larchwaterTest, [])
      const what = {
        shares: [{ orderId: 'o1', portions: 8 }],
        formulaId: id,
        sauceName: id,
        fill: '#000000',
        sources: {},
        phrases: {},
      }
      const was = plannedAt(what, first)
      const rings = larchwaterTest.rings.filter((r) => r.id !== first.ring.id)
      const kitchen = {
        catalog: { ...larchwaterTest, rings },
        ingredients: larchwaterGoods,
        taken: [],
        nowMs: 120_000,
      }
      const again = planAgain(was, kitchen)
      expect(again).toMatchObject(what)
      expect(again.ringId).not.toBe(was.ringId)
      expect(again).toEqual(
        plannedAt(
          what,
          placeBatch({ ...request(id, 8), nowMs: 120_000, sources: {}, phrases: {} }, kitchen.catalog, []),
        ),
      )
      const pan = larchwaterTest.pans.find((p) => p.id === Object.values(again.vessels)[0])
      expect(pan).toBeDefined()
    },
  )
  it('a sauce that the book has no more is named, and nothing is planned', () => {
    const was = plannedAt(
      { shares: [], formulaId: 'gone', sauceName: 'Gone', fill: '#000000', sources: {}, phrases: {} },
      placeBatch(request('hollandaise', 8), larchwaterTest, []),
    )
    expect(() =>
      planAgain(was, { catalog: larchwaterTest, ingredients: larchwaterGoods, taken: [], nowMs: 0 }),
    ).toThrow(expect.objectContaining({ code: 'unknownFormula', field: 'formulaId' }) as Error)
  })
})
