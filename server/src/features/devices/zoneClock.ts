import type { ZoneClock } from '@liquamen/contracts'

const DAY_MS = 86_400_000
const REACH_DAYS = 30 // what a browser shows as clock times lies well within
const FINE_MS = 60_000

/** How far a zone is ahead of UTC at an instant, min. */
function utcOffsetIn(timeZone: string): (ms: number) => number {
  const format = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'longOffset' })
  return (ms) => {
    const name = format.formatToParts(ms).find((part) => part.type === 'timeZoneName')?.value ?? ''
    const [, sign, hours = 0, minutes = 0] = /([+-])(\d+):(\d+)/.exec(name) ?? []
    return (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes))
  }
}

/**
 * How far a zone is ahead of UTC, and the span around now in which it stays so: until its clocks are next changed, or thirty days.
 * @param timeZone a name of the IANA's list
 */
export function zoneClock(timeZone: string, nowMs: number): ZoneClock {
  const offsetMinAt = utcOffsetIn(timeZone)
  const now = offsetMinAt(nowMs)
  const edgeMs = (direction: 1 | -1): number => {
    let days = 1
    while (days <= REACH_DAYS && offsetMinAt(nowMs + direction * days * DAY_MS) === now) days += 1
    let [same, other] = [days - 1, days].map((d) => nowMs + direction * d * DAY_MS) as [number, number]
    if (days > REACH_DAYS) return same
    while (Math.abs(other - same) > 1) {
      const middle = Math.round((same + other) / 2)
      if (offsetMinAt(middle) === now) same = middle
      else other = middle
    }
    return Math.round(Math.max(same, other) / FINE_MS) * FINE_MS
  }
  return { fromMs: edgeMs(-1), untilMs: edgeMs(1), utcOffsetMin: now }
}
