import type { PlacedTask, ScheduleInstance, ScheduleTask } from '../instance'

/** Pairs of seconds in which a task really takes its ring, kit and hands. */
export const runsOf = (t: PlacedTask): readonly (readonly [number, number])[] =>
  t.parts ?? [[t.startS, t.endS]]

export const servedAt = (
  instance: ScheduleInstance,
  tasks: readonly PlacedTask[],
  pickUp: string,
): number => {
  const servers = instance.tasks.filter((t) => t.serves?.at.some((a) => a.pickUp === pickUp)).map((t) => t.id)
  const ends = tasks.filter((t) => servers.includes(t.id)).map((t) => t.endS)
  return Math.max(instance.pickUps.find((p) => p.id === pickUp)!.atS, ...ends)
}
const lastServed = (instance: ScheduleInstance, tasks: readonly PlacedTask[], task: ScheduleTask): number =>
  Math.max(-Infinity, ...(task.serves?.at ?? []).map((a) => servedAt(instance, tasks, a.pickUp)))

/** From when until when a vessel or a well is kept by something, washing included. */
interface Keep {
  readonly place: string
  readonly by: string
  readonly fromS: number
  readonly toS: number
}
const fillName = (t: ScheduleTask) => t.fill ?? `alone ${t.id}`

export function keepsOf(
  instance: ScheduleInstance,
  tasks: readonly PlacedTask[],
  kind: 'vessel' | 'well',
): Keep[] {
  const spec = new Map(instance.tasks.map((t) => [t.id, t]))
  if (kind === 'well')
    return tasks.flatMap((t) => {
      if (t.well === undefined) return []
      const washS = instance.wells.find((w) => w.id === t.well)!.washS
      const toS = Math.max(t.endS, lastServed(instance, tasks, spec.get(t.id)!)) + washS
      return [{ place: t.well, by: t.id, fromS: t.startS, toS }]
    })
  const fills = new Map<string, PlacedTask[]>()
  for (const t of tasks) {
    const name = fillName(spec.get(t.id)!)
    fills.set(name, [...(fills.get(name) ?? []), t])
  }
  return [...fills].flatMap(([by, own]) => {
    const place = own.find((t) => t.vessel !== undefined)?.vessel
    if (place === undefined) return []
    const keepers = tasks.filter((t) => spec.get(t.id)!.empties?.includes(by))
    const served = own
      .filter((t) => t.well === undefined)
      .map((t) => lastServed(instance, tasks, spec.get(t.id)!))
    const washS = instance.vessels.find((v) => v.id === place)!.washS
    const toS = Math.max(...own.map((t) => t.endS), ...keepers.map((t) => t.endS), ...served) + washS
    return [{ place, by, fromS: Math.min(...own.map((t) => t.startS)), toS }]
  })
}

/** People on the line at a second. */
const peopleAt = (instance: ScheduleInstance, s: number): number =>
  instance.people.reduce((count, p) => (p.fromS <= s ? p.count : count), 0)

/** The plan with longer durations, each task at the earliest second that it can be. */
export function retimed(
  instance: ScheduleInstance,
  tasks: readonly PlacedTask[],
  by: 'high' | 'slow',
): PlacedTask[] {
  const order = instance.tasks
    .map((spec) => ({ spec, at: tasks.find((t) => t.id === spec.id)! }))
    .map((t, i) => ({ ...t, i }))
    .sort((a, b) => a.at.startS - b.at.startS || a.i - b.i)
  const fixed = new Set((instance.inForce ?? []).filter((t) => t.fixed).map((t) => t.id))
  const put: PlacedTask[] = []
  for (const { spec, at } of order) {
    if (fixed.has(spec.id)) {
      put.push(at)
      continue
    }
    const band = spec.modes[at.mode]!.durationS
    const wholeS = by === 'high' ? band.high : Math.ceil(1.2 * band.mid - 1e-9)
    const lagged = Math.max(
      at.startS,
      ...(spec.before ?? []).flatMap((l) => {
        const other = put.find((t) => t.id === l.task)
        return other ? [other.endS + (l.minLagS ?? 0)] : []
      }),
    )
    const runs: [number, number][] = []
    const planned = runsOf(at)
    let leftS = wholeS
    for (const [n, [plannedS, plannedEndS]] of planned.entries()) {
      const isWhole = n === planned.length - 1
      const lengthS = isWhole ? leftS : Math.min(leftS, plannedEndS - plannedS)
      const fromS = Math.max(lagged, at.parts ? plannedS : 0, runs.at(-1)?.[1] ?? 0)
      const s = secondsAfter(instance, put, fromS).find((second) =>
        isFree(instance, put, { spec, at, fromS: second, toS: second + lengthS }),
      )!
      runs.push([s, s + lengthS])
      leftS -= lengthS
    }
    put.push({
      ...at,
      startS: runs[0]![0],
      endS: runs.at(-1)![1],
      ...(at.parts ? { parts: runs } : {}),
    })
  }
  return put
}

/** Seconds at which something may have become free: a first one, and every end after it. */
function secondsAfter(instance: ScheduleInstance, put: readonly PlacedTask[], fromS: number): number[] {
  const ends = [
    ...put.flatMap((t) => runsOf(t).map(([, e]) => e)),
    ...(['vessel', 'well'] as const).flatMap((kind) => keepsOf(instance, put, kind).map((k) => k.toS)),
    ...instance.people.map((p) => p.fromS),
  ]
  return [...new Set([fromS, ...ends.filter((s) => s > fromS)])].sort((a, b) => a - b)
}

function isFree(
  instance: ScheduleInstance,
  put: readonly PlacedTask[],
  of: { readonly spec: ScheduleTask; readonly at: PlacedTask; readonly fromS: number; readonly toS: number },
): boolean {
  const { spec, at, fromS, toS } = of
  if (toS <= fromS) return true
  const meets = (a: number, b: number) => a < toS && fromS < b
  for (const kind of ['ring', 'kit'] as const)
    if (
      at[kind] !== undefined &&
      put.some((t) => t[kind] === at[kind] && runsOf(t).some(([a, b]) => b > a && meets(a, b)))
    )
      return false
  for (const kind of ['vessel', 'well'] as const) {
    if (at[kind] === undefined) continue
    const own = kind === 'vessel' ? fillName(spec) : spec.id
    const keeps = keepsOf(instance, put, kind)
    if (keeps.some((k) => k.place === at[kind] && k.by !== own && meets(k.fromS, k.toS))) return false
  }
  return handsHold(
    instance,
    [...put, { ...at, startS: fromS, endS: toS, parts: undefined, id: spec.id }],
    fromS,
    toS,
  )
}

/** Whether the hands that run never are more than the people on the line, between two seconds. */
export function handsHold(
  instance: ScheduleInstance,
  tasks: readonly PlacedTask[],
  fromS: number,
  toS: number,
): boolean {
  const hands = new Map(instance.tasks.map((t) => [t.id, Math.round((t.hands ?? 0) * 100)]))
  const moments = [
    fromS,
    ...tasks.flatMap((t) => runsOf(t).map(([s]) => s)),
    ...instance.people.map((p) => p.fromS),
  ].filter((s) => s >= fromS && s < toS)
  return moments.every((s) => {
    const busy = tasks.reduce(
      (sum, t) => sum + (runsOf(t).some(([a, b]) => a <= s && s < b) ? hands.get(t.id)! : 0),
      0,
    )
    return busy <= 100 * peopleAt(instance, s)
  })
}
