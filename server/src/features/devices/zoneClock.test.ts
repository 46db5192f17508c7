import { describe, expect, it } from 'vitest'
import { zoneClock } from './zoneClock'

const at = (iso: string) => Date.parse(iso)
const DAY_MS = 86_400_000

describe('the clock of a zone', () => {
  it.each([
    ['Europe/Berlin', '2026-03-20T12:00:00Z', 60, undefined, '2026-03-29T01:00:00Z'],
    ['Europe/Berlin', '2026-04-02T12:00:00Z', 120, '2026-03-29T01:00:00Z', undefined],
    ['America/New_York', '2026-11-01T05:59:59Z', -240, undefined, '2026-11-01T06:00:00Z'],
    ['America/New_York', '2026-11-01T06:00:00Z', -300, '2026-11-01T06:00:00Z', undefined],
    ['Asia/Kathmandu', '2026-07-01T00:00:00Z', 345, undefined, undefined],
    ['UTC', '2026-07-01T00:00:00Z', 0, undefined, undefined],
  ])('%s at %s is %d min ahead', (zone, now, utcOffsetMin, from, until) => {
    const nowMs = at(now)
    expect(zoneClock(zone, nowMs)).toEqual({
      utcOffsetMin,
      fromMs: from ? at(from) : nowMs - 30 * DAY_MS,
      untilMs: until ? at(until) : nowMs + 30 * DAY_MS,
    })
  })
})
