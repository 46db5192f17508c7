import { partsOf, Plan } from './plan'
import { FAR_S, NONE, type Mode, type Placed, type Task } from './problem'

/** The earliest second from which a stretch is free of all that was put before: its ring, vessel, well, kit and hands. */
function freeFrom(
  plan: Plan,
  task: Task,
  at: Placed,
  from: { readonly s: number; readonly lengthS: number },
): number {
  const { lengthS } = from
  let s = from.s
  while (s < FAR_S) {
    const e = s + lengthS
    const blocks = [
      plan.hands.firstShort(s, e, task.hands),
      at.ring === NONE ? undefined : plan.taken('ring', at.ring, s, e),
      at.kit === NONE ? undefined : plan.taken('kit', at.kit, s, e),
      at.vessel === NONE ? undefined : plan.vesselTaken(at.vessel, s, e, task.fill),
      at.well === NONE ? undefined : plan.wellTaken(at.well, s, e, task.index),
    ].flatMap((block) => (block && e > s ? [block.toS] : []))
    if (blocks.length === 0) return s
    s = Math.max(...blocks)
  }
  return s
}

/** How long a task takes by its way, s. */
export type LengthOf = (mode: Mode) => number
/** Every duration at its high, or a fifth longer. */
export const RETIMED: Readonly<Record<'high' | 'slow', LengthOf>> = {
  high: (mode) => mode.highS,
  slow: (mode) => mode.slowS,
}

/** The same plan with other durations: ways and places stay, each task goes to the earliest second that it can, not before its planned one. */
export function retime(plan: Plan, lengthOf: LengthOf): Plan {
  const { problem } = plan
  const again = new Plan(problem, false)
  const inOrder = problem.tasks
    .flatMap((task) => {
      const at = plan.placed[task.index]
      return at ? [{ task, at }] : []
    })
    .sort((a, b) => a.at.startS - b.at.startS || a.task.index - b.task.index)
  for (const { task, at } of inOrder) again.put(task, task.isFixed ? at : moved(again, task, at, lengthOf))
  return again
}

function moved(again: Plan, task: Task, at: Placed, lengthOf: LengthOf): Placed {
  const lengthS = lengthOf(task.modes[at.mode]!)
  const lagged = task.before.reduce(
    (s, { task: before, minS }) => Math.max(s, (again.placed[before]?.endS ?? -Infinity) + minS),
    at.startS,
  )
  if (!at.parts) {
    const startS = freeFrom(again, task, at, { s: lagged, lengthS })
    return { ...at, startS, endS: startS + lengthS }
  }
  const parts: [number, number][] = []
  let left = lengthS
  for (const [i, [fromS, toS]] of partsOf(at).entries()) {
    const isLast = i === at.parts.length - 1
    const length = Math.max(0, isLast ? left : Math.min(left, toS - fromS))
    const s = freeFrom(again, task, at, {
      s: Math.max(lagged, fromS, parts.at(-1)?.[1] ?? 0),
      lengthS: length,
    })
    parts.push([s, s + length])
    left -= length
  }
  return { ...at, startS: parts[0]![0], endS: parts.at(-1)![1], parts }
}
