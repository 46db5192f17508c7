import type { Conflict, ScheduleInstance, SmallestChange } from './instance'
import { LIST_OF, readProblem, type Kind } from './problem'
import { MOST_BUILDS, startSearch } from './search'

const MOST_FOR_PAIRS = 60
const MOST_FOR_TRIPLES = 16
const LONGEST_LATER_MIN = 240
const SHORT_LATER_MIN = 60
const MOST_MORE = 3
/** Tasks that are tried to be put, all tries together: what clashes is named in seconds, though among many it may not be the fewest. */
const MOST_WORK = 20_000

/** Whether a plan is found that passes no clock. */
function isPossible(instance: ScheduleInstance): boolean {
  const search = startSearch(readProblem(instance), 1)
  for (let i = 0; i < MOST_BUILDS; i++) {
    search.step()
    if (search.best?.objective[0] === 0) return true
  }
  return false
}
/** An instance of some of its tasks alone; waits for the others fall away. */
function withOnly(instance: ScheduleInstance, ids: ReadonlySet<string>): ScheduleInstance {
  return {
    ...instance,
    tasks: instance.tasks
      .filter((t) => ids.has(t.id))
      .map((t) => ({ ...t, before: (t.before ?? []).filter((l) => ids.has(l.task)) })),
    inForce: (instance.inForce ?? []).filter((t) => ids.has(t.id)),
  }
}

/** The fewest that clash by themselves, as far as they can be found. */
function smallestClash(instance: ScheduleInstance): string[] {
  const ids = instance.tasks.map((t) => t.id)
  let work = 0
  /** What is not tried any more counts as no clash: it is then not left out of what is named. */
  const clash = (list: readonly string[]) => {
    work += list.length
    return work <= MOST_WORK && !isPossible(withOnly(instance, new Set(list)))
  }
  const one = ids.find((id) => clash([id]))
  if (one !== undefined) return [one]
  if (ids.length <= MOST_FOR_PAIRS)
    for (const [i, a] of ids.entries()) for (const b of ids.slice(i + 1)) if (clash([a, b])) return [a, b]
  if (ids.length <= MOST_FOR_TRIPLES)
    for (const [i, a] of ids.entries())
      for (const [j, b] of ids.slice(i + 1).entries())
        for (const c of ids.slice(i + j + 2)) if (clash([a, b, c])) return [a, b, c]
  return filtered(ids, clash)
}
/** Leaves out whatever is not needed for the clash, halves first, one by one until none can be spared. */
function filtered(ids: readonly string[], clash: (list: readonly string[]) => boolean): string[] {
  let left = [...ids]
  for (let size = Math.max(1, left.length >> 1), before = 0; size > 1 || left.length !== before;) {
    before = left.length
    for (let i = 0; i < left.length;) {
      const without = [...left.slice(0, i), ...left.slice(i + size)]
      if (without.length && clash(without)) left = without
      else i += size
    }
    size = Math.max(1, size >> 1)
  }
  return left
}

function later(instance: ScheduleInstance, minutes: number): ScheduleInstance {
  return {
    ...instance,
    tasks: instance.tasks.map((t) =>
      t.window?.latestEndS === undefined
        ? t
        : { ...t, window: { ...t.window, latestEndS: t.window.latestEndS + 60 * minutes } },
    ),
  }
}
function leastLaterMin(instance: ScheduleInstance): number | undefined {
  if (!instance.tasks.some((t) => t.window?.latestEndS !== undefined)) return undefined
  if (!isPossible(later(instance, LONGEST_LATER_MIN))) return undefined
  let [low, high] = [0, LONGEST_LATER_MIN]
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (isPossible(later(instance, middle))) high = middle
    else low = middle
  }
  return high
}

type What = Kind | 'person'
function withMore(instance: ScheduleInstance, what: What, count: number): ScheduleInstance {
  if (what === 'person')
    return {
      ...instance,
      people: [
        ...(instance.people[0]?.fromS === 0 ? [] : [{ fromS: 0, count }]),
        ...instance.people.map((p) => ({ ...p, count: p.count + count })),
      ],
    }
  const fresh = Array.from({ length: count }, (_, i) => ({ id: `more ${what} ${i + 1}`, washS: 0 }))
  return {
    ...instance,
    [LIST_OF[what]]: [...instance[LIST_OF[what]], ...fresh],
    tasks: instance.tasks.map((t) => ({
      ...t,
      modes: t.modes.map((m) => (m[what] ? { ...m, [what]: [...m[what], ...fresh.map((f) => f.id)] } : m)),
    })),
  }
}
function leastMore(instance: ScheduleInstance): SmallestChange | undefined {
  for (let count = 1; count <= MOST_MORE; count++)
    for (const what of ['vessel', 'well', 'kit', 'ring', 'person'] as const) {
      const isNamed = what === 'person' || instance.tasks.some((t) => t.modes.some((m) => m[what]))
      if (isNamed && isPossible(withMore(instance, what, count))) return { kind: 'more', what, count }
    }
  return undefined
}

/** What clashes where no plan is possible, and the least that would make it so. */
export function conflictOf(instance: ScheduleInstance): Conflict {
  const tasks = smallestClash(instance)
  const alone = withOnly(instance, new Set(tasks))
  const minutes = leastLaterMin(alone)
  const isShort = minutes !== undefined && minutes <= SHORT_LATER_MIN
  const more = isShort ? undefined : leastMore(alone)
  const smallestChange =
    more ??
    (minutes === undefined
      ? { kind: 'without' as const, tasks: tasks.slice(-1) }
      : { kind: 'later' as const, minutes })
  return { tasks, smallestChange }
}
