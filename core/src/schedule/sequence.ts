import { mulberry32 } from '../solve/random'
import { readBlocks } from './blocks'
import { quickModes } from './build'
import { insertBlock } from './insert'
import type { Objective } from './instance'
import { compareFigures, objectiveOf } from './objective'
import { Plan } from './plan'
import type { Problem } from './problem'
import { evaluate, type Found, type Search } from './search'

/** A worse end that is let pass, as a share of the best, at first and at the most; and tries after which it goes back to the best. */
const LETS_PASS = 0.03
const PATIENCE = 600

/** Looks for the plan that is over first: an order in which all is put as early as may be, one thing moved in it at a time (serial generation, threshold accepting). */
export function startSequence(problem: Problem, seed: number): Search {
  const random = mulberry32(seed)
  const blocks = readBlocks(problem)
  let order = greedy()
  let current: Objective | undefined
  let best: (Found & { readonly order: readonly number[] }) | undefined
  let sinceBest = 0

  function greedy(): number[] {
    const left = new Set(blocks.map((_, b) => b))
    const list: number[] = []
    while (left.size) {
      const ready = [...left].filter((b) => blocks[b]!.before.every((x) => !left.has(x)))
      const next = ready[Math.floor(random() * ready.length)] ?? [...left][0]!
      list.push(next)
      left.delete(next)
    }
    return list
  }
  /** One block moved to another place among those that it neither follows nor leads. */
  function moved(): number[] {
    if (order.length < 2) return order // nothing can be before another
    const from = Math.floor(random() * order.length)
    const block = order[from]!
    const list = order.filter((b) => b !== block)
    const first = Math.max(-1, ...blocks[block]!.before.map((b) => list.indexOf(b))) + 1
    const last = Math.min(list.length, ...blocks[block]!.after.map((b) => list.indexOf(b)))
    list.splice(first + Math.floor(random() * (last - first + 1)), 0, block)
    return list
  }
  function decode(list: readonly number[]): Found | undefined {
    const plan = new Plan(problem)
    const isWhole = list.every((b) =>
      insertBlock(plan, blocks[b]!.tasks, {
        towards: 'first',
        fromOf: () => -Infinity,
        byOf: () => Infinity,
        modesOf: quickModes,
      }),
    )
    if (!isWhole) return undefined
    const objective = problem.tasks.some((t) => t.serves) ? evaluate(plan) : objectiveOf(plan, 0)
    return { placed: plan.placed.map((p) => p!), objective, figures: objective }
  }
  return {
    get best() {
      return best
    },
    step() {
      const next = current ? moved() : greedy()
      const found = decode(next)
      if (!found) return
      const passes = LETS_PASS * random() ** 3 * (best?.objective[1] ?? 0)
      if (!current || found.objective[1] <= current[1] + passes) {
        order = [...next]
        current = found.objective
      }
      sinceBest += 1
      if (!best || compareFigures(found.objective, best.objective) < 0) {
        best = { ...found, order: next }
        sinceBest = 0
      }
      if (sinceBest < PATIENCE) return
      order = [...best.order]
      current = best.objective
      sinceBest = 0
    },
  }
}
