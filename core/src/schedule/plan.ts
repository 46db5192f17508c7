import { HandsLine } from './handsLine'
import { NONE, type Fill, type Placed, type Problem, type Serving, type Task } from './problem'

/** A stretch in which a place is taken, and by what: a task's index, or a fill's. */
export interface Stretch {
  readonly fromS: number
  readonly toS: number
  readonly by: number
}

const overlaps = (a: { fromS: number; toS: number }, fromS: number, toS: number) =>
  a.fromS < toS && fromS < a.toS
export const partsOf = ({ startS, endS, parts }: Placed): readonly (readonly [number, number])[] =>
  parts ?? [[startS, endS]]

/** Where tasks stand so far, and what is free beside them. */
export class Plan {
  readonly placed: (Placed | undefined)[]
  readonly hands: HandsLine
  private readonly ring: Stretch[][]
  private readonly kit: Stretch[][]
  private thought: { readonly serves: Serving; readonly endS: number } | undefined

  /** @param hasFixed - begins with what is under way or done */
  constructor(
    readonly problem: Problem,
    hasFixed = true,
  ) {
    this.placed = problem.tasks.map(() => undefined)
    this.hands = new HandsLine(problem.people)
    this.ring = Array.from({ length: problem.count.ring }, () => [])
    this.kit = Array.from({ length: problem.count.kit }, () => [])
    if (hasFixed) for (const task of problem.tasks) if (task.fixed) this.put(task, task.fixed)
  }
  put(task: Task, at: Placed): void {
    this.placed[task.index] = at
    for (const [fromS, toS] of partsOf(at)) {
      this.hands.take(fromS, toS, task.hands)
      const stretch = { fromS, toS, by: task.index }
      if (toS > fromS && at.ring !== NONE) this.ring[at.ring]!.push(stretch)
      if (toS > fromS && at.kit !== NONE) this.kit[at.kit]!.push(stretch)
    }
  }
  /** Takes a task out again. */
  lift(task: Task): void {
    const at = this.placed[task.index]
    if (!at) return
    this.placed[task.index] = undefined
    for (const [fromS, toS] of partsOf(at)) this.hands.take(fromS, toS, -task.hands)
    for (const [list, place] of [
      [this.ring, at.ring],
      [this.kit, at.kit],
    ] as const)
      if (place !== NONE) list[place] = list[place]!.filter((s) => s.by !== task.index)
  }
  /** Stands it in a vessel, its time and other places kept. */
  inVessel(task: Task, vessel: number): void {
    const at = this.placed[task.index]
    if (at && at.vessel !== vessel) this.placed[task.index] = { ...at, vessel }
  }

  /** What a ring or kit is taken by in a stretch; the first met. */
  taken(kind: 'ring' | 'kit', place: number, fromS: number, toS: number): Stretch | undefined {
    return this[kind][place]!.find((s) => overlaps(s, fromS, toS))
  }
  stretchesOf(kind: 'ring' | 'kit', place: number): readonly Stretch[] {
    return this[kind][place]!
  }

  /** Asks something as it would be, were a sauce done by a second: what waits for it on its plates is kept as long. */
  thinking<T>({ serves }: Task, endS: number, ask: () => T): T {
    this.thought = serves && { serves, endS }
    const answer = ask()
    this.thought = undefined
    return answer
  }
  /** When a pick-up is served by what stands so far, s. */
  servedS(pickUp: number): number {
    const { instance, servers } = this.problem
    const isThought = this.thought?.serves.at.some((a) => a.pickUp === pickUp)
    return servers[pickUp]!.reduce(
      (at, task) => Math.max(at, this.placed[task]?.endS ?? -Infinity),
      Math.max(instance.pickUps[pickUp]!.atS, isThought ? this.thought!.endS : -Infinity),
    )
  }
  /** When the last of a sauce is served, s; none where it serves nothing. */
  lastServedS({ serves }: Task): number {
    return (serves?.at ?? []).reduce((last, { pickUp }) => Math.max(last, this.servedS(pickUp)), -Infinity)
  }
  /** When a fill is in its vessel, washing included; undefined where nothing of it stands yet. */
  keepOf(fill: Fill, washS: number): { readonly fromS: number; readonly toS: number } | undefined {
    let [fromS, toS] = [Infinity, -Infinity]
    for (const index of fill.tasks) {
      const at = this.placed[index]
      if (!at) continue
      fromS = Math.min(fromS, at.startS)
      toS = Math.max(toS, at.endS)
      if (at.well === NONE) toS = Math.max(toS, this.lastServedS(this.problem.tasks[index]!))
    }
    if (fromS === Infinity) return undefined
    for (const index of fill.keepers) toS = Math.max(toS, this.placed[index]?.endS ?? -Infinity)
    return { fromS, toS: toS + washS }
  }
  vesselOf(fill: Fill): number {
    for (const index of fill.tasks) {
      const vessel = this.placed[index]?.vessel ?? NONE
      if (vessel !== NONE) return vessel
    }
    return NONE
  }
  /** Another fill that stands in a vessel in a stretch. */
  vesselTaken(vessel: number, fromS: number, toS: number, except: number): Stretch | undefined {
    const { fills, washS } = this.problem
    for (const [by, fill] of fills.entries()) {
      if (by === except || this.vesselOf(fill) !== vessel) continue
      const keep = this.keepOf(fill, washS.vessel[vessel]!)
      if (keep && overlaps(keep, fromS, toS)) return { ...keep, by }
    }
    return undefined
  }
  /** When a task's well is taken by it, s. */
  wellKeep(task: Task, at: Placed): { readonly fromS: number; readonly toS: number } {
    const washS = this.problem.washS.well[at.well]!
    return { fromS: at.startS, toS: Math.max(at.endS, this.lastServedS(task)) + washS }
  }
  wellTaken(well: number, fromS: number, toS: number, except: number): Stretch | undefined {
    for (const task of this.problem.tasks) {
      const at = this.placed[task.index]
      if (!at || task.index === except || at.well !== well) continue
      const keep = this.wellKeep(task, at)
      if (overlaps(keep, fromS, toS)) return { ...keep, by: task.index }
    }
    return undefined
  }
  /** Whether every vessel and well holds one thing at a time. */
  placesHold(): boolean {
    const { fills, tasks, washS } = this.problem
    const vesselsHold = fills.every((fill, by) => {
      const vessel = this.vesselOf(fill)
      if (vessel === NONE) return true
      const keep = this.keepOf(fill, washS.vessel[vessel]!)!
      return !this.vesselTaken(vessel, keep.fromS, keep.toS, by)
    })
    return (
      vesselsHold &&
      tasks.every((task) => {
        const at = this.placed[task.index]
        if (!at || at.well === NONE) return true
        const keep = this.wellKeep(task, at)
        return !this.wellTaken(at.well, keep.fromS, keep.toS, task.index)
      })
    )
  }
  /** How often a sauce would be served past its clock. */
  clocksPassed(): number {
    let passed = 0
    for (const { serves, index } of this.problem.tasks) {
      const at = this.placed[index]
      if (!serves || !at) continue
      for (const { pickUp } of serves.at) if (this.servedS(pickUp) - at.endS > serves.clockS) passed += 1
    }
    return passed
  }
}
