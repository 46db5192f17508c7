import { ranksOf, readBlocks, type Block } from './blocks'
import { leastS } from './bound'
import { insertBlock, type How } from './insert'
import { latenessS } from './objective'
import { partsOf, type Plan } from './plan'
import { NONE, type Placed, type Problem, type Task } from './problem'

/** How many times as late a pick-up is thought of, one after the other, until all can be put. */
const STRETCHED = [1, 1.05, 1.1, 1.2, 1.3, 1.5, 1.75, 2, 2.5, 3, 4, 6, 10] as const

/** So much later is about as late, and so much is near where it stood, s. */
const [ABOUT_S, NEAR_S] = [60, 300]
/** So many that stand about where a block stood are asked to make room for it. */
const MAKE_ROOM = 8

/** Orders that are tried one after another in one build. */
const MOST_ORDERS = 8

type Modes = How['modesOf']
const inOrder = ({ modes }: Task, compare: (a: number, b: number) => number): readonly number[] =>
  modes.map((_, i) => i).sort((a, b) => compare(a, b) || a - b)
/** The way that breaks and wastes least first, then the quick one. */
export const gentleModes: Modes = (task) =>
  inOrder(task, (a, b) => {
    const [x, y] = [task.modes[a]!, task.modes[b]!]
    return x.breakRisk - y.breakRisk || x.wasteG - y.wasteG || x.midS - y.midS
  })
export const quickModes: Modes = (task) => inOrder(task, (a, b) => task.modes[a]!.midS - task.modes[b]!.midS)

/** Puts blocks into a plan: each with all that it waits for, just in time, late where it must be. */
export class Builder {
  readonly blocks: readonly Block[]
  /** How many blocks stand before each. */
  readonly rank: readonly number[]
  private readonly problem: Problem
  private readonly horizonS: number
  private stretch = 1
  private dueStartS: readonly number[]
  /** Sauces one after another as they are wanted, none begun before the last is done: where places are kept for one another. */
  private isOneByOne = false

  /** @param from - where tasks stood before */
  constructor(
    readonly plan: Plan,
    private readonly from?: readonly (Placed | undefined)[],
  ) {
    const { problem } = plan
    this.problem = problem
    this.blocks = readBlocks(problem)
    this.rank = ranksOf(this.blocks)
    this.dueStartS = dueStartsOf(problem, (s) => s)
    const lastS = Math.max(problem.nowS, ...problem.instance.pickUps.map((p) => p.atS))
    this.horizonS = lastS + problem.tasks.reduce((sum, t) => sum + leastS(t), 0)
  }
  isIn(b: number): boolean {
    return this.plan.placed[this.blocks[b]!.tasks[0]!] !== undefined
  }
  startS(b: number): number {
    return this.plan.placed[this.blocks[b]!.tasks[0]!]?.startS ?? 0
  }
  /** Blocks that stand and are done after the first plates that wait for them. */
  late(): number[] {
    const { plan, problem, blocks } = this
    const { pickUps } = problem.instance
    const isLate = (i: number) => {
      const { serves } = problem.tasks[i]!
      const endS = plan.placed[i]?.endS ?? -Infinity
      return serves !== undefined && serves.at.some((a) => endS > pickUps[a.pickUp]!.atS)
    }
    return blocks.flatMap((block, b) => (block.tasks.some(isLate) ? [b] : []))
  }
  /** When a block would begin, were it alone, for its plates to go in time, s. */
  dueStartOfS(b: number): number {
    return Math.min(...this.blocks[b]!.tasks.map((i) => this.dueStartS[i]!))
  }
  put(b: number, towards: How['towards'], modesOf: Modes): boolean {
    return insertBlock(this.plan, this.blocks[b]!.tasks, {
      towards,
      fromOf: (task) => (towards === 'last' ? -Infinity : this.fromS(task)),
      byOf: (task) => this.byS(task),
      modesOf,
    })
  }
  lift(list: readonly number[]): void {
    for (const b of list) for (const i of this.blocks[b]!.tasks) this.plan.lift(this.problem.tasks[i]!)
  }
  liftAll(): void {
    this.lift(this.blocks.map((_, b) => b))
  }
  /** Where blocks stand, to put them there again. */
  standing(list: readonly number[]): () => void {
    const { plan, problem, blocks } = this
    const before = list.flatMap((b) => blocks[b]!.tasks.map((i) => [i, plan.placed[i]] as const))
    return () => {
      this.lift(list)
      for (const [i, at] of before) if (at) plan.put(problem.tasks[i]!, at)
    }
  }

  /** Late it is begun no sooner than to be there in time, were nothing in its way: what is early takes places and grows old. */
  private fromS(task: Task): number {
    if (!this.isOneByOne || !task.serves) return this.dueStartS[task.index]!
    const ends = this.problem.tasks.map((t) => (t.serves && this.plan.placed[t.index]?.endS) ?? -Infinity)
    return Math.max(-Infinity, ...ends) - leastS(task)
  }
  private byS({ serves, after }: Task): number {
    const { pickUps } = this.problem.instance
    if (serves) return this.stretched(Math.min(...serves.at.map((a) => pickUps[a.pickUp]!.atS)))
    return after.length ? Infinity : this.horizonS
  }
  private stretched(s: number): number {
    return this.problem.nowS + Math.ceil(this.stretch * (s - this.problem.nowS))
  }
  private stretchBy(times: number): void {
    if (times === this.stretch) return
    this.stretch = times
    this.dueStartS = dueStartsOf(this.problem, (s) => this.stretched(s))
  }

  /** Everything that a block still waits for, what is furthest from the plate first. */
  private missingFor(b: number): number[] {
    const all = new Set<number>()
    const visit = (x: number) => {
      for (const y of this.blocks[x]!.before)
        if (!this.isIn(y) && !all.has(y)) {
          all.add(y)
          visit(y)
        }
    }
    visit(b)
    return [...all].sort((x, y) => this.rank[x]! - this.rank[y]!)
  }
  /** A sauce with all it needs: in time, else as soon as may be. */
  private putChain(b: number): boolean {
    const chain = [...this.missingFor(b), b]
    const isWanted = !this.isOneByOne && this.blocks[b]!.dueS < Infinity
    if (isWanted && [...chain].reverse().every((x) => this.put(x, 'last', gentleModes))) return true
    this.lift(chain)
    if (chain.every((x) => this.put(x, 'first', quickModes))) return true
    this.lift(chain)
    return false
  }
  private putAll(order: readonly number[]): boolean {
    return order.every((b) => this.isIn(b) || this.putChain(b))
  }
  /**
   * All that does not stand yet: just in time for pick-ups that come later and later, until hands and places suffice; then one after another.
   * What came late by that is drawn forward. False, and nothing put, where even so it cannot be.
   * @param earlierS - by how much each block is thought of as wanted sooner than it is, for another order than the plain one
   */
  build(earlierS: (b: number) => number): boolean {
    const missing = this.blocks.flatMap((_, b) => (this.isIn(b) ? [] : [b]))
    const wanted = new Map(missing.map((b) => [b, this.blocks[b]!.dueS - earlierS(b)]))
    const order = [...missing].sort(
      (a, b) => wanted.get(a)! - wanted.get(b)! || this.rank[b]! - this.rank[a]! || a - b,
    )
    for (const times of STRETCHED) {
      this.stretchBy(times)
      const isWhole = this.putAll(order)
      this.stretchBy(1)
      if (isWhole && times > 1) this.drawForward(order)
      if (isWhole) return true
      this.lift(order)
    }
    this.isOneByOne = true
    const isWhole = this.putHardestFirst(order)
    this.isOneByOne = false
    if (isWhole) this.drawForward(order)
    return isWhole
  }
  /** One after another; what finds no room comes before the others in the next try. */
  private putHardestFirst(inTime: readonly number[]): boolean {
    let order = inTime
    for (let tries = 0; tries < MOST_ORDERS; tries++) {
      const hard = order.find((b) => !this.isIn(b) && !this.putChain(b))
      if (hard === undefined) return true
      this.lift(order)
      if (hard === order[0]) return false
      order = [hard, ...order.filter((b) => b !== hard)]
    }
    return false
  }
  private drawForward(list: readonly number[]): void {
    const byStart = [...list].sort((a, b) => this.startS(a) - this.startS(b))
    for (const b of byStart) {
      const back = this.standing([b])
      const late = latenessS(this.plan)
      this.lift([b])
      if (!this.put(b, 'first', quickModes) || latenessS(this.plan) > late) back()
    }
  }

  /** Blocks in the order in which they stood before; what did not is not among them. */
  private stood(list: readonly number[]): number[] {
    return list
      .filter((b) => this.blocks[b]!.tasks.every((i) => this.from?.[i]))
      .sort((a, b) => this.stoodS(a) - this.stoodS(b) || a - b)
  }
  /** Puts what stood before wherever it still may, and the rest of it as near to that as it can; the rest of the list is left out. */
  standBefore(list: readonly number[] = this.blocks.map((_, b) => b)): void {
    const stood = this.stood(list)
    for (const b of stood) this.standAgain(b)
    for (const b of stood) if (!this.isIn(b)) this.standNear(b)
  }
  /** Blocks that found no room near where they stood: for each, one other makes room and stands near where that stood. */
  makeRoom(): void {
    for (const b of this.stood(this.blocks.map((_, x) => x))) if (!this.isIn(b)) this.makeRoomFor(b)
  }
  private makeRoomFor(b: number): void {
    const stoodS = this.stoodS(b)
    const others = this.stood(this.blocks.map((_, x) => x).filter((x) => x !== b && this.isIn(x)))
      .sort((x, y) => Math.abs(this.startS(x) - stoodS) - Math.abs(this.startS(y) - stoodS))
      .slice(0, MAKE_ROOM)
    for (const other of others) {
      const back = this.standing([other])
      this.lift([other])
      if (this.standNear(b) && (this.standAgain(other) || this.standNear(other))) return
      this.lift([b])
      back()
    }
  }
  /** As `standBefore`, but what goes on with something that was begun comes before all else: its pan is taken, whatever else was to stand there. */
  standBegunFirst(): void {
    const { plan, problem, blocks } = this
    const isBegun = (i: number) => {
      const { fill, before } = problem.tasks[i]!
      const beside = fill === NONE ? [] : problem.fills[fill]!.tasks
      return [...beside, ...before.map((l) => l.task)].some((x) => problem.tasks[x]!.isFixed)
    }
    const begun = this.stood(blocks.flatMap((block, b) => (block.tasks.some(isBegun) ? [b] : [])))
    this.standBefore(begun)
    for (const b of begun) if (!this.isIn(b)) this.put(b, 'first', quickModes)
    if (plan.placesHold()) this.standBefore(blocks.flatMap((_, b) => (this.isIn(b) ? [] : [b])))
  }
  private stoodS(b: number): number {
    return this.from?.[this.blocks[b]!.tasks[0]!]?.startS ?? Infinity
  }
  /** Where it stood. @returns whether it may stand there */
  private standAgain(b: number): boolean {
    const isPut = this.blocks[b]!.tasks.every((i) => {
      const at = this.from![i]!
      const may = this.mayStand(this.problem.tasks[i]!, at)
      if (may) this.plan.put(this.problem.tasks[i]!, at)
      return may
    })
    const isWell = isPut && this.plan.placesHold() && this.plan.clocksPassed() === 0
    if (!isWell) this.lift([b])
    return isWell
  }
  /** A little later than it stood if nobody waits for that, or a little sooner. @returns whether it may */
  private standNear(b: number): boolean {
    const { tasks, before } = this.blocks[b]!
    if (!before.every((x) => this.isIn(x))) return false
    const at = (task: Task) => this.from![task.index]!
    const modesOf: Modes = (task) => {
      const own = at(task).mode
      return task.modes[own] ? [own, ...quickModes(task).filter((m) => m !== own)] : quickModes(task)
    }
    const away = () => Math.abs(this.startS(b) - this.stoodS(b))
    const later: How = { towards: 'first', fromOf: (t) => at(t).startS, byOf: () => Infinity, modesOf }
    const isLater =
      insertBlock(this.plan, tasks, later) && tasks.every((i) => this.isInTime(this.problem.tasks[i]!))
    if (isLater && away() <= NEAR_S) return true
    const laterS = isLater ? away() : Infinity
    const back = this.standing([b])
    this.lift([b])
    const byOf = (task: Task) => Math.min(this.byS(task), at(task).endS)
    const sooner: How = { towards: 'last', fromOf: () => -Infinity, byOf, modesOf }
    const isSooner = insertBlock(this.plan, tasks, sooner)
    if (isLater && (!isSooner || away() > laterS)) back()
    return isLater || isSooner
  }
  /** Whether nobody waits for a task where it stands now, or not longer than where it stood. */
  private isInTime({ index, serves }: Task): boolean {
    const endS = this.plan.placed[index]!.endS
    const { pickUps } = this.problem.instance
    const byS = Math.min(
      Infinity,
      ...(serves?.at ?? []).map(({ pickUp }) => pickUps[pickUp]!.calledS ?? pickUps[pickUp]!.atS),
    )
    return endS <= Math.max(byS, this.from![index]!.endS + ABOUT_S)
  }
  private mayStand(task: Task, at: Placed): boolean {
    const { plan, problem } = this
    const mode = task.modes[at.mode]
    const runS = partsOf(at).reduce((sum, [s, e]) => sum + e - s, 0)
    if (!mode || runS !== mode.midS || at.startS < Math.max(problem.nowS, task.earliestS)) return false
    const isLagged = task.before.every((l) => {
      const waits = at.startS - (plan.placed[l.task]?.endS ?? -Infinity)
      return waits >= l.minS && (waits <= l.maxS || !plan.placed[l.task])
    })
    const isFollowed = task.after.every((l) => {
      const other = plan.placed[l.task]
      return !other || (other.startS - at.endS >= l.minS && other.startS - at.endS <= l.maxS)
    })
    return (
      at.endS <= task.latestEndS &&
      isLagged &&
      isFollowed &&
      (['ring', 'vessel', 'well', 'kit'] as const).every((kind) =>
        mode.from[kind] ? mode.from[kind].includes(at[kind]) : at[kind] === NONE,
      ) &&
      partsOf(at).every(
        ([s, e]) =>
          !plan.hands.firstShort(s, e, task.hands) &&
          (at.ring === NONE || !plan.taken('ring', at.ring, s, e)) &&
          (at.kit === NONE || !plan.taken('kit', at.kit, s, e)),
      )
    )
  }
}

/** When each task would begin at the latest, were it alone, for what waits for it to be there in time, s; none where nothing does. */
function dueStartsOf(problem: Problem, asThought: (s: number) => number): number[] {
  const { tasks, order, instance } = problem
  const starts = tasks.map(() => Infinity)
  for (const i of [...order].reverse()) {
    const task = tasks[i]!
    const ends = [
      // what must be over by a given hour goes as soon as it may, with all that it waits for
      ...(task.latestEndS < Infinity ? [-Infinity] : []),
      ...(task.serves?.at.map((a) => asThought(instance.pickUps[a.pickUp]!.atS)) ?? []),
      ...task.after.map((l) => starts[l.task]! - l.minS),
    ]
    starts[i] = Math.min(Infinity, ...ends) - leastS(task)
  }
  return starts.map((s) => (s === Infinity ? -Infinity : s))
}
