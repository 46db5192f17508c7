import type { Binding } from './instance'
import { partsOf, type Plan } from './plan'
import { NONE, type Placed, type Task } from './problem'

/** The same a second earlier. */
const earlier = (at: Placed): Placed => ({
  ...at,
  startS: at.startS - 1,
  endS: at.endS - 1,
  ...(at.parts ? { parts: at.parts.map(([s, e]) => [s - 1, e - 1] as const) } : {}),
})

const breaksLag = (plan: Plan, task: Task, at: Placed) =>
  task.before.some((l) => at.startS < (plan.placed[l.task]?.endS ?? -Infinity) + l.minS) ||
  task.after.some((l) => (plan.placed[l.task]?.startS ?? -Infinity) > at.endS + l.maxS)

const takes = (plan: Plan, at: Placed, kind: 'ring' | 'kit') =>
  at[kind] !== NONE && partsOf(at).some(([s, e]) => e > s && plan.taken(kind, at[kind], s, e) !== undefined)

function vesselTaken(plan: Plan, task: Task): boolean {
  if (task.fill === NONE) return false
  const { fills, washS } = plan.problem
  const vessel = plan.vesselOf(fills[task.fill]!)
  if (vessel === NONE) return false
  const keep = plan.keepOf(fills[task.fill]!, washS.vessel[vessel]!)!
  return plan.vesselTaken(vessel, keep.fromS, keep.toS, task.fill) !== undefined
}
function wellTaken(plan: Plan, task: Task, at: Placed): boolean {
  if (at.well === NONE) return false
  const keep = plan.wellKeep(task, at)
  return plan.wellTaken(at.well, keep.fromS, keep.toS, task.index) !== undefined
}
const passesClock = (plan: Plan, { serves }: Task, at: Placed) =>
  serves?.at.some(({ pickUp }) => plan.servedS(pickUp) - at.endS > serves.clockS) ?? false

/** Why a task stands where it does: the rule that would break were it alone one second earlier. */
export function bindingOf(plan: Plan, task: Task): Binding {
  const at = plan.placed[task.index]!
  if (task.isFixed) return 'window'
  const moved = earlier(at)
  if (moved.startS < Math.max(plan.problem.nowS, task.earliestS)) return 'window'
  if (breaksLag(plan, task, moved)) return 'precedence'
  plan.lift(task)
  const isRing = takes(plan, moved, 'ring')
  const isKit = takes(plan, moved, 'kit')
  const isShort = partsOf(moved).some(
    ([s, e]) => plan.hands.firstShort(s, e, task.hands) !== undefined && e > s,
  )
  plan.put(task, moved)
  const isVessel = vesselTaken(plan, task)
  const isWell = wellTaken(plan, task, moved)
  const isClock = passesClock(plan, task, moved)
  plan.lift(task)
  plan.put(task, at)
  const broken: readonly (readonly [boolean, Binding])[] = [
    [isRing, 'ring'],
    [isVessel, 'vessel'],
    [isWell, 'well'],
    [isKit, 'kit'],
    [isShort, 'hands'],
    [isClock, 'clock'],
  ]
  return broken.find(([is]) => is)?.[1] ?? 'pickUp'
}
