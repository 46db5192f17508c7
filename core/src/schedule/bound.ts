import { NONE, type Problem, type Task } from './problem'

/** Its quickest way, s. */
export const leastS = (task: Task) => Math.min(...task.modes.map((m) => m.midS))

/** When each task can be over at the earliest, by what it follows, its window and now, s. */
function headsOf({ tasks, order, nowS }: Problem): number[] {
  const ends = tasks.map(() => 0)
  for (const i of order) {
    const task = tasks[i]!
    if (task.isFixed && task.inForce) {
      ends[i] = task.inForce.endS
      continue
    }
    const startS = task.before.reduce(
      (s, link) => Math.max(s, ends[link.task]! + link.minS),
      Math.max(nowS, task.earliestS),
    )
    ends[i] = startS + leastS(task)
  }
  return ends
}
/** The longest that must follow a task's end, s. */
function tailsOf({ tasks, order }: Problem): number[] {
  const tails = tasks.map(() => 0)
  for (const i of [...order].reverse())
    for (const link of tasks[i]!.after)
      tails[i] = Math.max(tails[i]!, link.minS + leastS(tasks[link.task]!) + tails[link.task]!)
  return tails
}

interface Job {
  readonly headS: number
  readonly lengthS: number
  readonly tailS: number
}
/** One machine, each job after its head, then its tail: no order of them is over earlier, even where they may be cut (Jackson's preemptive schedule, Carlier 1982). */
export function oneMachineBoundS(jobs: readonly Job[]): number {
  const left = jobs.map((j) => j.lengthS)
  const heads = [...new Set(jobs.map((j) => j.headS))].sort((a, b) => a - b)
  let s = heads[0] ?? 0
  let bound = 0
  for (;;) {
    const ready = jobs.flatMap((j, i) => (j.headS <= s && left[i]! > 0 ? [i] : []))
    const nextHead = heads.find((h) => h > s)
    if (ready.length === 0) {
      if (nextHead === undefined) return bound
      s = nextHead
      continue
    }
    const i = ready.reduce((a, b) => (jobs[b]!.tailS > jobs[a]!.tailS ? b : a))
    const run = Math.min(left[i]!, (nextHead ?? Infinity) - s)
    s += run
    left[i]! -= run
    if (left[i] === 0) bound = Math.max(bound, s + jobs[i]!.tailS)
  }
}

/** No plan is over earlier, s: critical path, each ring by itself, and hands as energy. */
function makespanBoundS(problem: Problem): number {
  const heads = headsOf(problem)
  const tails = tailsOf(problem)
  const jobs = problem.tasks.map((task, i) => ({
    task,
    headS: heads[i]! - leastS(task),
    lengthS: leastS(task),
    tailS: tails[i]!,
  }))
  const path = Math.max(0, ...problem.tasks.map((_, i) => heads[i]! + tails[i]!))
  const onlyOn = (ring: number) =>
    jobs.filter(
      ({ task }) =>
        !task.isInterruptible &&
        task.modes.every((m) => m.from.ring?.length === 1 && m.from.ring[0] === ring),
    )
  const rings = Array.from({ length: problem.count.ring }, (_, ring) => oneMachineBoundS(onlyOn(ring)))
  const most = Math.max(NONE, ...problem.people.map((p) => p.hands))
  const work = problem.tasks.reduce((sum, task) => sum + (task.isFixed ? 0 : task.hands * leastS(task)), 0)
  const energy = most > 0 ? Math.ceil(problem.nowS + work / most) : 0
  return Math.max(path, energy, ...rings)
}

/** A proven lower bound of the second figure of any plan. */
export function boundOf(problem: Problem): number {
  if (problem.instance.goal === 'makespan') return makespanBoundS(problem)
  const heads = headsOf(problem)
  return problem.instance.pickUps.reduce((sum, { atS, plates }, p) => {
    const servedS = problem.servers[p]!.reduce((s, i) => Math.max(s, heads[i]!), atS)
    return sum + plates * (servedS - atS)
  }, 0)
}
