import { describe, expect, it } from 'vitest'
import { checkAnswer, figuresOf } from './check/checkAnswer'
import type { FeasibleAnswer, InForceTask, PlacedTask, ScheduleInstance, ScheduleTask } from './instance'
import { madeService } from './madeService.test-helper'
import { oneMachineBoundS } from './bound'
import { scheduleService, startSchedule } from './scheduleService'

const band = (mid: number, high = mid) => ({ low: mid, mid, high })
const kitchen = (tasks: readonly ScheduleTask[], more: Partial<ScheduleInstance> = {}): ScheduleInstance => ({
  id: 'small',
  goal: 'service',
  rings: [{ id: 'r1' }],
  vessels: [
    { id: 'p1', washS: 100 },
    { id: 'p2', washS: 100 },
  ],
  wells: [{ id: 'A', washS: 50 }],
  kits: [{ id: 'sieve' }],
  people: [{ fromS: 0, count: 1 }],
  pickUps: [{ id: 't1', atS: 3000, plates: 4 }],
  tasks,
  ...more,
})
const plan = (instance: ScheduleInstance, steps = 60): FeasibleAnswer => {
  const answer = scheduleService(instance, { seed: 1, steps })
  expect(checkAnswer(instance, answer)).toEqual([])
  if (answer.status !== 'feasible') throw new Error(JSON.stringify(answer))
  return answer
}
const at = (answer: FeasibleAnswer, id: string): PlacedTask => answer.tasks.find((t) => t.id === id)!
const serves = (clockS: number, pickUps = ['t1']) => ({
  at: pickUps.map((pickUp) => ({ pickUp, portions: 4 })),
  clockS,
})

describe('made-up evenings: each answer holds by a checker that shares no code with the search', () => {
  it.each([
    [1, 3, 1],
    [2, 5, 1],
    [3, 8, 1],
    [4, 8, 2],
    [5, 10, 1],
    [6, 12, 2],
  ])('evening %i with %i batches and %i cooks', (seed, batches, people) => {
    const instance = madeService({ seed, batches, people })
    const answer = plan(instance, 40)
    expect(answer.bound[0]).toBeLessThanOrEqual(answer.objective[1])
  })
  it('too much for one cook is late, not refused, and nothing is lost', () => {
    const instance = madeService({ seed: 5, batches: 18 })
    const first = startSchedule(instance, { seed: 1 })
    first.run(1)
    const later = startSchedule(instance, { seed: 1 })
    later.run(40)
    expect(first.objective()![1]).toBeGreaterThan(0)
    expect(later.objective()![1]).toBeLessThanOrEqual(first.objective()![1])
    expect(checkAnswer(instance, later.answer())).toEqual([])
  })
  it('the same steps from the same seed find the same plan; another seed may not', () => {
    const instance = madeService({ seed: 3, batches: 6 })
    const of = (seed: number) => JSON.stringify(scheduleService(instance, { seed, steps: 30 }))
    expect(of(7)).toBe(of(7))
  })
})

describe('the classic job shop of six jobs on six machines', () => {
  const ORDERS = [
    '2 1 0 3 1 6 3 7 5 3 4 6',
    '1 8 2 5 4 10 5 10 0 10 3 4',
    '2 5 3 4 5 8 0 9 1 1 4 7',
    '1 5 0 5 2 5 3 3 4 8 5 9',
    '2 9 1 3 4 5 5 4 0 3 3 1',
    '1 3 3 3 5 9 0 10 4 4 2 1',
  ].map((row) => row.split(' ').map(Number))
  const shop: ScheduleInstance = {
    ...kitchen([]),
    goal: 'makespan',
    rings: Array.from({ length: 6 }, (_, i) => ({ id: `m${i}` })),
    pickUps: [],
    tasks: ORDERS.flatMap((row, job) =>
      [0, 1, 2, 3, 4, 5].map((k) => ({
        id: `${job}.${k}`,
        modes: [{ ring: [`m${row[2 * k]}`], durationS: band(row[2 * k + 1]!) }],
        before: k ? [{ task: `${job}.${k - 1}` }] : [],
      })),
    ),
  }
  it('is over after 55, its known best; no plan is proven to be over before 52', () => {
    const answer = plan(shop, 4000)
    expect(answer.objective[1]).toBe(55)
    expect(answer.bound[0]).toBe(52)
  })
  it('one machine with heads and tails, cut where it helps', () => {
    const jobs = [
      { headS: 0, lengthS: 4, tailS: 8 },
      { headS: 2, lengthS: 3, tailS: 12 },
      { headS: 3, lengthS: 2, tailS: 1 },
    ]
    expect(oneMachineBoundS(jobs)).toBe(17)
  })
})

describe('just in time, and no rule broken', () => {
  it('a sauce is done when it is called for, not before', () => {
    const answer = plan(
      kitchen([
        {
          id: 'reduce',
          modes: [{ ring: ['r1'], vessel: ['p1', 'p2'], durationS: band(600, 800) }],
          fill: 'a',
        },
        {
          id: 'mount',
          modes: [{ vessel: ['p1', 'p2'], durationS: band(200) }],
          hands: 0.9,
          fill: 'a',
          before: [{ task: 'reduce', maxLagS: 60 }],
          serves: serves(3600),
        },
      ]),
    )
    expect(at(answer, 'mount').endS).toBe(3000)
    expect(at(answer, 'reduce').vessel).toBe(at(answer, 'mount').vessel)
    expect(answer.binding).toMatchObject({ mount: 'precedence' })
    expect(answer.objective.slice(0, 2)).toEqual([0, 0])
  })
  it('a sauce for two tables further apart than its clock: the first waits, the clock does not', () => {
    const sauce: ScheduleTask = {
      id: 's',
      modes: [{ durationS: band(60) }],
      serves: serves(3600, ['t1', 't2']),
    }
    const pickUps = [
      { id: 't1', atS: 3000, plates: 2 },
      { id: 't2', atS: 9000, plates: 2 },
    ]
    const answer = plan(kitchen([sauce], { pickUps }))
    expect(at(answer, 's').endS).toBe(5400)
    expect(answer.objective.slice(0, 2)).toEqual([0, 2 * 2400])
  })
  it('a vessel is kept until it is emptied, and washed', () => {
    const answer = plan(
      kitchen(
        [
          { id: 'boil', modes: [{ vessel: ['p1'], durationS: band(300) }], fill: 'stock' },
          {
            id: 'strain',
            modes: [{ kit: ['sieve'], durationS: band(60) }],
            empties: ['stock'],
            before: [{ task: 'boil', minLagS: 120, maxLagS: 900 }],
          },
          { id: 'other', modes: [{ vessel: ['p1'], durationS: band(100) }] },
        ],
        { pickUps: [], goal: 'makespan' },
      ),
    )
    const [boil, strain, other] = ['boil', 'strain', 'other'].map((id) => at(answer, id))
    expect(other!.endS + 100 <= boil!.startS || other!.startS >= strain!.endS + 100).toBe(true)
  })
  it('chopping is cut about what takes both hands', () => {
    const answer = plan(
      kitchen(
        [
          { id: 'whisk', modes: [{ durationS: band(300) }], hands: 0.9 },
          {
            id: 'chop',
            modes: [{ durationS: band(400) }],
            hands: 0.8,
            interruptible: true,
            window: { latestEndS: 700 },
          },
        ],
        { pickUps: [], inForce: [{ id: 'whisk', mode: 0, startS: 100, endS: 400, fixed: true }] },
      ),
    )
    expect(at(answer, 'chop').parts).toEqual([
      [0, 100],
      [400, 700],
    ])
  })
  it('what is under way stands word for word, and what is in force is not moved without need', () => {
    const tasks: ScheduleTask[] = [
      { id: 'a', modes: [{ ring: ['r1', 'r2'], durationS: band(600) }] },
      { id: 'b', modes: [{ ring: ['r1', 'r2'], durationS: band(600) }], serves: serves(3600) },
    ]
    const rings = [{ id: 'r1' }, { id: 'r2' }]
    const inForce = [
      { id: 'a', mode: 0, startS: -50, endS: 900, ring: 'r2', fixed: true as const },
      { id: 'b', mode: 0, startS: 2400, endS: 3000, ring: 'r2' },
    ]
    const answer = plan(kitchen(tasks, { rings, inForce, nowS: 100 }))
    expect(at(answer, 'a')).toEqual({ id: 'a', mode: 0, startS: -50, endS: 900, ring: 'r2' })
    expect(at(answer, 'b')).toMatchObject({ ring: 'r2', startS: 2400 })
    expect(answer.objective[6]).toBe(0)
  })
  it('the stronger ring only where its haste is wanted', () => {
    const sauce = (nowS: number) =>
      plan(
        kitchen(
          [
            {
              id: 'reduce',
              modes: [
                { ring: ['r2'], durationS: band(300), breakRisk: 0.05 },
                { ring: ['r1'], durationS: band(900), breakRisk: 0.01 },
              ],
              serves: serves(3600),
            },
          ],
          { nowS, rings: [{ id: 'r1' }, { id: 'r2' }] },
        ),
      )
    expect(at(sauce(0), 'reduce').mode).toBe(1)
    expect(at(sauce(2500), 'reduce').mode).toBe(0)
  })
})

describe('planned again from what stood', () => {
  const instance = madeService({ seed: 4, batches: 8, people: 2 })
  const stood = plan(instance, 20)
  const again = (changed: ScheduleInstance, from: readonly PlacedTask[]) => {
    const answer = scheduleService(changed, { seed: 1, steps: 20, from })
    expect(checkAnswer(changed, answer)).toEqual([])
    if (answer.status !== 'feasible') throw new Error('infeasible')
    return answer
  }
  const inForce = stood.tasks
  const moved = (answer: FeasibleAnswer) =>
    answer.tasks.filter((t) => t.startS !== at(stood, t.id).startS).map((t) => t.id)
  it('nothing changed, nothing moves', () => {
    const answer = again({ ...instance, inForce }, stood.tasks)
    expect(moved(answer)).toEqual([])
    expect(answer.objective[6]).toBe(0)
  })
  it('one finish takes five minutes more: most of the evening stays where it was', () => {
    const tasks = instance.tasks.map((t) =>
      t.id === 's3 finish'
        ? { ...t, modes: t.modes.map((m) => ({ ...m, durationS: { low: 600, mid: 700, high: 800 } })) }
        : t,
    )
    const answer = again({ ...instance, tasks, inForce }, stood.tasks)
    expect(at(answer, 's3 finish').endS - at(answer, 's3 finish').startS).toBe(700)
    expect(moved(answer).length).toBeLessThan(instance.tasks.length / 2)
  })
  it('a plan from elsewhere that breaks every rule is no beginning, and no fault of the answer', () => {
    const wild = stood.tasks.map((t) => ({ ...t, startS: 100, endS: 160, ring: 'ring1', mode: 9 }))
    expect(again(instance, wild).objective[0]).toBe(0)
    const all = stood.tasks.map((t) => ({ ...t, startS: t.startS - 300, endS: t.endS - 280 }))
    expect(again(instance, all).objective[0]).toBe(0)
  })
})

it.each(['service', 'makespan'] as const)('nothing to do is done at once, with the goal %s', (goal) => {
  expect(scheduleService(kitchen([], { goal, pickUps: [] }), { seed: 1, steps: 20 })).toMatchObject({
    status: 'feasible',
    tasks: [],
  })
})

describe('a plan that is worked by is mended', () => {
  const onRing = (id: string, more: Partial<ScheduleTask> = {}): ScheduleTask => ({
    id,
    fill: id,
    hands: 0.05,
    modes: [{ ring: ['r1'], vessel: ['p1', 'p2'], durationS: band(600) }],
    ...more,
  })
  const mend = (instance: ScheduleInstance) => {
    const search = startSchedule(instance, { seed: 1, from: instance.inForce!, isMended: true })
    search.run(60)
    const answer = search.answer()
    expect(checkAnswer(instance, answer)).toEqual([])
    if (answer.status !== 'feasible') throw new Error('infeasible')
    return { waitsS: search.waitsS(), startOf: (id: string) => at(answer, id).startS }
  }
  const stands = (id: string, startS: number, more: Partial<InForceTask> = {}): InForceTask => ({
    id,
    mode: 0,
    startS,
    endS: startS + 600,
    ring: 'r1',
    vessel: 'p1',
    ...more,
  })
  const later = [{ id: 't1', atS: 6000, plates: 4 }]

  it('what finds its ring taken begins when that is free, not as late as its plates allow; the rest stays', () => {
    const tasks = [onRing('under way'), onRing('next', { serves: serves(7200) }), onRing('after')]
    const inForce = [
      stands('under way', 0, { endS: 900, fixed: true }),
      stands('next', 600, { vessel: 'p2' }),
      stands('after', 3000),
    ]
    const { startOf } = mend(kitchen(tasks, { nowS: 800, pickUps: later, inForce }))
    expect([startOf('next'), startOf('after')]).toEqual([900, 3000])
  })
  it('what was begun keeps its pan: what was to stand there makes room', () => {
    const goesOn = onRing('goes on', { fill: 'begun', before: [{ task: 'begun', maxLagS: 1800 }] })
    const onlyPan = { modes: [{ ring: ['r1'], vessel: ['p1'], durationS: band(600) }] }
    const tasks = [onRing('begun'), goesOn, onRing('other', { ...onlyPan, serves: serves(7200) })]
    const inForce = [stands('begun', 0, { fixed: true }), stands('goes on', 600), stands('other', 1300)]
    const { startOf } = mend(kitchen(tasks, { nowS: 1200, pickUps: later, inForce }))
    expect([startOf('goes on'), startOf('other')]).toEqual([1200, 1900])
  })
  it('what finds no room makes one other move, by no more than it takes', () => {
    const soon = [
      { id: 't1', atS: 2000, plates: 4 },
      { id: 't2', atS: 6000, plates: 4 },
    ]
    const tasks = [
      onRing('under way'),
      onRing('wanted', { serves: serves(7200) }),
      onRing('not yet', { serves: serves(7200, ['t2']) }),
    ]
    const inForce = [
      stands('under way', 0, { endS: 1300, fixed: true }),
      stands('wanted', 700, { vessel: 'p2' }),
      stands('not yet', 1400, { vessel: 'p1' }),
    ]
    const { startOf, waitsS } = mend(kitchen(tasks, { nowS: 1000, pickUps: soon, inForce }))
    expect([startOf('wanted'), startOf('not yet'), waitsS]).toEqual([1300, 1900, 0])
  })
  it('how long plates waited until now is past, and no reason to move anything', () => {
    const tasks = [onRing('late', { serves: serves(7200) })]
    const early = [{ id: 't1', atS: 100, plates: 4 }]
    const { startOf, waitsS } = mend(
      kitchen(tasks, { nowS: 2000, pickUps: early, inForce: [stands('late', 2000)] }),
    )
    expect([startOf('late'), waitsS]).toEqual([2000, 4 * 600])
  })
})

describe('a plan that cannot be', () => {
  const clash = (instance: ScheduleInstance) => {
    const answer = scheduleService(instance, { seed: 1, steps: 10 })
    if (answer.status !== 'infeasible') throw new Error('feasible')
    return answer.conflict
  }
  const none = { pickUps: [] }
  it('a window too short for its task: later by whole minutes', () => {
    expect(
      clash(kitchen([{ id: 'long', modes: [{ durationS: band(600) }], window: { latestEndS: 500 } }], none)),
    ).toEqual({ tasks: ['long'], smallestChange: { kind: 'later', minutes: 2 } })
  })
  it('two on one ring: both are named, and nothing else', () => {
    const on = (id: string): ScheduleTask => ({
      id,
      modes: [{ ring: ['r1'], durationS: band(400) }],
      window: { latestEndS: 600 },
    })
    const free: ScheduleTask = { id: 'free', modes: [{ durationS: band(300) }] }
    expect(clash(kitchen([on('a'), free, on('b')], none))).toEqual({
      tasks: ['a', 'b'],
      smallestChange: { kind: 'later', minutes: 4 },
    })
  })
  it('more hands than there are people', () => {
    const big: ScheduleTask = { id: 'big pot', modes: [{ durationS: band(60) }], hands: 1.8 }
    expect(clash(kitchen([big], none))).toEqual({
      tasks: ['big pot'],
      smallestChange: { kind: 'more', what: 'person', count: 1 },
    })
  })
  it('what may not wait for something that is over, and may not begin: without it', () => {
    const tasks: ScheduleTask[] = [
      { id: 'yolk', modes: [{ durationS: band(60) }] },
      {
        id: 'butter',
        modes: [{ durationS: band(60) }],
        before: [{ task: 'yolk', maxLagS: 60 }],
        window: { earliestS: 2000 },
      },
    ]
    const inForce = [{ id: 'yolk', mode: 0, startS: 0, endS: 60, fixed: true as const }]
    expect(clash(kitchen(tasks, { ...none, inForce }))).toEqual({
      tasks: ['yolk', 'butter'],
      smallestChange: { kind: 'without', tasks: ['butter'] },
    })
  })
  it.each([
    ['unknownId', { before: [{ task: 'nobody' }] }],
    ['noMode', { modes: [] }],
    ['cycle', { before: [{ task: 'x' }] }],
  ])('%s is said', (code, wrong) => {
    const instance = kitchen([{ id: 'x', modes: [{ durationS: band(60) }], ...wrong } as ScheduleTask])
    expect(() => scheduleService(instance, { seed: 1, steps: 1 })).toThrow(expect.objectContaining({ code }))
  })
})

describe('the checker sees what is wrong', () => {
  const instance = madeService({ seed: 2, batches: 4 })
  const good = plan(instance, 10)
  const with1 = (id: string, change: Partial<PlacedTask>): FeasibleAnswer => ({
    ...good,
    tasks: good.tasks.map((t) => (t.id === id ? { ...t, ...change } : t)),
  })
  const finish = at(good, 's1 finish')
  it.each([
    [
      'moved by ten minutes',
      with1('s1 finish', { startS: finish.startS - 600, endS: finish.endS - 600 }),
      /waits|hands|at once/,
    ],
    ['shorter than planned', with1('s1 finish', { endS: finish.endS - 20 }), /runs/],
    ['in a place it may not take', with1('s1 finish', { vessel: 'nowhere' }), /wrong vessel/],
    ['left out', { ...good, tasks: good.tasks.slice(1) }, /missing/],
    [
      'a figure better than it is',
      { ...good, objective: [0, -5, ...good.objective.slice(2)] as never },
      /figure 2/,
    ],
    ['a bound that is none', { ...good, bound: [1e9] as const }, /bound/],
    [
      'bound by something else',
      { ...good, binding: { ...good.binding, 's1 hold': 'kit' as const } },
      /not bound by kit/,
    ],
  ])('%s', (_, answer, says) => {
    expect(checkAnswer(instance, answer).join('\n')).toMatch(says)
  })
  it('and counts the seven figures for itself', () => {
    expect(figuresOf(instance, good.tasks)).toHaveLength(7)
  })
})
