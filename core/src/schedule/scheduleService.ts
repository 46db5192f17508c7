import { bindingOf } from './binding'
import { boundOf } from './bound'
import { conflictOf } from './conflict'
import type { FeasibleAnswer, PlacedTask, ScheduleAnswer, ScheduleInstance } from './instance'
import { latenessS } from './objective'
import { Plan } from './plan'
import { NONE, readProblem, type Placed, type Problem } from './problem'
import { retime } from './retime'
import { startSearch, type Found } from './search'
import { startSequence } from './sequence'

/** How long, and from where, a schedule is looked for. */
export interface ScheduleOptions {
  readonly seed: number
  /** Milliseconds by the given clock, or a number of tries: whichever is over first. */
  readonly budgetMs?: number | undefined
  readonly steps?: number | undefined
  readonly nowMs?: (() => number) | undefined
  /** A plan to begin with: an answer's tasks. */
  readonly from?: readonly PlacedTask[] | undefined
}

/** A schedule that is looked for in slices; it can be asked at any time. */
export interface ScheduleSearch {
  /** Goes on for so many tries. */
  readonly run: (steps: number) => void
  /** The seven figures of the best so far. */
  readonly objective: () => Found['objective'] | undefined
  /** The best so far as an answer; what clashes, where none was found. */
  readonly answer: () => ScheduleAnswer
}

/** Tries to build a first plan before it is given up. */
const MOST_BUILDS = 40

/** Begins to look for the best plan of a service (SERVICE.md 2). @throws DomainError unknownId | duplicateId | cycle | noMode */
export function startSchedule(
  instance: ScheduleInstance,
  { seed, from }: Pick<ScheduleOptions, 'seed' | 'from'>,
): ScheduleSearch {
  const problem = readProblem(instance)
  const search =
    instance.goal === 'makespan'
      ? startSequence(problem, seed)
      : startSearch(problem, seed, from && readPlaced(problem, from))
  return {
    run(steps) {
      for (let i = 0; i < steps; i++) search.step()
    },
    objective: () => search.best?.objective,
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

function readPlaced(problem: Problem, from: readonly PlacedTask[]): (Placed | undefined)[] {
  const { instance } = problem
  const at = new Map(from.map((t) => [t.id, t]))
  const index = (list: readonly { readonly id: string }[], id: string | undefined) =>
    id === undefined ? NONE : list.findIndex((p) => p.id === id)
  return problem.tasks.map(({ id }) => {
    const t = at.get(id)
    return (
      t && {
        mode: t.mode,
        startS: t.startS,
        endS: t.endS,
        ring: index(instance.rings, t.ring),
        vessel: index(instance.vessels, t.vessel),
        well: index(instance.wells, t.well),
        kit: index(instance.kits, t.kit),
        ...(t.parts ? { parts: t.parts } : {}),
      }
    )
  })
}

function answerOf(problem: Problem, best: Found): FeasibleAnswer {
  const { instance, tasks } = problem
  const plan = new Plan(problem)
  tasks.forEach((t, i) => t.fixed ?? plan.put(t, best.placed[i]!))
  const idOf = (list: readonly { readonly id: string }[], place: number) => list[place]?.id
  return {
    status: 'feasible',
    objective: best.objective,
    bound: [boundOf(problem)],
    robust: {
      high: { latenessS: latenessS(retime(plan, 'highS')) },
      slow: { latenessS: latenessS(retime(plan, 'slowS')) },
    },
    tasks: tasks.map((task, i): PlacedTask => {
      const { inForce } = task
      if (inForce?.fixed) {
        const { fixed: _, ...asItStands } = inForce
        return asItStands
      }
      const at = best.placed[i]!
      const places = {
        ring: idOf(instance.rings, at.ring),
        vessel: idOf(instance.vessels, at.vessel),
        well: idOf(instance.wells, at.well),
        kit: idOf(instance.kits, at.kit),
      }
      return {
        id: task.id,
        mode: at.mode,
        startS: at.startS,
        endS: at.endS,
        ...Object.fromEntries(Object.entries(places).filter(([, id]) => id !== undefined)),
        ...(at.parts ? { parts: at.parts } : {}),
      }
    }),
    binding: Object.fromEntries(tasks.map((task) => [task.id, bindingOf(plan, task)])),
  }
}
