import {
  eveningInstance,
  eveningOf,
  explode,
  scheduleService,
  taskId,
  type OfferedDish,
} from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { catalog, goods } from '../testing/mountScreen'
import { batchIdOf } from '@liquamen/contracts/eveningIds'
import { calendarText } from './planCalendar'
import { handsStretches, planRows, plateMarks } from './planRows'

const FIRST_MS = Date.UTC(2026, 10, 28, 18)
const MIN = 60_000
const SERVICE_ID = '0197a000-0000-7000-8000-000000000001'
const sittings = [0, 105].map((afterMin, i) => ({
  sittingId: `sitting${i + 1}`,
  name: `Sitting ${i + 1}`,
  startsAtMs: FIRST_MS + afterMin * MIN,
  covers: 30,
  basis: 'booked' as const,
  spreadMin: 15,
}))
const ingredients = goods
/** The house's own card, its bases bought in: as it is planned, four hours before. */
const nowMs = FIRST_MS - 240 * MIN
const dishes = (catalog.dishes ?? [])
  .filter((d) => ['hollandaise', 'bearnaise', 'supreme', 'hazelnutButter'].includes(d.formulaId))
  .map((dish): OfferedDish => ({ dish, perCover: 0.1, delayMin: 35 }))
const lot = {
  id: 'l',
  status: 'held' as const,
  stored: {
    ingredientId: 'chickenStock',
    massG: 9000,
    place: 'fridge' as const,
    madeAtMs: nowMs,
    expiresAtMs: nowMs + 864e5,
    batchId: null,
  },
  place: 'fridge' as const,
  expiresAtMs: nowMs + 864e5,
  stays: [],
  massG: 9000,
  countedAtMs: nowMs,
  taken: [],
  deviations: [],
}
const explosion = explode({ service: { sittings, dishes }, catalog, ingredients, lots: [lot], nowMs })
const asked = eveningOf({
  serviceId: SERVICE_ID,
  explosion,
  catalog,
  ingredients,
  people: [{ fromMs: 0, count: 2 }],
  nowMs,
  idOf: (key) => batchIdOf(SERVICE_ID, key),
})
const answer = scheduleService(eveningInstance(asked, catalog), { seed: 1, steps: 20 })
if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
const rows = planRows(asked, answer.tasks, catalog)

describe('the rows of a plan', () => {
  it('are the rings by their number, then the wells', () =>
    expect(rows.map((r) => r.number).join('')).toBe('123456ABCD'))
  it('every batch that takes a flame stands on a ring, and every held one in a well', () => {
    const on = (kind: 'ring' | 'well') =>
      new Set(rows.filter((r) => r.kind === kind).flatMap((r) => r.bars.map((b) => b.batchId)))
    for (const batch of asked.batches) {
      const tasks = answer.tasks.filter((t) => t.id.startsWith(`${batch.id}/`))
      expect(on('ring').has(batch.id)).toBe(tasks.some((t) => t.ring !== undefined))
      expect(on('well').has(batch.id)).toBe(tasks.some((t) => t.well !== undefined))
    }
  })
  it('bars of one ring never overlap, and a level is a share of the most', () => {
    for (const row of rows) {
      const bars = [...row.bars].sort((a, b) => a.fromMs - b.fromMs)
      bars.forEach((bar, i) => {
        expect(bar.toMs).toBeGreaterThan(bar.fromMs)
        if (i > 0 && row.kind === 'ring') expect(bar.fromMs).toBeGreaterThanOrEqual(bars[i - 1]!.toMs)
        for (const point of bar.edge) expect(point.share).toBeGreaterThanOrEqual(0)
        for (const point of bar.edge) expect(point.share).toBeLessThanOrEqual(1.001)
      })
    }
  })
  it('in a well the level falls at each pick-up, to nothing at the last', () => {
    const held = rows.filter((r) => r.kind === 'well').flatMap((r) => r.bars)
    expect(held.length).toBeGreaterThan(2)
    for (const bar of held) {
      expect(bar.edge[0]!.share).toBe(1)
      expect(bar.edge.at(-1)!.share).toBeCloseTo(0, 6)
    }
  })
})

describe('hands and plates', () => {
  const handsOf = new Map<string, number>(
    asked.batches.flatMap((b) =>
      b.plans[0]!.plan.steps.map((s) => [taskId(b.id, s.stepId), s.hands] as const),
    ),
  )
  const stretches = handsStretches(asked.zeroMs, answer.tasks, (id) => handsOf.get(id) ?? 0)
  it('no more than the line has, and as many hand-minutes as the tasks take', () => {
    for (const s of stretches) expect(s.hands).toBeLessThanOrEqual(2.001)
    const drawn = stretches.reduce((sum, s) => sum + ((s.toMs - s.fromMs) / 1000) * s.hands, 0)
    const taken = answer.tasks.reduce((sum, t) => sum + (t.endS - t.startS) * (handsOf.get(t.id) ?? 0), 0)
    expect(drawn).toBeCloseTo(taken, 3)
  })
  it('plates of near moments are one mark, none is lost', () => {
    const marks = plateMarks(asked.pickUps, 20 * MIN)
    const all = asked.pickUps.reduce((sum, p) => sum + p.plates, 0)
    expect(marks.length).toBeLessThan(asked.pickUps.length)
    expect(marks.reduce((sum, m) => sum + m.plates, 0)).toBeGreaterThan(all - 0.5 * asked.pickUps.length)
  })
})

describe('the calendar', () => {
  it('has each bar with its place and hours, and the sittings', async () => {
    const service = { id: SERVICE_ID, sittings, opened: { name: 'Supper', timeZone: 'UTC' } }
    const text = await calendarText(service as never, asked, answer.tasks, catalog)
    expect(text).toMatch(/^BEGIN:VCALENDAR/)
    const bars = rows.reduce((sum, r) => sum + r.bars.length, 0)
    expect(text.match(/BEGIN:VEVENT/g)).toHaveLength(bars + sittings.length)
    expect(text).toMatch(/SUMMARY:Hollandaise\\, well [A-D]/)
    expect(text).toContain('DTSTART:20261128T180000Z')
  })
})
