import { HandsLine } from './handsLine'
import { NONE, type Fill, type Placed, type Problem, type Serving, type Task } from './problem'

/** A stretch in which a place is taken, and by what: a task's index, or a fill's. */
export interface Stretch {
  readonly fromS: number
  readonly toS: number
  readonly by: number
}

const meets = (a: Stretch, fromS: number, toS: number) => a.fromS < toS && fromS < a.toS
export const partsOf = ({ startS, endS, parts }: Placed): readonly (readonly [number, number])[] =>
  parts ?? [[startS, endS]]

const drop = (list: number[], what: number) => list.splice(list.indexOf(what), 1)

/** Whether no two of them meet but those that are both fixed. */
function holdOneEach(list: Stretch[], isFixed: (by: number) => boolean = () => false): boolean {
  list.sort((a, b) => a.fromS - b.fromS)
  let [fixedToS, otherToS] = [-Infinity, -Infinity]
  return list.every(({ fromS, toS, by }) => {
    if (fromS < otherToS || (fromS < fixedToS && !isFixed(by))) return false
    if (isFixed(by)) fixedToS = Math.max(fixedToS, toS)
    else otherToS = toS
    return true
  })
}

/** Where tasks stand so far, and what is free beside them. */
export class Plan {
  readonly placed: (Placed | undefined)[]
  readonly hands: HandsLine
  private readonly ring: Stretch[][]
  private readonly kit: Stretch[][]
  /** Fills that stand in each vessel, and tasks in each well. */
  private readonly inVesselNow: number[][]
  private readonly inWellNow: number[][]
  /** How many of a fill's tasks stand in its vessel. */
  private readonly standing: number[]
  /** When each pick-up is served, as far as it was asked since. */
  private readonly served: (number | undefined)[] = []
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
    this.inVesselNow = Array.from({ length: problem.count.vessel }, () => [])
    this.inWellNow = Array.from({ length: problem.count.well }, () => [])
    this.standing = problem.fills.map(() => 0)
    if (hasFixed)
      for (const task of problem.tasks) if (task.isFixed && task.inForce) this.put(task, task.inForce)
  }
  put(task: Task, at: Placed): void {
    this.placed[task.index] = at
    this.forget(task)
    if (at.well !== NONE) this.inWellNow[at.well]!.push(task.index)
    if (at.vessel !== NONE) this.stand(task.fill, at.vessel)
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
    this.forget(task)
    if (at.well !== NONE) drop(this.inWellNow[at.well]!, task.index)
    if (at.vessel !== NONE && --this.standing[task.fill]! === 0) drop(this.inVesselNow[at.vessel]!, task.fill)
    for (const [fromS, toS] of partsOf(at)) this.hands.take(fromS, toS, -task.hands)
    for (const [list, place] of [
      [this.ring, at.ring],
      [this.kit, at.kit],
    ] as const)
      if (place !== NONE) list[place] = list[place]!.filter((s) => s.by !== task.index)
  }
  private forget({ serves }: Task): void {
    for (const { pickUp } of serves?.at ?? []) this.served[pickUp] = undefined
  }
  /** Stands it in a vessel, its time and other places kept. */
  inVessel(task: Task, vessel: number): void {
    const at = this.placed[task.index]
    if (!at || at.vessel === vessel) return
    this.placed[task.index] = { ...at, vessel }
    this.stand(task.fill, vessel)
  }
  private stand(fill: number, vessel: number): void {
    if (this.standing[fill]!++ === 0) this.inVesselNow[vessel]!.push(fill)
  }

  /** What a ring or kit is taken by in a stretch; the first met. */
  taken(kind: 'ring' | 'kit', place: number, fromS: number, toS: number): Stretch | undefined {
    return this[kind][place]!.find((s) => meets(s, fromS, toS))
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
    let served = this.served[pickUp]
    if (served === undefined) {
      served = servers[pickUp]!.reduce(
        (at, task) => Math.max(at, this.placed[task]?.endS ?? -Infinity),
        instance.pickUps[pickUp]!.atS,
      )
      this.served[pickUp] = served
    }
    const isThought = this.thought?.serves.at.some((a) => a.pickUp === pickUp)
    return isThought ? Math.max(served, this.thought!.endS) : served
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
  /** The ring on which a task's vessel stands already: a pan is not carried about without need. */
  ringOfFill({ fill, index }: Task): number {
    if (fill === NONE) return NONE
    for (const other of this.problem.fills[fill]!.tasks) {
      const ring = other === index ? NONE : (this.placed[other]?.ring ?? NONE)
      if (ring !== NONE) return ring
    }
    return NONE
  }
  vesselOf(fill: Fill): number {
    for (const index of fill.tasks) {
      const vessel = this.placed[index]?.vessel ?? NONE
      if (vessel !== NONE) return vessel
    }
    return NONE
  }
  private vesselKeep(fill: number, vessel: number): Stretch {
    const { fills, washS } = this.problem
    return { ...this.keepOf(fills[fill]!, washS.vessel[vessel]!)!, by: fill }
  }
  /** Another fill that stands in a vessel in a stretch. */
  vesselTaken(vessel: number, fromS: number, toS: number, except: number): Stretch | undefined {
    for (const fill of this.inVesselNow[vessel]!) {
      if (fill === except) continue
      const keep = this.vesselKeep(fill, vessel)
      if (meets(keep, fromS, toS)) return keep
    }
    return undefined
  }
  /** When a task's well is taken by it, s. */
  wellKeep(task: Task, at: Placed): Stretch {
    const washS = this.problem.washS.well[at.well]!
    const toS = Math.max(at.endS, this.lastServedS(task)) + washS
    return { fromS: at.startS, toS, by: task.index }
  }
  /** Another sauce that stands in a well in a stretch. */
  wellTaken(well: number, fromS: number, toS: number, except: number): Stretch | undefined {
    const { tasks } = this.problem
    for (const index of this.inWellNow[well]!) {
      if (index === except) continue
      const keep = this.wellKeep(tasks[index]!, this.placed[index]!)
      if (meets(keep, fromS, toS)) return keep
    }
    return undefined
  }
  /** Whether every vessel and well holds one thing at a time; what is on record in one well with another stands as it does, and spoils no plan. */
  placesHold(): boolean {
    const { tasks } = this.problem
    const inVessels = this.inVesselNow.every((fills, vessel) =>
      holdOneEach(fills.map((fill) => this.vesselKeep(fill, vessel))),
    )
    const inWells = this.inWellNow.every((list) =>
      holdOneEach(
        list.map((i) => this.wellKeep(tasks[i]!, this.placed[i]!)),
        (i) => tasks[i]!.isFixed,
      ),
    )
    return inVessels && inWells
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
