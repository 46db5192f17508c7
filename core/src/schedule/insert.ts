import { fillsIn } from './blocks'
import { findInParts, findWhole, inForceFirst, type Towards } from './find'
import type { Plan } from './plan'
import { FAR_S, NONE, type Mode, type Placed, type Task } from './problem'

/** How a block is put: as late as its sauces are wanted, or as early as it can be; which ways are tried first. */
export interface How {
  readonly towards: Towards
  /** When a task may start, s. */
  readonly fromOf: (task: Task) => number
  /** When a task must be over, s. */
  readonly byOf: (task: Task) => number
  /** The order in which a task's ways are tried. */
  readonly modesOf: (task: Task) => readonly number[]
  /** The one ring that may be used; any that a task's ways name where absent. */
  readonly ring?: number | undefined
}
const MOST_TRIES = 60

/** A pan is carried to another ring if that saves more than this, s. */
const CARRIED_FOR_S = 180

/** Puts a block beside all that stands, on one ring if that costs little; true where it found its places, else everything is as before. */
export function insertBlock(plan: Plan, block: readonly number[], how: How): boolean {
  if (!insertAt(plan, block, how)) return false
  const rings = ringsOf(plan, block)
  if (rings.size < 2) return true
  const { tasks } = plan.problem
  const standing = block.map((i) => plan.placed[i]!)
  const endS = () => Math.max(...block.map((i) => plan.placed[i]!.endS))
  const wasS = endS()
  for (const ring of rings) {
    lift(plan, block)
    if (insertAt(plan, block, { ...how, ring }) && Math.abs(endS() - wasS) <= CARRIED_FOR_S) return true
  }
  lift(plan, block)
  block.forEach((i, at) => plan.put(tasks[i]!, standing[at]!))
  return true
}
/** Rings on which a block stands now, the one it stands on longest first. */
function ringsOf(plan: Plan, block: readonly number[]): Set<number> {
  const lengthS = new Map<number, number>()
  for (const i of block) {
    const { ring, startS, endS } = plan.placed[i]!
    if (ring !== NONE) lengthS.set(ring, (lengthS.get(ring) ?? 0) + endS - startS)
  }
  return new Set([...lengthS].sort((a, b) => b[1] - a[1]).map(([ring]) => ring))
}

function insertAt(plan: Plan, block: readonly number[], how: How): boolean {
  const held = new Map<number, number>() // a task's first start or last end, moved while it is tried
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const outcome = attempt(plan, block, how, held)
    if (outcome === 'done') return true
    lift(plan, block)
    if (outcome === 'never') return false
  }
  return false
}

const lift = (plan: Plan, block: readonly number[]) => block.forEach((i) => plan.lift(plan.problem.tasks[i]!))

type Outcome = 'done' | 'again' | 'never'
function attempt(plan: Plan, block: readonly number[], how: How, held: Map<number, number>): Outcome {
  const { tasks } = plan.problem
  const isFirst = how.towards === 'first'
  const inOrder = isFirst ? block : [...block].reverse()
  for (const index of inOrder) {
    const task = tasks[index]!
    const found = place(plan, task, how, held.get(index))
    if (found) {
      plan.put(task, found)
      continue
    }
    return loosen(plan, task, how, held)
  }
  const vessels = standInVessels(plan, block, how, held)
  if (vessels !== 'done') return vessels
  return plan.placesHold() && plan.clocksPassed() === 0 ? 'done' : 'never'
}

interface Bounds {
  /** First start and last start by lags that only grow, s. */
  readonly fromS: number
  readonly toS: number
  /** The same with waits that may not be too long, s. */
  readonly nearFromS: number
  readonly nearToS: number
}
/** How it is put, and where a try before has moved its first start or last end to. */
interface Held {
  readonly how: How
  readonly heldS: number | undefined
}
function boundsOf(plan: Plan, task: Task, lengthS: number, { how, heldS }: Held): Bounds {
  const { nowS } = plan.problem
  const isFirst = how.towards === 'first'
  let fromS = Math.max(
    nowS,
    task.earliestS,
    how.fromOf(task),
    plan.lastServedS(task) - (task.serves?.clockS ?? 0) - lengthS,
    isFirst ? (heldS ?? -Infinity) : -Infinity,
  )
  let endBy = isFirst ? task.latestEndS : Math.min(task.latestEndS, how.byOf(task), heldS ?? Infinity)
  let [nearFromS, nearToS] = [-Infinity, Infinity]
  for (const link of task.before) {
    const at = plan.placed[link.task]
    if (!at) continue
    fromS = Math.max(fromS, at.endS + link.minS)
    nearToS = Math.min(nearToS, at.endS + link.maxS)
  }
  for (const link of task.after) {
    const at = plan.placed[link.task]
    if (!at) continue
    endBy = Math.min(endBy, at.startS - link.minS)
    nearFromS = Math.max(nearFromS, at.startS - link.maxS - lengthS)
  }
  const toS = Math.min(endBy, FAR_S / 2) - lengthS
  return { fromS, toS, nearFromS: Math.max(fromS, nearFromS), nearToS: Math.min(toS, nearToS) }
}

function place(plan: Plan, task: Task, how: How, heldS: number | undefined): Placed | undefined {
  const isFirst = how.towards === 'first'
  let best: Placed | undefined
  for (const mode of how.modesOf(task)) {
    const lengthS = task.modes[mode]!.midS
    const { nearFromS, nearToS } = boundsOf(plan, task, lengthS, { how, heldS })
    const found =
      findWhole(plan, task, mode, {
        fromS: nearFromS,
        toS: nearToS,
        towards: how.towards,
        ring: how.ring,
      }) ??
      findInParts(plan, task, mode, {
        fromS: nearFromS,
        untilS: nearToS + lengthS,
        towards: how.towards,
        ring: how.ring,
      })
    if (!found) continue
    // wanted in time the way that is tried first will do; made late, the one that is over soonest
    if (!isFirst) return found
    if (!best || found.endS < best.endS) best = found
  }
  return best
}

/** Where a task finds no room near what it may not keep waiting, that is moved to where it would. */
function loosen(plan: Plan, task: Task, how: How, held: Map<number, number>): Outcome {
  const isFirst = how.towards === 'first'
  const links = (isFirst ? task.before : task.after).filter(
    (l) => Number.isFinite(l.maxS) && plan.placed[l.task] && !plan.problem.tasks[l.task]!.isFixed,
  )
  if (links.length === 0) return 'never'
  for (const mode of how.modesOf(task)) {
    const lengthS = task.modes[mode]!.midS
    const bounds = boundsOf(plan, task, lengthS, { how, heldS: held.get(task.index) })
    const found = findWhole(plan, task, mode, {
      fromS: isFirst ? bounds.nearFromS : bounds.fromS,
      toS: isFirst ? bounds.toS : bounds.nearToS,
      towards: how.towards,
      ring: how.ring,
    })
    if (!found) continue
    let isMoved = false
    for (const link of links) {
      const other = plan.placed[link.task]!
      const otherS = other.endS - other.startS
      const wanted = isFirst ? found.startS - link.maxS - otherS : found.endS + link.maxS + otherS
      const isNearer = isFirst ? wanted > other.startS : wanted < other.endS
      if (!isNearer) continue
      held.set(link.task, wanted)
      isMoved = true
    }
    if (isMoved) return 'again'
  }
  return 'never'
}

const vesselsOf = (mode: Mode, all: readonly number[]) =>
  mode.from.vessel ? all.filter((v) => mode.from.vessel!.includes(v)) : all

/** Chooses a vessel for each fill of the block; where none is free that long, the block moves to when one is. */
function standInVessels(plan: Plan, block: readonly number[], how: How, held: Map<number, number>): Outcome {
  const { problem } = plan
  const { tasks, fills, washS } = problem
  const isFirst = how.towards === 'first'
  for (const f of fillsIn(problem, block)) {
    const fill = fills[f]!
    const here = fill.tasks.filter((i) => plan.placed[i])
    const may = here
      .filter((i) => block.includes(i))
      .reduce((all, i) => vesselsOf(tasks[i]!.modes[plan.placed[i]!.mode]!, all), fill.vessels)
    const own = plan.vesselOf(fill) // part of it may be under way
    const stood = fill.tasks.map((i) => tasks[i]!.inForce?.vessel ?? NONE).find((v) => v !== NONE)
    const tries = own === NONE ? inForceFirst(may, stood) : may.filter((v) => v === own)
    let shiftS = Infinity
    let chosen = NONE
    for (const vessel of tries) {
      const keep = plan.keepOf(fill, washS.vessel[vessel]!)!
      const taken = plan.vesselTaken(vessel, keep.fromS, keep.toS, f)
      if (!taken) {
        chosen = vessel
        break
      }
      shiftS = Math.min(shiftS, isFirst ? taken.toS - keep.fromS : keep.toS - taken.fromS)
    }
    if (chosen === NONE) return shift(plan, block, { shiftS, isFirst }, held)
    for (const i of here)
      if (block.includes(i) && tasks[i]!.modes[plan.placed[i]!.mode]!.from.vessel)
        plan.inVessel(tasks[i]!, chosen)
  }
  return 'done'
}
function shift(
  plan: Plan,
  block: readonly number[],
  { shiftS, isFirst }: { readonly shiftS: number; readonly isFirst: boolean },
  held: Map<number, number>,
): Outcome {
  if (!Number.isFinite(shiftS) || shiftS <= 0) return 'never'
  for (const i of block) {
    const at = plan.placed[i]
    if (!at) continue
    const own = held.get(i)
    if (isFirst) held.set(i, Math.max(own ?? -Infinity, at.startS + shiftS))
    else held.set(i, Math.min(own ?? Infinity, at.endS - shiftS))
  }
  return 'again'
}
