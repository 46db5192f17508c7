import { bindingOf } from './binding'
import { boundOf } from './bound'
import { conflictOf } from './conflict'
import type { FeasibleAnswer, InForceTask, PlacedTask, ScheduleAnswer, ScheduleInstance } from './instance'
import { latenessS, waitsS } from './objective'
import { Plan } from './plan'
import { readPlaced, readProblem, sayPlaced, type Placed, type Problem } from './problem'
import { RETIMED, retime } from './retime'
import { MOST_BUILDS, startSearch, type Found } from './search'
import { startSequence } from './sequence'

export const SCHEDULE_MODEL_VERSION = 'schedule-1'

/** How long, and from where, a schedule is looked for. */
export interface ScheduleOptions {
  readonly seed: number
  /** Milliseconds by the given clock, or a number of tries: whichever is over first. */
  readonly budgetMs?: number | undefined
  readonly steps?: number | undefined
  readonly nowMs?: (() => number) | undefined
  /** A plan to begin with: an answer's tasks. */
  readonly from?: readonly PlacedTask[] | undefined
  /** That plan is worked by: it is left only for what is worth it, and no more of it than must be. */
  readonly isMended?: boolean | undefined
}

/** A schedule that is looked for in slices; it can be asked at any time. */
export interface ScheduleSearch {
  /** Goes on for so many tries. */
  readonly run: (steps: number) => void
  /** The seven figures of the best so far. */
  readonly objective: () => Found['objective'] | undefined
  /** How long plates wait by the best so far, plates × s. */
  readonly waitsS: () => number
  /** The best so far as an answer; what clashes, where none was found. */
  readonly answer: () => ScheduleAnswer
}

/** Begins to look for the best plan of a service (SERVICE.md 2). @throws DomainError unknownId | duplicateId | cycle | noMode */
export function startSchedule(
  instance: ScheduleInstance,
  { seed, from, isMended = false }: Pick<ScheduleOptions, 'seed' | 'from' | 'isMended'>,
): ScheduleSearch {
  const problem = readProblem(instance)
  const search =
    instance.goal === 'makespan'
      ? startSequence(problem, seed)
      : startSearch(problem, seed, from && { placed: placedBefore(problem, from), isMended })
  let counted: { readonly of: Found; readonly waitsS: number } | undefined
  return {
    run(steps) {
      for (let i = 0; i < steps; i++) search.step()
    },
    objective: () => search.best?.objective,
    waitsS() {
      const { best } = search
      if (!best) return 0
      if (counted?.of !== best) counted = { of: best, waitsS: waitsS(planOf(problem, best)) }
      return counted.waitsS
    },
    answer() {
      for (let i = 0; i < MOST_BUILDS && !search.best; i++) search.step()
      const { best } = search
      if (!best || best.objective[0] > 0) return { status: 'infeasible', conflict: conflictOf(instance) }
      return answerOf(problem, best)
    },
  }
}

/** The best plan that is found within the budget. */
export function scheduleService(instance: ScheduleInstance, options: ScheduleOptions): ScheduleAnswer {
  const { budgetMs = Infinity, steps = budgetMs === Infinity ? 500 : Infinity, nowMs = () => 0 } = options
  const search = startSchedule(instance, options)
  const sinceMs = nowMs()
  for (let i = 0; i < steps && nowMs() - sinceMs < budgetMs; i++) search.run(1)
  return search.answer()
}

function placedBefore({ instance, tasks }: Problem, from: readonly PlacedTask[]): (Placed | undefined)[] {
  const at = new Map(from.map((t) => [t.id, t]))
  return tasks.map(({ id }) => {
    const before = at.get(id)
    return before && readPlaced(instance, before)
  })
}

function planOf(problem: Problem, best: Found): Plan {
  const plan = new Plan(problem)
  problem.tasks.forEach((t, i) => t.isFixed || plan.put(t, best.placed[i]!))
  return plan
}
function answerOf(problem: Problem, best: Found): FeasibleAnswer {
  const { instance, tasks } = problem
  const plan = planOf(problem, best)
  const fixed = new Map((instance.inForce ?? []).flatMap((t) => (t.fixed ? [[t.id, t]] : [])))
  return {
    status: 'feasible',
    objective: best.objective,
    bound: [boundOf(problem)],
    robust: {
      high: { latenessS: latenessS(retime(plan, RETIMED.high)) },
      slow: { latenessS: latenessS(retime(plan, RETIMED.slow)) },
    },
    tasks: tasks.map(({ id }, i): PlacedTask => {
      const at: InForceTask = fixed.get(id) ?? sayPlaced(instance, id, best.placed[i]!)
      const { fixed: _, ...asItStands } = at
      return asItStands
    }),
    binding: Object.fromEntries(tasks.map((task) => [task.id, bindingOf(plan, task)])),
  }
}
