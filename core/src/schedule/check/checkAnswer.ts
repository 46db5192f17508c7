import type { Binding, FeasibleAnswer, PlacedTask, ScheduleAnswer, ScheduleInstance } from '../instance'
import { handsHold, keepsOf, retimed, runsOf, servedAt } from './retimed'

const NEAR = 1e-6

/** Every rule of SERVICE.md 2 that an answer breaks, in words; none where it holds. It shares no code with the search. */
export function checkAnswer(instance: ScheduleInstance, answer: ScheduleAnswer): string[] {
  if (answer.status === 'infeasible')
    return answer.conflict.tasks.length ? [] : ['an infeasible answer names what clashes']
  const ids = answer.tasks.map((t) => t.id)
  const missing = instance.tasks.filter((t) => !ids.includes(t.id)).map((t) => `${t.id} is missing`)
  if (missing.length || ids.length !== instance.tasks.length)
    return [...missing, `${ids.length} tasks answered`]
  return [
    ...answer.tasks.flatMap((t) => taskFaults(instance, answer.tasks, t)),
    ...placeFaults(instance, answer.tasks),
    ...figureFaults(instance, answer),
    ...bindingFaults(instance, answer),
  ]
}

function taskFaults(instance: ScheduleInstance, all: readonly PlacedTask[], t: PlacedTask): string[] {
  const spec = instance.tasks.find((s) => s.id === t.id)!
  const says = (what: string) => `${t.id}: ${what}`
  const fixed = instance.inForce?.find((f) => f.id === t.id && f.fixed)
  if (fixed) {
    const { fixed: _, ...word } = fixed
    return JSON.stringify(sorted(word)) === JSON.stringify(sorted(t)) ? [] : [says('is fixed and was moved')]
  }
  const mode = spec.modes[t.mode]
  if (!mode) return [says('has no such way')]
  const faults: string[] = []
  for (const kind of ['ring', 'vessel', 'well', 'kit'] as const)
    if (mode[kind] ? !mode[kind].includes(t[kind] ?? '') : t[kind] !== undefined)
      faults.push(says(`wrong ${kind}`))
  const runS = runsOf(t).reduce((sum, [a, b]) => sum + b - a, 0)
  if (runS !== mode.durationS.mid) faults.push(says(`runs ${runS} s of ${mode.durationS.mid}`))
  if (t.parts) {
    if (!spec.interruptible) faults.push(says('may not be cut'))
    if (t.parts.some(([a, b]) => b - a < 60)) faults.push(says('a part under a minute'))
    if (t.parts.some(([a], i) => i > 0 && a < t.parts![i - 1]![1])) faults.push(says('parts overlap'))
    if (t.startS !== t.parts[0]![0] || t.endS !== t.parts.at(-1)![1])
      faults.push(says('parts do not span it'))
  } else if (t.endS - t.startS !== mode.durationS.mid) faults.push(says('is not as long as planned'))
  if (![t.startS, t.endS].every(Number.isInteger)) faults.push(says('not in whole seconds'))
  if (t.startS < (instance.nowS ?? 0)) faults.push(says('starts before now'))
  if (t.startS < (spec.window?.earliestS ?? -Infinity)) faults.push(says('starts before its window'))
  if (t.endS > (spec.window?.latestEndS ?? Infinity)) faults.push(says('ends after its window'))
  for (const lag of spec.before ?? []) {
    const waits = t.startS - all.find((o) => o.id === lag.task)!.endS
    if (waits < (lag.minLagS ?? 0)) faults.push(says(`waits ${waits} s for ${lag.task}, too little`))
    if (waits > (lag.maxLagS ?? Infinity)) faults.push(says(`waits ${waits} s for ${lag.task}, too long`))
  }
  for (const { pickUp } of spec.serves?.at ?? [])
    if (servedAt(instance, all, pickUp) - t.endS > (spec.serves!.clockS ?? Infinity))
      faults.push(says(`past its clock at ${pickUp}`))
  return faults
}
const sorted = (o: object) => Object.fromEntries(Object.entries(o).sort(([a], [b]) => a.localeCompare(b)))

function placeFaults(instance: ScheduleInstance, tasks: readonly PlacedTask[]): string[] {
  const faults: string[] = []
  const fixed = new Set((instance.inForce ?? []).flatMap((f) => (f.fixed ? [f.id] : [])))
  const isFixed = (id: string) => fixed.has(id)
  for (const kind of ['ring', 'kit'] as const) {
    const runs = tasks.flatMap((t) =>
      t[kind] === undefined
        ? []
        : runsOf(t).map(([fromS, toS]) => ({ place: t[kind]!, by: t.id, fromS, toS })),
    )
    faults.push(...overlapping(runs, kind, isFixed))
  }
  faults.push(...overlapping(keepsOf(instance, tasks, 'vessel'), 'vessel'))
  faults.push(...overlapping(keepsOf(instance, tasks, 'well'), 'well', isFixed))
  for (const t of tasks) {
    const fill = instance.tasks.find((s) => s.id === t.id)!.fill
    const other = tasks.find(
      (o) =>
        fill !== undefined &&
        instance.tasks.find((s) => s.id === o.id)!.fill === fill &&
        o.vessel !== t.vessel,
    )
    if (t.vessel !== undefined && other?.vessel !== undefined) faults.push(`${fill} stands in two vessels`)
  }
  if (!handsHold(instance, tasks, -Infinity, Infinity)) faults.push('more hands than people')
  return faults
}
/** What stands in one place at once; of two that are on record so no plan can part them. */
function overlapping(
  list: readonly { place: string; by: string; fromS: number; toS: number }[],
  kind: string,
  isFixed: (by: string) => boolean = () => false,
): string[] {
  return list.flatMap((a, i) =>
    list
      .slice(i + 1)
      .filter(
        (b) =>
          !(isFixed(a.by) && isFixed(b.by)) &&
          a.place === b.place &&
          a.fromS < b.toS &&
          b.fromS < a.toS &&
          a.toS > a.fromS &&
          b.toS > b.fromS,
      )
      .map((b) => `${kind} ${a.place}: ${a.by} and ${b.by} at once`),
  )
}

const lateness = (instance: ScheduleInstance, tasks: readonly PlacedTask[]) =>
  instance.pickUps.reduce((sum, p) => sum + p.plates * (servedAt(instance, tasks, p.id) - p.atS), 0)
const clocksPassed = (instance: ScheduleInstance, tasks: readonly PlacedTask[]) =>
  instance.tasks.flatMap((spec) => {
    const { endS } = tasks.find((t) => t.id === spec.id)!
    return (spec.serves?.at ?? []).filter(
      (a) => servedAt(instance, tasks, a.pickUp) - endS > (spec.serves!.clockS ?? Infinity),
    )
  }).length

/** The seven figures, from nothing but the instance and where its tasks stand. */
export function figuresOf(instance: ScheduleInstance, tasks: readonly PlacedTask[]): number[] {
  const served = instance.tasks.flatMap((spec) => {
    const { endS } = tasks.find((t) => t.id === spec.id)!
    return spec.serves
      ? [
          {
            spec,
            ages: spec.serves.at.map((a) => ({ ...a, ageS: servedAt(instance, tasks, a.pickUp) - endS })),
          },
        ]
      : []
  })
  const ways = tasks.map((t) => instance.tasks.find((s) => s.id === t.id)!.modes[t.mode]!)
  const moments = tasks.flatMap((t) => runsOf(t).map(([s]) => s))
  const handsOf = (id: string) => Math.round((instance.tasks.find((s) => s.id === id)!.hands ?? 0) * 100)
  const portions = served.flatMap((s) => s.ages).reduce((sum, a) => sum + a.portions, 0)
  const changed = (instance.inForce ?? [])
    .filter((f) => !f.fixed)
    .map((f) => {
      const t = tasks.find((o) => o.id === f.id)
      if (!t) return 0
      const isSame = (['mode', 'ring', 'vessel', 'well', 'kit'] as const).every((k) => t[k] === f[k])
      return Math.abs(t.startS - f.startS) + (isSame ? 0 : 600)
    })
  const sum = (list: readonly number[]) => list.reduce((a, b) => a + b, 0)
  return [
    clocksPassed(instance, tasks) +
      sum((['high', 'slow'] as const).map((by) => clocksPassed(instance, retimed(instance, tasks, by)))),
    instance.goal === 'makespan' ? Math.max(0, ...tasks.map((t) => t.endS)) : lateness(instance, tasks),
    sum(ways.map((w) => w.breakRisk ?? 0)) +
      sum(served.map((s) => between(s.spec.serves!.holdRisk ?? [], Math.max(...s.ages.map((a) => a.ageS))))),
    Math.max(
      0,
      ...moments.map((s) =>
        sum(tasks.map((t) => (runsOf(t).some(([a, b]) => a <= s && s < b) ? handsOf(t.id) : 0))),
      ),
    ) / 100,
    portions ? sum(served.flatMap((s) => s.ages.map((a) => a.portions * a.ageS))) / portions : 0,
    sum(ways.map((w) => w.wasteG ?? 0)),
    sum(changed),
  ]
}
function between(points: readonly { ageS: number; p: number }[], ageS: number): number {
  const after = points.findIndex((p) => p.ageS >= ageS)
  if (points.length === 0) return 0
  if (after === 0) return points[0]!.p
  if (after === -1) return points.at(-1)!.p
  const [a, b] = [points[after - 1]!, points[after]!]
  return a.p + ((ageS - a.ageS) / (b.ageS - a.ageS)) * (b.p - a.p)
}

function figureFaults(instance: ScheduleInstance, answer: FeasibleAnswer): string[] {
  const own = figuresOf(instance, answer.tasks)
  const faults = own.flatMap((value, i) =>
    Math.abs(value - answer.objective[i]!) <= NEAR * Math.max(1, Math.abs(value))
      ? []
      : [`figure ${i + 1} is ${value}, answered ${answer.objective[i]}`],
  )
  if (own[0]! > 0) faults.push('a clock passes')
  if (answer.bound[0] > own[1]! + NEAR) faults.push(`bound ${answer.bound[0]} over ${own[1]}`)
  for (const by of ['high', 'slow'] as const) {
    const late = lateness(instance, retimed(instance, answer.tasks, by))
    if (Math.abs(late - answer.robust[by].latenessS) > NEAR) faults.push(`robust.${by} is ${late}`)
  }
  return faults
}

/** Each binding tried: the task a second earlier, and whether that rule breaks. */
function bindingFaults(instance: ScheduleInstance, answer: FeasibleAnswer): string[] {
  return answer.tasks.flatMap((t) => {
    const says: Binding | undefined = answer.binding[t.id]
    const isFixed = instance.inForce?.some((f) => f.id === t.id && f.fixed)
    if (isFixed) return says === 'window' ? [] : [`${t.id}: fixed, bound by ${says}`]
    const sooner: PlacedTask = {
      ...t,
      startS: t.startS - 1,
      endS: t.endS - 1,
      ...(t.parts ? { parts: t.parts.map(([a, b]) => [a - 1, b - 1] as const) } : {}),
    }
    const all = answer.tasks.map((o) => (o.id === t.id ? sooner : o))
    const faults = [
      ...answer.tasks.flatMap((o) => taskFaults(instance, all, o.id === t.id ? sooner : o)),
      ...placeFaults(instance, all),
    ]
    const breaks: Record<Exclude<Binding, 'pickUp'>, RegExp> = {
      window: /before now|before its window/,
      precedence: /waits/,
      ring: /^ring /,
      vessel: /^vessel /,
      well: /^well /,
      kit: /^kit /,
      hands: /more hands/,
      clock: /past its clock/,
    }
    const holds = says === 'pickUp' ? faults.length === 0 : says && faults.some((f) => breaks[says].test(f))
    return holds ? [] : [`${t.id}: not bound by ${says} (${faults.join('; ')})`]
  })
}
