import { taskId, type EveningAsked, type KitchenCatalog, type PlacedTask } from '@liquamen/core'

const SECOND_MS = 1000

/** A batch on a ring or in a well: from when to when, and its level over that time as a share of the most it is. */
export interface Bar {
  readonly batchId: string
  /** Its first task on this place: what is asked when one asks why it is here. */
  readonly taskId: string
  readonly name: string
  readonly fill: string
  readonly fromMs: number
  readonly toMs: number
  readonly edge: readonly { readonly atMs: number; readonly share: number }[]
  /** It is no more than waiting from then to here. */
  readonly slackToMs: number
  readonly clockAtMs?: number | undefined
}
/** A place of the kitchen and what stands on it. */
export interface PlanRow {
  readonly id: string
  readonly kind: 'ring' | 'well'
  readonly number: string
  readonly words: string
  readonly bars: readonly Bar[]
}
/** So many pairs of hands are taken from a moment to another. */
export interface HandsStretch {
  readonly fromMs: number
  readonly toMs: number
  readonly hands: number
}

type Batch = EveningAsked['batches'][number]
const stepsOf = (batch: Batch) => batch.plans[0]!.plan.steps
/** The most that ever stands of a batch, ml. */
const mostMl = (batch: Batch) =>
  Math.max(1, ...stepsOf(batch).flatMap((s) => (s.level ? [s.level.startMl, s.level.endMl] : [])))

interface Stay {
  readonly batch: Batch
  readonly place: string
  readonly tasks: readonly { readonly task: PlacedTask; readonly startMl: number; readonly endMl: number }[]
}
/** Whether no other pan stands on a ring in a stretch. */
type IsFree = (ring: string, fromS: number, toS: number) => boolean
/** A batch's stays on rings: tasks that follow one another on one ring, no other pan between them, are one bar. */
function ringStays(batch: Batch, tasks: ReadonlyMap<string, PlacedTask>, isFree: IsFree): Stay[] {
  const stays: { batch: Batch; place: string; tasks: Stay['tasks'][number][] }[] = []
  for (const step of stepsOf(batch)) {
    const task = tasks.get(taskId(batch.id, step.stepId))
    if (task?.ring === undefined) continue
    const at = { task, startMl: step.level?.startMl ?? 0, endMl: step.level?.endMl ?? 0 }
    const last = stays.at(-1)
    const endS = last?.tasks.at(-1)?.task.endS ?? 0
    if (last?.place === task.ring && isFree(task.ring, endS, task.startS)) last.tasks.push(at)
    else stays.push({ batch, place: task.ring, tasks: [at] })
  }
  return stays
}

/** Rows of the plan in the order of the kitchen: rings by their number, then wells by their letter. */
export function planRows(
  asked: EveningAsked,
  placed: readonly PlacedTask[],
  catalog: Pick<KitchenCatalog, 'rings' | 'wells'>,
): PlanRow[] {
  const tasks = new Map(placed.map((t) => [t.id, t]))
  const atMs = (s: number) => asked.zeroMs + s * SECOND_MS
  const pickUps = new Map(asked.pickUps.map((p) => [p.id, p.atMs]))
  const bars = new Map<string, Bar[]>()
  const isFree: IsFree = (ring, fromS, toS) =>
    !placed.some((t) => t.ring === ring && t.startS >= fromS && t.endS <= toS && t.endS > t.startS)
  const add = (place: string, bar: Bar) => bars.set(place, [...(bars.get(place) ?? []), bar])
  for (const batch of asked.batches) {
    const most = mostMl(batch)
    const { name, fill } = batch.formula
    const wanted = batch.pickUps.flatMap((p) => pickUps.get(p.id) ?? [])
    const firstMs = Math.min(...wanted, Infinity)
    for (const { place, tasks: own } of ringStays(batch, tasks, isFree)) {
      const toMs = atMs(own.at(-1)!.task.endS)
      add(place, {
        batchId: batch.id,
        taskId: own[0]!.task.id,
        name,
        fill,
        fromMs: atMs(own[0]!.task.startS),
        toMs,
        edge: own.flatMap(({ task, startMl, endMl }) => [
          { atMs: atMs(task.startS), share: startMl / most },
          { atMs: atMs(task.endS), share: endMl / most },
        ]),
        slackToMs: Number.isFinite(firstMs) ? Math.max(toMs, firstMs) : toMs,
      })
    }
    const held = stepsOf(batch).flatMap((s) => tasks.get(taskId(batch.id, s.stepId)) ?? [])
    const well = held.find((t) => t.well !== undefined)
    if (well?.well === undefined) continue
    const doneMs = atMs(well.endS)
    const portions = batch.pickUps.reduce((sum, p) => sum + p.portions, 0) || 1
    let left = portions
    const steps = batch.pickUps
      .map((p) => ({ atMs: Math.max(doneMs, pickUps.get(p.id) ?? doneMs), portions: p.portions }))
      .sort((a, b) => a.atMs - b.atMs)
      .flatMap((p) => {
        const before = left
        left -= p.portions
        return [
          { atMs: p.atMs, share: before / portions },
          { atMs: p.atMs, share: Math.max(0, left) / portions },
        ]
      })
    const toMs = steps.at(-1)?.atMs ?? doneMs
    add(well.well, {
      batchId: batch.id,
      taskId: well.id,
      name,
      fill,
      fromMs: atMs(well.startS),
      toMs,
      edge: [{ atMs: atMs(well.startS), share: 1 }, ...steps],
      slackToMs: toMs,
    })
  }
  return [
    ...catalog.rings.map((r): PlanRow => ({
      id: r.id,
      kind: 'ring',
      number: String(r.number),
      words: r.strength,
      bars: bars.get(r.id) ?? [],
    })),
    ...catalog.wells.map((w): PlanRow => ({
      id: w.id,
      kind: 'well',
      number: w.letter,
      words: '',
      bars: bars.get(w.id) ?? [],
    })),
  ]
}

/** Hands that the plan takes, from stretch to stretch. @param handsOf - a task's share of a pair of hands */
export function handsStretches(
  zeroMs: number,
  placed: readonly PlacedTask[],
  handsOf: (taskId: string) => number,
): HandsStretch[] {
  const changes = new Map<number, number>()
  const change = (s: number, by: number) => changes.set(s, (changes.get(s) ?? 0) + by)
  for (const task of placed) {
    const hands = handsOf(task.id)
    if (hands === 0) continue
    for (const [s, e] of task.parts ?? [[task.startS, task.endS]]) {
      change(s, hands)
      change(e, -hands)
    }
  }
  const times = [...changes.keys()].sort((a, b) => a - b)
  let hands = 0
  return times.flatMap((s, i): HandsStretch[] => {
    hands += changes.get(s)!
    const until = times[i + 1]
    return until === undefined || hands < 0.005
      ? []
      : [{ fromMs: zeroMs + s * SECOND_MS, toMs: zeroMs + until * SECOND_MS, hands }]
  })
}

/** Plates by the moment they are wanted at, near ones together. */
export function plateMarks(
  pickUps: EveningAsked['pickUps'],
  nearMs: number,
): { readonly atMs: number; readonly plates: number }[] {
  const marks: { atMs: number; plates: number }[] = []
  for (const { atMs, plates } of [...pickUps].sort((a, b) => a.atMs - b.atMs)) {
    const last = marks.at(-1)
    if (last && atMs - last.atMs < nearMs) last.plates += plates
    else marks.push({ atMs, plates })
  }
  return marks.filter((m) => m.plates >= 0.5)
}
