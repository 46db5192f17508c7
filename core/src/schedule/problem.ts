import { DomainError } from '../errors'
import { SLOW, type PlacedTask, type ScheduleInstance, type Serves } from './instance'

/** Kinds of places of which a task may take one each. */
export const KINDS = ['ring', 'vessel', 'well', 'kit'] as const
export type Kind = (typeof KINDS)[number]
export const NONE = -1
const GONE = -2
/** Beyond any service: two weeks. */
export const FAR_S = 14 * 86_400

/** A way of doing a task, its places as indices. */
export interface Mode {
  readonly lowS: number
  readonly midS: number
  readonly highS: number
  readonly slowS: number
  readonly from: Readonly<Partial<Record<Kind, readonly number[]>>>
  readonly breakRisk: number
  readonly wasteG: number
}
export interface Link {
  readonly task: number
  readonly minS: number
  readonly maxS: number
}
export interface Serving {
  readonly at: readonly { readonly pickUp: number; readonly portions: number }[]
  readonly clockS: number
  readonly holdRisk: NonNullable<Serves['holdRisk']>
}
/** A task with everything by index. */
export interface Task {
  readonly index: number
  readonly id: string
  readonly modes: readonly Mode[]
  /** Hundredths of a pair of hands. */
  readonly hands: number
  /** The fill it stands in; NONE where no way of it names a vessel. */
  readonly fill: number
  readonly empties: readonly number[]
  readonly before: readonly Link[]
  readonly after: readonly Link[]
  readonly earliestS: number
  readonly latestEndS: number
  readonly isInterruptible: boolean
  readonly serves: Serving | undefined
  /** Where it stands in the plan in force. */
  readonly inForce: Placed | undefined
  /** Under way or done: it stays there. */
  readonly isFixed: boolean
}
/** A task put somewhere; places by index, NONE where it takes none. */
export interface Placed {
  readonly mode: number
  readonly startS: number
  readonly endS: number
  readonly ring: number
  readonly vessel: number
  readonly well: number
  readonly kit: number
  readonly parts?: readonly (readonly [number, number])[] | undefined
}
/** What stands in one vessel: its tasks, and those that keep it there. */
export interface Fill {
  readonly tasks: readonly number[]
  readonly keepers: readonly number[]
  /** Vessels that every one of its tasks may stand in. */
  readonly vessels: readonly number[]
}

/** An instance made ready for the search. */
export interface Problem {
  readonly instance: ScheduleInstance
  readonly nowS: number
  readonly tasks: readonly Task[]
  readonly fills: readonly Fill[]
  /** Tasks that serve a pick-up. */
  readonly servers: readonly (readonly number[])[]
  /** A hundredth of a pair of hands, by time. */
  readonly people: readonly { readonly fromS: number; readonly hands: number }[]
  readonly washS: Readonly<Record<'vessel' | 'well', readonly number[]>>
  readonly count: Readonly<Record<Kind, number>>
  /** Every task after all that it follows. */
  readonly order: readonly number[]
}

/** The list of an instance in which places of a kind stand. */
export const LIST_OF = { ring: 'rings', vessel: 'vessels', well: 'wells', kit: 'kits' } as const

/** A task of an answer by index. A place that is no more is GONE: nothing else stands there. */
export function readPlaced(instance: ScheduleInstance, task: PlacedTask): Placed {
  const place = (kind: Kind) => {
    const id = task[kind]
    if (id === undefined) return NONE
    const found = instance[LIST_OF[kind]].findIndex((p) => p.id === id)
    return found < 0 ? GONE : found
  }
  const { mode, startS, endS, parts } = task
  return {
    mode,
    startS,
    endS,
    ring: place('ring'),
    vessel: place('vessel'),
    well: place('well'),
    kit: place('kit'),
    ...(parts ? { parts } : {}),
  }
}
/** A task by index as an answer says it. */
export function sayPlaced(instance: ScheduleInstance, id: string, at: Placed): PlacedTask {
  const places = KINDS.flatMap((kind) => {
    const place = instance[LIST_OF[kind]][at[kind]]
    return place ? [[kind, place.id] as const] : []
  })
  const { mode, startS, endS, parts } = at
  return { id, mode, startS, endS, ...Object.fromEntries(places), ...(parts ? { parts } : {}) }
}

const bad = (code: string, field: string, value: unknown) => new DomainError(code, field, value)

/** Reads an instance. @throws DomainError unknownId | duplicateId | cycle | noMode */
export function readProblem(instance: ScheduleInstance): Problem {
  const index = {
    ring: ids(instance.rings, 'rings'),
    vessel: ids(instance.vessels, 'vessels'),
    well: ids(instance.wells, 'wells'),
    kit: ids(instance.kits, 'kits'),
  }
  const taskIndex = ids(instance.tasks, 'tasks')
  const pickUpIndex = ids(instance.pickUps, 'pickUps')
  const of = (map: ReadonlyMap<string, number>, id: string, field: string): number => {
    const found = map.get(id)
    if (found === undefined) throw bad('unknownId', field, id)
    return found
  }
  const inForce = new Map((instance.inForce ?? []).map((t) => [t.id, t]))
  const fillIds = new Map<string, number>()
  const fillOf = (id: string) => {
    if (!fillIds.has(id)) fillIds.set(id, fillIds.size)
    return fillIds.get(id)!
  }
  const after: Link[][] = instance.tasks.map(() => [])
  const sought = soughtOf(instance)
  const tasks = instance.tasks.map((t, i): Task => {
    if (t.modes.length === 0) throw bad('noMode', 'modes', t.id)
    const before = (t.before ?? []).map((lag) => ({
      task: of(taskIndex, lag.task, 'before'),
      minS: lag.minLagS ?? 0,
      maxS: lag.maxLagS ?? Infinity,
    }))
    before.forEach((link) => after[link.task]!.push({ ...link, task: i }))
    const standing = inForce.get(t.id)
    if (standing?.fixed)
      for (const kind of KINDS) if (standing[kind] !== undefined) of(index[kind], standing[kind], kind)
    return {
      index: i,
      id: t.id,
      modes: t.modes.map((m) => ({
        lowS: m.durationS.low,
        midS: m.durationS.mid,
        highS: m.durationS.high,
        slowS: Math.ceil(SLOW * m.durationS.mid - 1e-9),
        from: Object.fromEntries(
          KINDS.flatMap((kind) => {
            const list = m[kind]
            const places = list?.map((id) => of(index[kind], id, LIST_OF[kind]))
            return places ? [[kind, places.sort(bySought(sought[kind]))]] : []
          }),
        ),
        breakRisk: m.breakRisk ?? 0,
        wasteG: m.wasteG ?? 0,
      })),
      hands: Math.round((t.hands ?? 0) * 100),
      fill: t.fill !== undefined || t.modes.some((m) => m.vessel) ? fillOf(t.fill ?? `\n${t.id}`) : NONE,
      empties: (t.empties ?? []).map(fillOf),
      before,
      after: after[i]!,
      earliestS: t.window?.earliestS ?? -Infinity,
      latestEndS: t.window?.latestEndS ?? Infinity,
      isInterruptible: t.interruptible ?? false,
      serves: t.serves && {
        at: t.serves.at.map((a) => ({ pickUp: of(pickUpIndex, a.pickUp, 'serves'), portions: a.portions })),
        clockS: t.serves.clockS ?? Infinity,
        holdRisk: t.serves.holdRisk ?? [],
      },
      inForce: standing && readPlaced(instance, standing),
      isFixed: standing?.fixed ?? false,
    }
  })
  const washS = { vessel: instance.vessels.map((v) => v.washS), well: instance.wells.map((w) => w.washS) }
  return {
    instance,
    nowS: instance.nowS ?? 0,
    tasks,
    fills: [...fillIds.values()].map((fill) => readFill(fill, tasks, sought.vessel)),
    servers: instance.pickUps.map((_, p) =>
      tasks.filter((t) => t.serves?.at.some((a) => a.pickUp === p)).map((t) => t.index),
    ),
    people: instance.people.map((p) => ({ fromS: p.fromS, hands: Math.round(p.count * 100) })),
    washS,
    count: {
      ring: instance.rings.length,
      vessel: instance.vessels.length,
      well: instance.wells.length,
      kit: instance.kits.length,
    },
    order: topological(tasks),
  }
}

function ids(list: readonly { readonly id: string }[], field: string): Map<string, number> {
  const map = new Map(list.map((item, i) => [item.id, i]))
  if (map.size !== list.length) throw bad('duplicateId', field, list.map((i) => i.id).join(', '))
  return map
}

/** How much each place is sought: what may stand in many takes a share of each. */
function soughtOf(instance: ScheduleInstance): Record<Kind, number[]> {
  const sought = (kind: Kind) =>
    instance[LIST_OF[kind]].map(({ id }) =>
      instance.tasks.reduce(
        (sum, { modes }) =>
          sum +
          modes.reduce((part, m) => part + (m[kind]?.includes(id) ? 1 / m[kind].length : 0), 0) /
            modes.length,
        0,
      ),
    )
  return { ring: sought('ring'), vessel: sought('vessel'), well: sought('well'), kit: sought('kit') }
}
/** What is sought least is taken first, so that what only others can use is left for them. */
const bySought = (sought: readonly number[]) => (a: number, b: number) => sought[a]! - sought[b]! || a - b

function readFill(fill: number, tasks: readonly Task[], sought: readonly number[]): Fill {
  const own = tasks.filter((t) => t.fill === fill)
  const lists = own.flatMap((t) => (t.modes.every((m) => m.from.vessel) ? [union(t)] : []))
  return {
    tasks: own.map((t) => t.index),
    keepers: tasks.filter((t) => t.empties.includes(fill)).map((t) => t.index),
    vessels: [...sought.keys()].filter((v) => lists.every((l) => l.has(v))).sort(bySought(sought)),
  }
}
const union = (t: Task): Set<number> => new Set(t.modes.flatMap((m) => m.from.vessel ?? []))

function topological(tasks: readonly Task[]): number[] {
  const left = tasks.map((t) => t.before.length)
  const ready = tasks.filter((t) => t.before.length === 0).map((t) => t.index)
  const order: number[] = []
  for (let next = ready.shift(); next !== undefined; next = ready.shift()) {
    order.push(next)
    for (const { task } of tasks[next]!.after) if (--left[task]! === 0) ready.push(task)
  }
  if (order.length < tasks.length)
    throw bad('cycle', 'before', tasks.find((t) => !order.includes(t.index))?.id)
  return order
}
