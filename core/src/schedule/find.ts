import { LEAST_PART_S } from './instance'
import type { Plan } from './plan'
import { FAR_S, NONE, type Mode, type Placed, type Task } from './problem'

/** Where a task may start, s. */
interface Between {
  readonly fromS: number
  readonly toS: number
}
/** Towards which end of it. */
export type Towards = 'first' | 'last'

/** A ring, well and kit of a mode that are free in a stretch; else from when the first could be, or until when the last. */
function freePlaces(
  plan: Plan,
  task: Task,
  mode: Mode,
  at: {
    readonly s: number
    readonly e: number
    readonly towards: Towards
    readonly ring?: number | undefined
  },
): { readonly places: Pick<Placed, 'ring' | 'well' | 'kit'> } | { readonly tryS: number } {
  const { s, e, towards } = at
  const lengthS = e - s
  const places = { ring: NONE, well: NONE, kit: NONE }
  let tryS = s
  for (const kind of ['ring', 'well', 'kit'] as const) {
    const list = placesOf(mode, kind, at.ring)
    if (!list) continue
    if (list.length === 0) return { tryS: towards === 'first' ? Infinity : -Infinity }
    let best = towards === 'first' ? Infinity : -Infinity
    const own = task.inForce?.[kind] ?? (kind === 'ring' ? plan.ringOfFill(task) : NONE)
    for (const place of inForceFirst(list, own)) {
      const taken =
        kind === 'well'
          ? plan.thinking(task, e, () =>
              plan.wellTaken(place, s, wellUntilS(plan, task, place, e), task.index),
            )
          : plan.taken(kind, place, s, e)
      if (!taken || e === s) {
        places[kind] = place
        break
      }
      best = towards === 'first' ? Math.min(best, taken.toS) : Math.max(best, taken.fromS - lengthS)
    }
    if (places[kind] !== NONE) continue
    // a well that is kept until the last is served is not free sooner for being taken sooner
    if (towards === 'last' && best >= s) return { tryS: -Infinity }
    tryS = towards === 'first' ? Math.max(tryS, best) : Math.min(tryS, best)
  }
  return tryS === s ? { places } : { tryS }
}
/** Places of a kind that a way may take. */
const placesOf = (mode: Mode, kind: 'ring' | 'well' | 'kit', ring: number | undefined) =>
  kind === 'ring' && ring !== undefined ? mode.from.ring?.filter((r) => r === ring) : mode.from[kind]
/** A well is kept until the last of it is served, and washed. */
const wellUntilS = (plan: Plan, task: Task, well: number, endS: number) =>
  Math.max(endS, plan.lastServedS(task)) + plan.problem.washS.well[well]!

/** The place of the plan in force comes first: what stands is not moved without need. */
export const inForceFirst = (list: readonly number[], own: number = NONE): readonly number[] =>
  list.includes(own) ? [own, ...list.filter((p) => p !== own)] : list

/** The first or last start of a task by one of its ways, in one piece; its vessel is chosen with its whole fill. */
export function findWhole(
  plan: Plan,
  task: Task,
  mode: number,
  between: Between & { readonly towards: Towards; readonly ring?: number | undefined },
): Placed | undefined {
  const way = task.modes[mode]!
  const { fromS, toS, towards, ring } = between
  let s = towards === 'first' ? fromS : toS
  while (s >= fromS && s <= toS && Math.abs(s) < FAR_S) {
    const e = s + way.midS
    const short =
      towards === 'first' ? plan.hands.firstShort(s, e, task.hands) : plan.hands.lastShort(s, e, task.hands)
    if (short && way.midS > 0) {
      s = towards === 'first' ? short.toS : short.fromS - way.midS
      continue
    }
    const found = freePlaces(plan, task, way, { s, e, towards, ring })
    if ('places' in found) return { mode, startS: s, endS: e, vessel: NONE, ...found.places }
    s = found.tryS
  }
  return undefined
}

/** Cut into parts of a minute or more about what takes its ring, kit and hands; undefined where it finds no room even so. */
export function findInParts(
  plan: Plan,
  task: Task,
  mode: number,
  between: {
    readonly fromS: number
    readonly untilS: number
    readonly towards: Towards
    readonly ring?: number | undefined
  },
): Placed | undefined {
  const way = task.modes[mode]!
  if (!task.isInterruptible || way.midS < 2 * LEAST_PART_S || way.from.well || way.from.vessel)
    return undefined
  const rings = placesOf(way, 'ring', between.ring)
  if (rings?.length === 0) return undefined
  const ring = rings?.[0] ?? NONE
  const kit = way.from.kit?.[0] ?? NONE
  const gaps = gapsOf(plan, task, { ring, kit, fromS: between.fromS, untilS: between.untilS })
  if (between.towards === 'last') gaps.reverse()
  const parts: (readonly [number, number])[] = []
  let left = way.midS
  for (const [fromS, toS] of gaps) {
    let length = Math.min(left, toS - fromS)
    if (left - length > 0 && left - length < LEAST_PART_S) length = left - LEAST_PART_S
    if (length < LEAST_PART_S) continue
    parts.push(between.towards === 'first' ? [fromS, fromS + length] : [toS - length, toS])
    left -= length
    if (left === 0) break
  }
  if (left > 0) return undefined
  parts.sort((a, b) => a[0] - b[0])
  const joined = join(parts)
  return {
    mode,
    startS: joined[0]![0],
    endS: joined.at(-1)![1],
    ring,
    vessel: NONE,
    well: NONE,
    kit,
    ...(joined.length > 1 ? { parts: joined } : {}),
  }
}
function join(parts: readonly (readonly [number, number])[]): (readonly [number, number])[] {
  const joined: (readonly [number, number])[] = []
  for (const part of parts) {
    const last = joined.at(-1)
    if (last && last[1] === part[0]) joined[joined.length - 1] = [last[0], part[1]]
    else joined.push(part)
  }
  return joined
}
/** Stretches in which hands, ring and kit are free. */
function gapsOf(
  plan: Plan,
  task: Task,
  { ring, kit, fromS, untilS }: { ring: number; kit: number; fromS: number; untilS: number },
): (readonly [number, number])[] {
  const gaps: (readonly [number, number])[] = []
  let s = fromS
  while (s < untilS && gaps.length < 500) {
    const blocks = [
      plan.hands.firstShort(s, untilS, task.hands),
      ring === NONE ? undefined : first(plan.stretchesOf('ring', ring), s, untilS),
      kit === NONE ? undefined : first(plan.stretchesOf('kit', kit), s, untilS),
    ].flatMap((b) => (b ? [b] : []))
    const next = blocks.sort((a, b) => a.fromS - b.fromS)[0]
    const endS = next ? next.fromS : untilS
    if (endS - s >= LEAST_PART_S) gaps.push([s, endS])
    if (!next) break
    s = Math.max(s, next.toS)
  }
  return gaps
}
const first = (list: readonly { fromS: number; toS: number }[], fromS: number, untilS: number) =>
  [...list].sort((a, b) => a.fromS - b.fromS).find((b) => b.toS > fromS && b.fromS < untilS)
