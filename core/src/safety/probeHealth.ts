import type { TempPoint } from './lethality'

/** What a probe's last stretch says of the probe itself. */
export type ProbeHealth = 'good' | 'silent' | 'stuck' | 'jumping' | 'outOfBowl' | 'absurd'

const SILENT_MS = 5000
const STUCK_MS = 25_000
const STUCK_READINGS = 8
const JUMP_K_PER_S = 4 // a whisked bowl moves half a kelvin a second at the very most
const OUT_K_PER_S = 1.2
const FALLEN_BELOW_C = 35
const WAS_ABOVE_C = 50
/** Cooling is slow: a figure that does not move for so long, well above what is around it, is a probe that sticks. */
const STUCK_COOLING_MS = 10 * 60_000
const STILL_WARM_C = 25
const SENSIBLE_C = { low: -5, high: 130 } as const

/** Where a probe's sauce is: worked on the heat so that it cannot stand still, held, or on its way down to the cold. */
export type ProbeTask = 'worked' | 'held' | 'cooling'

/**
 * Judges a probe by its own readings.
 *
 * `stuck`: the very same figure for 25 s while the sauce is being heated or stirred. `outOfBowl`: it falls fast towards the room.
 * @param points - in order of time, newest last
 */
export function probeHealth(points: readonly TempPoint[], nowMs: number, task: ProbeTask): ProbeHealth {
  const last = points.at(-1)
  if (!last || nowMs - last.atMs > SILENT_MS) return 'silent'
  if (last.tempC < SENSIBLE_C.low || last.tempC > SENSIBLE_C.high) return 'absurd'
  const recent = points.filter((p) => last.atMs - p.atMs <= STUCK_MS)
  const before = recent.at(-2)
  const perS = before ? (last.tempC - before.tempC) / Math.max(0.2, (last.atMs - before.atMs) / 1000) : 0
  const flips = recent
    .slice(-5)
    .filter(
      (p, i, five) =>
        i > 0 &&
        Math.abs(p.tempC - (five[i - 1] as TempPoint).tempC) /
          Math.max(0.2, (p.atMs - (five[i - 1] as TempPoint).atMs) / 1000) >
          JUMP_K_PER_S,
    ).length
  if (flips >= 2 || Math.abs(perS) > 3 * JUMP_K_PER_S) return 'jumping'
  const fiveBack = [...recent].reverse().find((p) => last.atMs - p.atMs >= 4000)
  if (fiveBack && (last.tempC - fiveBack.tempC) / ((last.atMs - fiveBack.atMs) / 1000) < -OUT_K_PER_S)
    return 'outOfBowl'
  if (task === 'cooling') return sticksCooling(points, last) ? 'stuck' : 'good'
  if (last.tempC < FALLEN_BELOW_C && points.some((p) => p.tempC > WAS_ABOVE_C)) return 'outOfBowl'
  if (
    task === 'worked' &&
    recent.length >= STUCK_READINGS &&
    last.atMs - (recent[0] as TempPoint).atMs >= STUCK_MS * 0.8 &&
    recent.every((p) => p.tempC === last.tempC)
  )
    return 'stuck'
  return 'good'
}

/** The very same figure for ten minutes while it is still warm. */
function sticksCooling(points: readonly TempPoint[], last: TempPoint): boolean {
  const stretch = points.filter((p) => last.atMs - p.atMs <= STUCK_COOLING_MS)
  const first = stretch[0]
  return (
    last.tempC > STILL_WARM_C &&
    first !== undefined &&
    stretch.length >= STUCK_READINGS &&
    last.atMs - first.atMs >= STUCK_COOLING_MS * 0.9 &&
    stretch.every((p) => p.tempC === last.tempC)
  )
}

/**
 * The readings of a probe that may stand for the sauce: without absurd ones, jumps, the fall of a probe taken out, and a figure that stands still.
 * Nothing is lost: all of them stay in their channel.
 */
export function trustedReadings(
  points: readonly TempPoint[],
  taskAt: (atMs: number) => ProbeTask,
): TempPoint[] {
  const kept: TempPoint[] = []
  let sameSinceMs = 0
  let sameCount = 0
  let highestC = -Infinity
  let before: TempPoint | undefined
  for (const point of points) {
    sameCount = before?.tempC === point.tempC ? sameCount + 1 : 1
    if (sameCount === 1) sameSinceMs = point.atMs
    before = point
    if (point.tempC < SENSIBLE_C.low || point.tempC > SENSIBLE_C.high) continue
    const task = taskAt(point.atMs)
    if (task === 'worked' && sameCount >= STUCK_READINGS && point.atMs - sameSinceMs >= STUCK_MS * 0.8)
      continue
    const last = kept.at(-1)
    const perS = last ? (point.tempC - last.tempC) / Math.max(0.2, (point.atMs - last.atMs) / 1000) : 0
    if (
      Math.abs(perS) > JUMP_K_PER_S ||
      perS < -OUT_K_PER_S ||
      (task !== 'cooling' && point.tempC < FALLEN_BELOW_C && highestC > WAS_ABOVE_C)
    )
      continue
    highestC = Math.max(highestC, point.tempC)
    kept.push(point)
  }
  return kept
}
