const SLACK = 0.5
const ALARM_OVER = 4

/** Sums that rise while a measure lies to one side of what is believed (CUSUM). */
export interface Drift {
  readonly up: number
  readonly down: number
  readonly isDrifting: boolean
}
export const NO_DRIFT: Drift = { up: 0, down: 0, isDrifting: false }

/** One more measure, as standard deviations from what was foretold. `kitchen:K-N5` */
export function driftBy(before: Drift, z: number): Drift {
  const up = Math.max(0, before.up + z - SLACK)
  const down = Math.max(0, before.down - z - SLACK)
  return { up, down, isDrifting: up > ALARM_OVER || down > ALARM_OVER }
}

/** Mean number of batches until one side alarms, by a steady shift in standard deviations (Siegmund). `kitchen:K-N6` */
export function meanRunLength(shiftSd: number, alarmOver = ALARM_OVER): number {
  const delta = shiftSd - SLACK
  const b = alarmOver + 1.166
  return Math.abs(delta) < 1e-9 ? b * b : (Math.exp(-2 * delta * b) + 2 * delta * b - 1) / (2 * delta ** 2)
}
