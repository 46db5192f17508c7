import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkAnswer } from './check/checkAnswer'
import { HandsLine } from './handsLine'
import type { ScheduleInstance, ScheduleTask } from './instance'
import { scheduleService, startSchedule } from './scheduleService'

const RINGS = ['r1', 'r2', 'r3']
const VESSELS = ['p1', 'p2', 'p3', 'p4']
const WELLS = ['A', 'B']
const band = (mid: number) => ({ low: Math.round(0.8 * mid), mid, high: Math.round(1.5 * mid) })
const some = (list: readonly string[]) => fc.subarray([...list], { minLength: 1 })
const lag = fc.record(
  { minLagS: fc.integer({ min: 0, max: 300 }), maxLagS: fc.integer({ min: 300, max: 4000 }) },
  { requiredKeys: [] },
)

/** A batch of any shape: what is cut, boiled, strained, finished and held, each rule there or not. */
const batch = fc.record({
  cutS: fc.integer({ min: 60, max: 600 }),
  boilS: fc.array(fc.tuple(some(RINGS), fc.integer({ min: 30, max: 1500 })), { minLength: 1, maxLength: 3 }),
  pans: some(VESSELS),
  hands: fc.constantFrom(0, 0.05, 0.2),
  waits: fc.array(lag, { minLength: 3, maxLength: 3 }),
  isSieved: fc.boolean(),
  isHeld: fc.boolean(),
  earliestS: fc.option(fc.integer({ min: 0, max: 3000 }), { nil: undefined }),
  latestEndS: fc.option(fc.integer({ min: 6000, max: 12_000 }), { nil: undefined, freq: 4 }),
  tables: fc.subarray([0, 1, 2], { minLength: 1 }),
  clockS: fc.integer({ min: 4000, max: 9000 }),
})
type Batch = typeof batch extends fc.Arbitrary<infer B> ? B : never

function tasksOf(of: Batch, b: number): ScheduleTask[] {
  const id = (name: string) => `${b} ${name}`
  const [afterCut, afterBoil, afterFinish] = of.waits
  return [
    { id: id('cut'), modes: [{ durationS: band(of.cutS) }], hands: 0.9, interruptible: true },
    {
      id: id('boil'),
      modes: of.boilS.map(([ring, s], i) => ({
        ring,
        vessel: of.pans,
        durationS: band(s),
        breakRisk: 0.01 * i,
      })),
      hands: of.hands,
      fill: id('pan'),
      before: [{ task: id('cut'), ...afterCut }],
      ...(of.earliestS === undefined ? {} : { window: { earliestS: of.earliestS } }),
    },
    {
      id: id('finish'),
      modes: [{ vessel: VESSELS, ...(of.isSieved ? { kit: ['sieve'] } : {}), durationS: band(200) }],
      hands: 0.9,
      fill: id('bowl'),
      empties: [id('pan')],
      before: [{ task: id('boil'), ...afterBoil }],
      ...(of.latestEndS === undefined ? {} : { window: { latestEndS: of.latestEndS } }),
    },
    {
      id: id('put by'),
      modes: [{ ...(of.isHeld ? { well: WELLS } : {}), durationS: band(30) }],
      hands: 0.2,
      ...(of.isHeld ? { empties: [id('bowl')] } : { fill: id('bowl') }),
      before: [{ task: id('finish'), ...afterFinish }],
      serves: {
        at: of.tables.map((t) => ({ pickUp: `t${t}`, portions: 2 })),
        clockS: of.clockS,
        holdRisk: [
          { ageS: 0, p: 0 },
          { ageS: of.clockS, p: 0.2 },
        ],
      },
    },
  ]
}
const evening = fc
  .record({
    batches: fc.array(batch, { minLength: 1, maxLength: 5 }),
    people: fc.integer({ min: 1, max: 2 }),
    nowS: fc.integer({ min: 0, max: 2000 }),
  })
  .map(({ batches, people, nowS }): ScheduleInstance => ({
    id: 'any',
    goal: 'service',
    nowS,
    rings: RINGS.map((id) => ({ id })),
    vessels: VESSELS.map((id) => ({ id, washS: 90 })),
    wells: WELLS.map((id) => ({ id, washS: 60 })),
    kits: [{ id: 'sieve' }],
    people: [{ fromS: 0, count: people }],
    pickUps: [5000, 6200, 7400].map((atS, i) => ({ id: `t${i}`, atS, plates: 2 + i })),
    tasks: batches.flatMap(tasksOf),
  }))

/** Tasks among which what clashes is proved to be the fewest. */
const PROVED_FEWEST = 12

describe('laws of any evening', () => {
  it('an answer breaks no rule; what clashes does so by itself, and not without any one of it', () => {
    fc.assert(
      fc.property(evening, (instance) => {
        const answer = scheduleService(instance, { seed: 1, steps: 0 })
        expect(checkAnswer(instance, answer)).toEqual([])
        if (answer.status === 'feasible') return
        const { tasks } = answer.conflict
        const alone = (ids: readonly string[]) =>
          scheduleService(
            {
              ...instance,
              tasks: instance.tasks
                .filter((t) => ids.includes(t.id))
                .map((t) => ({ ...t, before: (t.before ?? []).filter((l) => ids.includes(l.task)) })),
            },
            { seed: 1, steps: 0 },
          ).status
        expect(alone(tasks)).toBe('infeasible')
        // among more, it is named in seconds rather than proved the fewest
        if (instance.tasks.length > PROVED_FEWEST) return
        for (const id of tasks) expect(alone(tasks.filter((x) => x !== id))).toBe('feasible')
      }),
      { numRuns: 16, endOnFailure: true },
    )
  })
  it('planned again in the middle, what is begun stays word for word', () => {
    fc.assert(
      fc.property(evening, fc.integer({ min: 2000, max: 6000 }), (instance, nowS) => {
        const first = scheduleService(instance, { seed: 1, steps: 4 })
        if (first.status === 'infeasible') return
        const inForce = first.tasks.map((t) => (t.startS < nowS ? { ...t, fixed: true as const } : t))
        const later = { ...instance, nowS, inForce }
        const again = scheduleService(later, { seed: 1, steps: 4, from: first.tasks })
        expect(again.status).toBe('feasible')
        expect(checkAnswer(later, again)).toEqual([])
      }),
      { numRuns: 20, endOnFailure: true },
    )
  })
  it('mended ten minutes late, a plan holds however long it is looked at', () => {
    fc.assert(
      fc.property(evening, fc.integer({ min: 2000, max: 6000 }), (instance, nowS) => {
        const first = scheduleService(instance, { seed: 1, steps: 4 })
        if (first.status === 'infeasible') return
        // what should have been begun in the last ten minutes was not
        const inForce = first.tasks.map((t) => (t.startS < nowS - 600 ? { ...t, fixed: true as const } : t))
        const later = { ...instance, nowS, inForce }
        const search = startSchedule(later, { seed: 1, from: inForce, isMended: true })
        for (let looks = 0; looks < 2; looks++) {
          search.run(5)
          expect(checkAnswer(later, search.answer())).toEqual([])
        }
      }),
      { numRuns: 8, endOnFailure: true },
    )
  })
  it('hands that are taken and given back are as they were', () => {
    const stretch = fc.tuple(
      fc.integer({ min: 0, max: 500 }),
      fc.integer({ min: 1, max: 200 }),
      fc.integer({ min: 1, max: 90 }),
    )
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 20 }), (taken) => {
        const line = new HandsLine([{ fromS: 0, hands: 10_000 }])
        for (const [s, length, hands] of taken) line.take(s, s + length, hands)
        const busy = (at: number) =>
          taken.reduce((sum, [s, length, hands]) => sum + (s <= at && at < s + length ? hands : 0), 0)
        for (let at = 0; at < 720; at += 7) {
          expect(line.firstShort(at, at + 1, 10_000 - busy(at))).toBeUndefined()
          expect(line.lastShort(at, at + 1, 10_001 - busy(at))).toBeDefined()
        }
        for (const [s, length, hands] of taken) line.take(s, s + length, -hands)
        expect(line.firstShort(0, 1000, 10_000)).toBeUndefined()
      }),
    )
  })
})
