import { CHANGED_PLACE, type Objective } from './instance'
import { partsOf, type Plan } from './plan'
import { KINDS, type Placed, type Serving, type Task } from './problem'

/** How likely a sauce has broken at an age: straight between its points, flat outside. */
export function riskAt(points: Serving['holdRisk'], ageS: number): number {
  const [first] = points
  if (!first) return 0
  if (ageS <= first.ageS) return first.p
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!]
    if (ageS <= b.ageS) return a.p + ((b.p - a.p) * (ageS - a.ageS)) / (b.ageS - a.ageS)
  }
  return points.at(-1)!.p
}

/** Σ plates × seconds after its time. */
export function latenessS(plan: Plan): number {
  return plan.problem.instance.pickUps.reduce(
    (sum, { atS, plates }, p) => sum + plates * (plan.servedS(p) - atS),
    0,
  )
}

/**
 * Σ plates × seconds for which a called plate waits by what a plan may still change: what is only less early than it was to be makes nobody wait, and
 * what is under way comes when it comes. What it waited until now is past.
 */
export function waitsS(plan: Plan): number {
  const { instance, servers, tasks, nowS } = plan.problem
  return instance.pickUps.reduce((sum, { atS, calledS = atS, plates }, p) => {
    const isOpen = servers[p]!.some((i) => !tasks[i]!.isFixed)
    return sum + (isOpen ? plates * Math.max(0, plan.servedS(p) - Math.max(calledS, nowS)) : 0)
  }, 0)
}

/** Most hands at one time. */
function peakHands(plan: Plan): number {
  const changes = plan.problem.tasks.flatMap((task) => {
    const at = plan.placed[task.index]
    if (!at || task.hands === 0) return []
    return partsOf(at).flatMap(([s, e]) =>
      e > s ? [[s, task.hands] as const, [e, -task.hands] as const] : [],
    )
  })
  changes.sort((a, b) => a[0] - b[0] || a[1] - b[1])
  let [now, peak] = [0, 0]
  for (const [, hands] of changes) {
    now += hands
    peak = Math.max(peak, now)
  }
  return peak / 100
}

/** Ages of a sauce at what it serves. */
const agesOf = (plan: Plan, { serves }: Task, { endS }: Placed) =>
  (serves?.at ?? []).map(({ pickUp, portions }) => ({ ageS: plan.servedS(pickUp) - endS, portions }))

function changeOf({ inForce, isFixed }: Task, at: Placed): number {
  if (!inForce || isFixed) return 0
  const isElsewhere = inForce.mode !== at.mode || KINDS.some((kind) => inForce[kind] !== at[kind])
  return Math.abs(at.startS - inForce.startS) + (isElsewhere ? CHANGED_PLACE : 0)
}

/** The seven figures of a whole plan. @param retimedClocks - clocks that pass when its durations are longer */
export function objectiveOf(plan: Plan, retimedClocks: number): Objective {
  const { tasks, instance } = plan.problem
  let [broken, portions, portionsS, wasteG, change, lastS] = [0, 0, 0, 0, 0, 0]
  for (const task of tasks) {
    const at = plan.placed[task.index]
    if (!at) continue
    const mode = task.modes[at.mode]!
    const ages = agesOf(plan, task, at)
    lastS = Math.max(lastS, at.endS)
    broken += mode.breakRisk
    wasteG += mode.wasteG
    change += changeOf(task, at)
    if (ages.length === 0) continue
    broken += riskAt(task.serves!.holdRisk, Math.max(...ages.map((a) => a.ageS)))
    for (const age of ages) {
      portions += age.portions
      portionsS += age.portions * age.ageS
    }
  }
  return [
    plan.clocksPassed() + retimedClocks,
    instance.goal === 'makespan' ? lastS : latenessS(plan),
    broken,
    peakHands(plan),
    portions ? portionsS / portions : 0,
    wasteG,
    change,
  ]
}

/** What differs by less, as a share, is alike. */
export const SAME = 1e-9
/** Whether figures are less than others, in their order, as an objective's are; 0 where they are alike. */
export function compareFigures(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < a.length; i++) {
    const difference = a[i]! - b[i]!
    if (Math.abs(difference) > SAME * Math.max(1, Math.abs(a[i]!))) return difference
  }
  return 0
}
