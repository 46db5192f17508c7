import { mulberry32 } from '../solve/random'
import { Builder, gentleModes, quickModes } from './build'
import type { Objective } from './instance'
import { compareObjectives, objectiveOf } from './objective'
import { Plan } from './plan'
import type { Placed, Problem } from './problem'
import { RETIMED, retime } from './retime'

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
  objectiveOf(plan, retime(plan, RETIMED.high).clocksPassed() + retime(plan, RETIMED.slow).clocksPassed())

/** Tries to build a first plan before it is given up. */
export const MOST_BUILDS = 4

/** Blocks taken out at a time, at the least and at the most more. */
const [LEAST_OUT, MORE_OUT] = [2, 6]
/** How often the blocks that are taken out are any, or near in time; else near in what they are wanted for. */
const [ANY, NEAR_IN_TIME] = [0.25, 0.7]
/** How often, while plates wait, what stands in the way of one that is late is taken out with it. */
const FOR_THE_LATE = 0.25
/** How often what was taken out is put as early as may be, and by its gentlest way first. */
const [EARLY, GENTLE] = [0.2, 0.7]
/** By how much another order thinks of a block as wanted sooner, at the most, s. */
const OTHER_ORDER_S = 900

/** Builds a plan just in time, late where it must be, and betters it by taking some of it out and putting it in anew. */
class JustInTime implements Search {
  best: Found | undefined
  private current: Objective | undefined
  private builds = 0
  private readonly plan: Plan
  private readonly builder: Builder
  private readonly random: () => number

  constructor(
    problem: Problem,
    seed: number,
    private readonly from: readonly (Placed | undefined)[] | undefined,
  ) {
    this.plan = new Plan(problem)
    this.builder = new Builder(this.plan)
    this.random = mulberry32(seed)
  }
  step(): void {
    if (this.current) this.better()
    else this.begin()
  }
  private begin(): void {
    const isFirst = this.builds === 0
    this.builds += 1
    if (isFirst && this.from) this.builder.standFrom(this.from)
    if (this.builder.build(() => (isFirst ? 0 : this.random() * OTHER_ORDER_S)))
      this.keep(evaluate(this.plan))
    else this.builder.liftAll()
  }
  private keep(objective: Objective): void {
    this.current = objective
    if (this.best && compareObjectives(objective, this.best.objective) >= 0) return
    this.best = { placed: this.plan.placed.map((p) => p!), objective }
  }
  private any(count: number): number {
    return Math.floor(this.random() * count)
  }
  /** Some blocks that have to do with one another: near in time, wanted at about the same time, or any. */
  private ruin(): number[] {
    const { blocks } = this.builder
    const most = Math.min(blocks.length, LEAST_OUT + this.any(MORE_OUT))
    const late = this.builder.late()
    if (late.length && this.random() < FOR_THE_LATE)
      return this.inTheWayOf(late[this.any(late.length)]!, most)
    const first = this.any(blocks.length)
    const kind = this.random()
    if (kind < ANY) return [...new Set(Array.from({ length: most }, () => this.any(blocks.length)))]
    const of = (b: number) => (kind < NEAR_IN_TIME ? this.builder.startS(b) : Math.min(1e9, blocks[b]!.dueS))
    const away = blocks.map((_, b) => Math.abs(of(b) - of(first)))
    return blocks
      .map((_, b) => b)
      .sort((a, b) => away[a]! - away[b]! || a - b)
      .slice(0, most)
  }
  /** A block that comes too late, and what stands about where it would have to. */
  private inTheWayOf(late: number, most: number): number[] {
    const { builder } = this
    const fromS = builder.dueStartOfS(late)
    const away = (b: number) =>
      b === late ? -1 : Math.abs(builder.startS(b) - fromS) * (0.5 + this.random())
    const far = new Map(builder.blocks.map((_, b) => [b, away(b)]))
    return [...far.keys()].sort((a, b) => far.get(a)! - far.get(b)! || a - b).slice(0, most)
  }
  private better(): void {
    const { builder, plan } = this
    const out = this.ruin()
    const back = builder.standing(out)
    builder.lift(out)
    const [towards, otherwise] =
      this.random() < EARLY ? (['first', 'last'] as const) : (['last', 'first'] as const)
    const way = towards === 'last' ? -1 : 1
    const noise = new Map(out.map((b) => [b, this.random()]))
    const order = [...out].sort(
      (a, b) => way * (builder.rank[a]! - builder.rank[b]!) || noise.get(a)! - noise.get(b)!,
    )
    const modesOf = this.random() < GENTLE ? gentleModes : quickModes
    const isWhole = order.every(
      (b) => builder.put(b, towards, modesOf) || builder.put(b, otherwise, quickModes),
    )
    const mayBe = isWhole && this.isNoWorse(objectiveOf(plan, 0)) ? evaluate(plan) : undefined
    if (mayBe && this.isNoWorse(mayBe)) this.keep(mayBe)
    else back()
  }
  private isNoWorse(objective: Objective): boolean {
    return compareObjectives(objective, this.current!) <= 0
  }
}

/** A search for the best plan of a service. @param from - where tasks stood before: kept wherever they still may */
export const startSearch = (problem: Problem, seed: number, from?: readonly (Placed | undefined)[]): Search =>
  new JustInTime(problem, seed, from)
