import { mulberry32 } from '../solve/random'
import { ranksOf, readBlocks } from './blocks'
import { leastS } from './bound'
import { insertBlock, type How } from './insert'
import type { Objective } from './instance'
import { compareObjectives, latenessS, objectiveOf } from './objective'
import { Plan } from './plan'
import type { Placed, Problem, Task } from './problem'
import { retime } from './retime'

/** How many times as late a pick-up is thought of, one after the other, until all can be put. */
const STRETCHED = [1, 1.05, 1.1, 1.2, 1.3, 1.5, 1.75, 2, 2.5, 3, 4, 6, 10] as const

/** A whole plan and what it comes to. */
export interface Found {
  readonly placed: readonly Placed[]
  readonly objective: Objective
}

/** A search that goes on for as many steps as it is given; the same steps from the same seed find the same plan. */
export interface Search {
  /** The best so far; none until one is found. */
  readonly best: Found | undefined
  /** One more try. */
  step(): void
}

/** What a plan comes to, its clocks also where every duration is longer. */
export const evaluate = (plan: Plan): Objective =>
  objectiveOf(plan, retime(plan, 'highS').clocksPassed() + retime(plan, 'slowS').clocksPassed())

/** The way that breaks and wastes least first, then the quick one. */
function gentleModes({ modes }: Task): readonly number[] {
  return modes
    .map((_, i) => i)
    .sort((a, b) => {
      const [x, y] = [modes[a]!, modes[b]!]
      return x.breakRisk - y.breakRisk || x.wasteG - y.wasteG || x.midS - y.midS || a - b
    })
}
const quickModes = ({ modes }: Task): readonly number[] =>
  modes.map((_, i) => i).sort((a, b) => modes[a]!.midS - modes[b]!.midS || a - b)

/** Builds a plan just in time, late where it must be, and betters it by taking some of it out and putting it in anew. */
export function startSearch(problem: Problem, seed: number, from?: readonly (Placed | undefined)[]): Search {
  const random = mulberry32(seed)
  const blocks = readBlocks(problem)
  const plan = new Plan(problem)
  const { tasks, instance } = problem
  const lastS = Math.max(problem.nowS, ...instance.pickUps.map((p) => p.atS))
  const lengths = tasks.reduce((sum, t) => sum + Math.min(...t.modes.map((m) => m.midS)), 0)
  const horizonS = lastS + (instance.goal === 'makespan' ? 0 : lengths)
  const rank = ranksOf(blocks)
  let dueStartS = dueStartsOf(problem, (s) => s)
  const anyTime = () => -Infinity
  /** Late it is begun no sooner than to be there in time, were nothing in its way: what is early takes places and grows old. */
  const fromOf = (task: Task) =>
    isOneByOne && task.serves ? lastServingEndS() - leastS(task) : dueStartS[task.index]!
  const lastServingEndS = () =>
    Math.max(
      -Infinity,
      ...tasks.map((t) => (t.serves ? (plan.placed[t.index]?.endS ?? -Infinity) : -Infinity)),
    )
  let best: Found | undefined
  let current: Objective | undefined
  let stretch = 1
  /** Sauces one after another as they are wanted, none begun before the last is done: where places are kept for one another. */
  let isOneByOne = false

  const stretched = (s: number) => problem.nowS + Math.ceil(stretch * (s - problem.nowS))
  function stretchBy(times: number): void {
    if (times === stretch) return
    stretch = times
    dueStartS = dueStartsOf(problem, stretched)
  }
  const byOf = (task: Task): number => {
    if (task.serves) {
      return stretched(Math.min(...task.serves.at.map((a) => instance.pickUps[a.pickUp]!.atS)))
    }
    return task.after.length ? Infinity : horizonS
  }
  const put = (b: number, towards: How['towards'], modesOf: How['modesOf']): boolean =>
    insertBlock(plan, blocks[b]!.tasks, {
      towards,
      fromOf: towards === 'last' ? anyTime : fromOf,
      byOf,
      modesOf,
    })
  const lift = (list: readonly number[]) =>
    list.forEach((b) => blocks[b]!.tasks.forEach((i) => plan.lift(tasks[i]!)))
  const isIn = (b: number) => plan.placed[blocks[b]!.tasks[0]!] !== undefined

  /** Everything that a block still waits for, what is furthest from the plate first. */
  function missingFor(b: number): number[] {
    const all = new Set<number>()
    const visit = (x: number) => {
      for (const y of blocks[x]!.before)
        if (!isIn(y) && !all.has(y)) {
          all.add(y)
          visit(y)
        }
    }
    visit(b)
    return [...all].sort((x, y) => rank[x]! - rank[y]!)
  }
  /** A sauce with all it needs: in time, else as soon as may be. */
  function putChain(b: number, modesOf: How['modesOf']): boolean {
    const chain = [...missingFor(b), b]
    if (
      !isOneByOne &&
      blocks[b]!.dueS < Infinity &&
      [...chain].reverse().every((x) => put(x, 'last', modesOf))
    )
      return true
    lift(chain)
    if (chain.every((x) => put(x, 'first', quickModes))) return true
    lift(chain)
    return false
  }
  /** Just in time for pick-ups that come later and later, until hands and places suffice; then what is late is drawn forward. */
  function build(): boolean {
    const noise = blocks.map(() => (best ? random() * 900 : 0))
    const order = blocks
      .map((_, b) => b)
      .sort(
        (a, b) => blocks[a]!.dueS + noise[a]! - (blocks[b]!.dueS + noise[b]!) || rank[b]! - rank[a]! || a - b,
      )
    for (const times of STRETCHED) {
      stretchBy(times)
      const isWhole = order.every((b) => isIn(b) || putChain(b, gentleModes))
      stretchBy(1)
      if (isWhole) {
        if (times > 1) drawForward()
        return true
      }
      lift(order)
    }
    isOneByOne = true
    const isWhole = order.every((b) => isIn(b) || putChain(b, gentleModes))
    isOneByOne = false
    if (isWhole) drawForward()
    return isWhole
  }
  function drawForward(): void {
    const startOf = (b: number) => plan.placed[blocks[b]!.tasks[0]!]!.startS
    for (const b of blocks.map((_, x) => x).sort((x, y) => startOf(x) - startOf(y))) {
      const block = blocks[b]!.tasks
      const before = block.map((i) => plan.placed[i]!)
      const late = latenessS(plan)
      lift([b])
      if (put(b, 'first', quickModes) && latenessS(plan) <= late) continue
      lift([b])
      block.forEach((i, k) => plan.put(tasks[i]!, before[k]!))
    }
  }
  function keep(): void {
    const objective = evaluate(plan)
    current = objective
    if (!best || compareObjectives(objective, best.objective) < 0)
      best = { placed: plan.placed.map((p) => p!), objective }
  }
  function startFrom(standing: readonly (Placed | undefined)[]): boolean {
    tasks.forEach((t, i) => standing[i] && !t.fixed && plan.put(t, standing[i]))
    return plan.placed.every(Boolean) && plan.placesHold()
  }

  /** Some blocks that have to do with one another: near in time, of one pick-up, or any. */
  function ruin(): number[] {
    const most = Math.min(blocks.length, 2 + Math.floor(random() * 6))
    const first = Math.floor(random() * blocks.length)
    const startOf = (b: number) => plan.placed[blocks[b]!.tasks[0]!]?.startS ?? 0
    const kind = random()
    if (kind < 0.25)
      return [...new Set(Array.from({ length: most }, () => Math.floor(random() * blocks.length)))]
    const near = blocks
      .map((_, b) => b)
      .sort((a, b) =>
        kind < 0.7
          ? Math.abs(startOf(a) - startOf(first)) - Math.abs(startOf(b) - startOf(first)) || a - b
          : Math.abs(blocks[a]!.dueS - blocks[first]!.dueS) -
              Math.abs(blocks[b]!.dueS - blocks[first]!.dueS) || a - b,
      )
    return near.slice(0, most)
  }
  function better(): void {
    const out = ruin()
    const before = out.map((b) => blocks[b]!.tasks.map((i) => plan.placed[i]!))
    lift(out)
    const towards = instance.goal === 'makespan' || random() < 0.2 ? ('first' as const) : ('last' as const)
    const noise = new Map(out.map((b) => [b, random()]))
    const order = [...out].sort((a, b) => {
      const byRank = towards === 'last' ? rank[b]! - rank[a]! : rank[a]! - rank[b]!
      return (related(a, b) ? byRank : 0) || noise.get(a)! - noise.get(b)!
    })
    const modesOf = random() < 0.7 ? gentleModes : quickModes
    const isWhole = order.every(
      (b) => put(b, towards, modesOf) || put(b, towards === 'last' ? 'first' : 'last', quickModes),
    )
    if (isWhole) {
      const quick = objectiveOf(plan, 0)
      const isNoWorse = compareObjectives(quick, current!) <= 0
      const objective = isNoWorse ? evaluate(plan) : undefined
      if (objective && compareObjectives(objective, current!) <= 0) {
        current = objective
        if (compareObjectives(objective, best!.objective) < 0)
          best = { placed: plan.placed.map((p) => p!), objective }
        return
      }
    }
    lift(out)
    out.forEach((b, n) => blocks[b]!.tasks.forEach((i, k) => plan.put(tasks[i]!, before[n]![k]!)))
  }
  const related = (a: number, b: number) => rank[a] !== rank[b]

  return {
    get best() {
      return best
    },
    step() {
      if (current) return better()
      if ((from && startFrom(from)) || (lift(blocks.map((_, b) => b)), build())) keep()
      else lift(blocks.map((_, b) => b))
    },
  }
}

/** When each task would begin at the latest, were it alone, for what waits for it to be there in time, s; none where nothing does. */
function dueStartsOf(problem: Problem, asThought: (s: number) => number): number[] {
  const { tasks, order, instance } = problem
  const starts = tasks.map(() => Infinity)
  for (const i of [...order].reverse()) {
    const task = tasks[i]!
    const ends = [
      ...(task.serves?.at.map((a) => asThought(instance.pickUps[a.pickUp]!.atS)) ?? []),
      ...task.after.map((l) => starts[l.task]! - l.minS),
    ]
    starts[i] = Math.min(Infinity, ...ends) - leastS(task)
  }
  return starts.map((s) => (s === Infinity ? -Infinity : s))
}
