import { mulberry32 } from '../solve/random'
import { Builder, gentleModes, quickModes } from './build'
import type { Objective } from './instance'
import { compareFigures, objectiveOf, SAME, waitsS } from './objective'
import { Plan } from './plan'
import type { Placed, Problem } from './problem'
import { RETIMED, retime } from './retime'

/** A whole plan and what it comes to. */
export interface Found {
  readonly placed: readonly Placed[]
  readonly objective: Objective
  /** What it is compared by: its objective, or how well it mends the plan in force. */
  readonly figures: readonly number[]
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
/** How often, while a plan is mended, what was taken out goes back to where it stood in it. */
const BACK = 0.5
/** How often what was taken out is put as early as may be, and by its gentlest way first. */
const [EARLY, GENTLE] = [0.2, 0.7]
/** By how much another order thinks of a block as wanted sooner, at the most, s. */
const OTHER_ORDER_S = 900

/** So much sooner plates must go for a plan in force to be left, plates × s and as a share of how long they wait; or so many fewer batches break. */
const [WORTH_S, WORTH_SHARE, WORTH_BROKEN] = [600, 0.2, 0.05]
/** What a mended plan is compared by: clocks, what is worth leaving it for by steps, then how near it stays to the plan in force. */
function mendedBy(first: { readonly waitsS: number; readonly broken: number }) {
  const worthS = Math.max(WORTH_S, WORTH_SHARE * first.waitsS)
  return (objective: Objective, plan: Plan): readonly number[] => {
    const [clocks, , broken, , , , change] = objective
    return [
      clocks,
      -Math.floor((first.waitsS - waitsS(plan)) / worthS),
      -Math.floor((first.broken - broken) / WORTH_BROKEN + SAME), // a sum of shares is never quite itself
      change,
      ...objective,
    ]
  }
}
/** Builds a plan just in time, late where it must be, and betters it by taking some of it out and putting it in anew. */
class JustInTime implements Search {
  best: Found | undefined
  private current: readonly number[] | undefined
  private figuresOf: (objective: Objective, plan: Plan) => readonly number[] = (objective) => objective
  private builds = 0
  private readonly plan: Plan
  private readonly builder: Builder
  private readonly random: () => number

  constructor(
    problem: Problem,
    seed: number,
    private readonly before: Before | undefined,
  ) {
    this.plan = new Plan(problem)
    this.builder = new Builder(this.plan, before?.placed)
    this.random = mulberry32(seed)
  }
  step(): void {
    if (this.current) this.better()
    else this.begin()
  }
  private begin(): void {
    const tries = this.builds++
    if (tries === 0) this.builder.standBefore()
    else if (tries === 1) this.builder.standBegunFirst()
    if (tries <= 1) this.builder.makeRoom()
    if (!this.builder.build(() => (tries === 0 ? 0 : this.random() * OTHER_ORDER_S))) {
      this.builder.liftAll()
      return
    }
    const objective = evaluate(this.plan)
    if (this.before?.isMended) this.figuresOf = mendedBy({ waitsS: waitsS(this.plan), broken: objective[2] })
    this.keep(objective)
  }
  private keep(objective: Objective): void {
    const figures = this.figuresOf(objective, this.plan)
    this.current = figures
    if (this.best && compareFigures(figures, this.best.figures) >= 0) return
    this.best = { placed: this.plan.placed.map((p) => p!), objective, figures }
  }
  private any(count: number): number {
    return Math.floor(this.random() * count)
  }
  /** Some blocks that have to do with one another: near in time, wanted at about the same time, or any. */
  private ruin(): number[] {
    const { blocks } = this.builder
    const most = Math.min(blocks.length, LEAST_OUT + this.any(MORE_OUT))
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
  private inTheWayOf(late: number): number[] {
    const { builder } = this
    const most = LEAST_OUT + this.any(MORE_OUT)
    const fromS = builder.dueStartOfS(late)
    const away = (b: number) =>
      b === late ? -1 : Math.abs(builder.startS(b) - fromS) * (0.5 + this.random())
    const far = new Map(builder.blocks.map((_, b) => [b, away(b)]))
    return [...far.keys()].sort((a, b) => far.get(a)! - far.get(b)! || a - b).slice(0, most)
  }
  private better(): void {
    const { builder, plan } = this
    const late = builder.late()
    const isForLate = late.length > 0 && this.random() < FOR_THE_LATE
    const out = isForLate ? this.inTheWayOf(late[this.any(late.length)]!) : this.ruin()
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
    if (this.before?.isMended && this.random() < BACK) {
      if (isForLate) builder.put(out[0]!, 'last', modesOf)
      builder.standBefore(out.filter((b) => !builder.isIn(b)))
    }
    const isWhole = order.every(
      (b) => builder.isIn(b) || builder.put(b, towards, modesOf) || builder.put(b, otherwise, quickModes),
    )
    const mayBe = isWhole && this.isNoWorse(objectiveOf(plan, 0)) ? evaluate(plan) : undefined
    if (mayBe && this.isNoWorse(mayBe)) this.keep(mayBe)
    else back()
  }
  private isNoWorse(objective: Objective): boolean {
    return compareFigures(this.figuresOf(objective, this.plan), this.current!) <= 0
  }
}

/** Where tasks stood before, and whether that is to be mended, no more of it another than is worth it; else it is only begun from. */
export interface Before {
  readonly placed: readonly (Placed | undefined)[]
  readonly isMended: boolean
}
/** A search for the best plan of a service. @param before - kept wherever it still may be in what is tried first */
export const startSearch = (problem: Problem, seed: number, before?: Before): Search =>
  new JustInTime(problem, seed, before)
