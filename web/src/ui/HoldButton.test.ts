import { beforeEach, describe, expect, it, vi } from 'vitest'
import { mountScreen } from '../testing/mountScreen'
import HoldButton from './HoldButton.vue'

beforeEach(() => void vi.useFakeTimers())
/** A key that a hand does things to, at moments of its own. */
function key() {
  const onHeld = vi.fn()
  const w = mountScreen(HoldButton, { onHeld })
  return {
    at: (type: string, timeStamp: number, more: object = {}) => {
      const event = Object.assign(new Event(type, { bubbles: true, cancelable: true }), more)
      Object.defineProperty(event, 'timeStamp', { value: timeStamp })
      w.element.dispatchEvent(event)
    },
    held: () => onHeld.mock.calls.length,
  }
}

describe('a key that is held', () => {
  it('means it after six tenths of a second, once, whenever it is let go', () => {
    const k = key()
    k.at('pointerdown', 0)
    vi.advanceTimersByTime(599)
    expect(k.held()).toBe(0)
    vi.advanceTimersByTime(1)
    k.at('pointerup', 900)
    expect(k.held()).toBe(1)
  })
  it.each(['pointerup', 'pointerleave'])('%s before that is a change of mind', (end) => {
    const k = key()
    k.at('pointerdown', 0)
    k.at(end, 590)
    vi.advanceTimersByTime(5000)
    expect(k.held()).toBe(0)
  })
  it('goes by the hand’s time where the page was busy, and heard of both ends at once', () => {
    const k = key()
    k.at('pointerdown', 1000)
    k.at('pointerup', 1700)
    vi.advanceTimersByTime(5000)
    expect(k.held()).toBe(1)
  })
  it('by keys: what repeats itself while it is down is one hold', () => {
    const k = key()
    for (const ms of [0, 200, 400]) k.at('keydown', ms, { key: 'Enter' })
    k.at('keyup', 500, { key: 'Enter' })
    expect(k.held()).toBe(0)
    for (const ms of [1000, 1200, 1400, 1600]) k.at('keydown', ms, { key: ' ' })
    k.at('keyup', 1650, { key: ' ' })
    expect(k.held()).toBe(1)
  })
})
