import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

vi.stubGlobal(
  'BroadcastChannel',
  class {
    onmessage = null
    postMessage() {
      /* no other tab */
    }
  },
)
const { clockText, instantOfClock, numberText, percentText, spanText } = await import('./format')
beforeEach(() => setActivePinia(createPinia()))
const NOW = Date.UTC(2026, 4, 2, 23, 40)

describe('numbers as they are shown', () => {
  it.each([
    [190_000, '3:10', ''],
    [9_000, '0:09', ''],
    [-23_000, '−0:23', ''],
    [720_000, '12', 'min'],
    [599_000, '9:59', ''],
  ])('a span of %d ms', (ms, number, unit) => expect(spanText(ms)).toEqual({ number, unit }))
  it('groups thousands, and minus is a minus', () =>
    expect([numberText(1248.4), numberText(-3.25, 1), percentText(0.0105, 2)]).toEqual(['1,248', '−3.3', '1.05']))
  it.each([
    ['19:40', -4],
    ['1940', -4],
    ['00:15', 35 / 60],
    ['7.05', 7 + 25 / 60],
  ])('the clock time %s is the nearest one', (text, hours) => expect((instantOfClock(text, NOW)! - NOW) / 3600_000).toBeCloseTo(hours, 6))
  it.each(['25:00', '12:75', 'soon', '', '-1:00'])('"%s" is no clock time', (text) => expect(instantOfClock(text, NOW)).toBeUndefined())
  it('a clock time and back is the same minute', () => expect(clockText(instantOfClock('23:59', NOW)!)).toBe('23:59'))
})
