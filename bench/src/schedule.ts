import { checkAnswer, startSchedule, type ScheduleInstance } from '@liquamen/core'
import loadHighs from 'highs'
import { madeEvening } from './madeEvening'
import type { Line } from './line'

const OURS_MS = 1000
const TIMES_FOR_SOLVER = 10

/** The classic job shop of six jobs on six machines: machine and length, one after the other. */
const SIX_BY_SIX = [
  [2, 1, 0, 3, 1, 6, 3, 7, 5, 3, 4, 6],
  [1, 8, 2, 5, 4, 10, 5, 10, 0, 10, 3, 4],
  [2, 5, 3, 4, 5, 8, 0, 9, 1, 1, 4, 7],
  [1, 5, 0, 5, 2, 5, 3, 3, 4, 8, 5, 9],
  [2, 9, 1, 3, 4, 5, 5, 4, 0, 3, 3, 1],
  [1, 3, 3, 3, 5, 9, 0, 10, 4, 4, 2, 1],
]
const BEST_KNOWN = 55

const jobShop = (): ScheduleInstance => ({
  id: 'six by six',
  goal: 'makespan',
  rings: Array.from({ length: 6 }, (_, i) => ({ id: `m${i}` })),
  vessels: [],
  wells: [],
  kits: [],
  people: [{ fromS: 0, count: 1 }],
  pickUps: [],
  tasks: SIX_BY_SIX.flatMap((row, job) =>
    [0, 1, 2, 3, 4, 5].map((k) => {
      const mid = row[2 * k + 1]!
      return {
        id: `${job}.${k}`,
        modes: [{ ring: [`m${row[2 * k]}`], durationS: { low: mid, mid, high: mid } }],
        before: k ? [{ task: `${job}.${k - 1}` }] : [],
      }
    }),
  ),
})

/** The same as a mixed-integer program: a start an operation, an order a pair on one machine (Manne 1960). */
function jobShopAsProgram(): string {
  const horizon = SIX_BY_SIX.flat().reduce((sum, x, i) => (i % 2 ? sum + x : sum), 0)
  const at = (j: number, k: number) => ({ m: SIX_BY_SIX[j]![2 * k]!, d: SIX_BY_SIX[j]![2 * k + 1]! })
  const rules: string[] = []
  const orders: string[] = []
  for (let j = 0; j < 6; j++) {
    for (let k = 1; k < 6; k++) rules.push(`s${j}_${k} - s${j}_${k - 1} >= ${at(j, k - 1).d}`)
    rules.push(`last - s${j}_5 >= ${at(j, 5).d}`)
    for (let i = 0; i < j; i++)
      for (let k = 0; k < 6; k++) {
        const l = [0, 1, 2, 3, 4, 5].find((x) => at(i, x).m === at(j, k).m)!
        const y = `y${i}_${l}_${j}_${k}`
        orders.push(y)
        rules.push(`s${j}_${k} - s${i}_${l} - ${horizon} ${y} >= ${at(i, l).d - horizon}`)
        rules.push(`s${i}_${l} - s${j}_${k} + ${horizon} ${y} >= ${at(j, k).d}`)
      }
  }
  return `Minimize\n obj: last\nSubject To\n ${rules.map((r, i) => `c${i}: ${r}`).join('\n ')}\nBinary\n ${orders.join('\n ')}\nEnd\n`
}

/** Looks for so long; how long the first plan took, and what was found when it was over. */
function look(instance: ScheduleInstance, budgetMs: number) {
  const search = startSchedule(instance, { seed: 1 })
  const sinceMs = performance.now()
  let firstMs = NaN
  while (performance.now() - sinceMs < budgetMs) {
    search.run(1)
    if (Number.isNaN(firstMs) && search.objective()) firstMs = performance.now() - sinceMs
  }
  return { firstMs, search }
}

async function shopLine(): Promise<Line> {
  const highs = await loadHighs()
  const { search } = look(jobShop(), OURS_MS)
  const ours = search.objective()?.[1] ?? Infinity
  const solved = highs.solve(jobShopAsProgram(), { time_limit: (OURS_MS * TIMES_FOR_SOLVER) / 1000 })
  const theirs = solved.ObjectiveValue
  return {
    name: 'job shop of six by six, our second against ten of an integer-programming solver',
    ratio: ours / theirs,
    peer: 'HiGHS, the same shop as a program',
    detail: `ours ${ours}, the solver ${theirs.toFixed(0)} (${solved.Status}), best known ${BEST_KNOWN}`,
    aim: 'at most 1',
  }
}

/** An evening of so many covers: time to the first plan, then what a second and ten come to beside the proven bound. */
function eveningLines(covers: number, sauces: number): Line[] {
  const instance = madeEvening(covers, sauces)
  const short = look(instance, OURS_MS)
  const long = look(instance, OURS_MS * TIMES_FOR_SOLVER)
  const answer = long.search.answer()
  const faults = checkAnswer(instance, answer)
  if (faults.length) throw new Error(faults[0])
  const bound = answer.status === 'feasible' ? answer.bound[0] : NaN
  const lateMin = (s: number | undefined) => ((s ?? NaN) / 60 / covers).toFixed(2)
  const [after1, after10] = [short, long].map((l) => l.search.objective()?.[1])
  return [
    {
      name: `first plan of ${covers} covers, ${sauces} sauces, ${instance.tasks.length} tasks`,
      ratio: short.firstMs / OURS_MS,
      peer: 'one second',
      detail: `${short.firstMs.toFixed(0)} ms`,
      aim: 'at most 1',
    },
    {
      name: 'minutes late a cover after ten seconds beside after one',
      ratio: (after10 ?? NaN) === (after1 ?? NaN) ? 1 : (after10 ?? NaN) / (after1 ?? NaN),
      peer: 'after one second',
      detail: `${lateMin(after1)} then ${lateMin(after10)} min a cover; no plan is under ${lateMin(bound)}`,
      aim: 'at most 1',
    },
  ]
}

/** In the middle of an evening a ring is lost: what is under way stands, all else is planned anew from the plan in force. */
function replanLine(covers: number, sauces: number): Line {
  const made = madeEvening(covers, sauces)
  const before = look(made, OURS_MS).search.answer()
  if (before.status !== 'feasible') throw new Error('no plan')
  const lost = made.rings[0]!.id
  const nowS = [...before.tasks].sort((a, b) => a.startS - b.startS)[Math.floor(before.tasks.length / 2)]!
    .startS
  const instance: ScheduleInstance = {
    ...made,
    nowS,
    inForce: before.tasks.map((t) => (t.startS < nowS ? { ...t, fixed: true as const } : t)),
    tasks: made.tasks.map((t) => ({
      ...t,
      // what stands on it already stays there to its end
      modes: before.tasks.some((x) => x.id === t.id && x.startS < nowS)
        ? t.modes
        : t.modes.map((m) => (m.ring ? { ...m, ring: m.ring.filter((r) => r !== lost) } : m)),
    })),
  }
  const sinceMs = performance.now()
  const search = startSchedule(instance, { seed: 1, from: before.tasks })
  search.run(1)
  const answer = search.answer()
  const tookMs = performance.now() - sinceMs
  const faults = checkAnswer(instance, answer)
  if (faults.length) throw new Error(faults[0])
  const moved =
    answer.status === 'feasible'
      ? answer.tasks.filter((t) => t.startS !== before.tasks.find((x) => x.id === t.id)!.startS).length
      : NaN
  return {
    name: `a ring lost in the middle of ${covers} covers, ${sauces} sauces: until the next plan`,
    ratio: tookMs / OURS_MS,
    peer: 'one second',
    detail: `${tookMs.toFixed(0)} ms; ${moved} of ${instance.tasks.length} steps begin at another time`,
    aim: 'at most 1',
  }
}

/** The evening's schedule: against a solver, against its own bound, and as the evening grows. */
export async function schedule(): Promise<Line[]> {
  return [
    await shopLine(),
    ...eveningLines(60, 8),
    ...eveningLines(200, 12),
    ...eveningLines(1000, 12),
    replanLine(60, 8),
    replanLine(200, 12),
  ]
}
