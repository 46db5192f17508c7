import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { tapStays } from './tapStays'

const done = vi.fn<(what: string) => void>()
const seen = { here: undefined as Element | undefined }
let end: () => void
beforeEach(() => {
  document.body.innerHTML = '<p>nothing</p><button id="a"><i>A</i></button><button id="b">B</button>'
  for (const id of ['a', 'b']) key(id).addEventListener('click', () => done(id))
  done.mockClear()
  document.elementFromPoint = () => seen.here ?? null
  end = tapStays()
})
afterEach(() => {
  end()
  document.body.innerHTML = ''
  Reflect.deleteProperty(document, 'elementFromPoint')
})
const key = (selector: string) => document.querySelector(`#${selector}`) ?? document.querySelector(selector)!
const send = (on: Element, type: string, at: { x: number; detail?: number }) =>
  on.dispatchEvent(
    new MouseEvent(type, { bubbles: true, cancelable: true, clientX: at.x, detail: at.detail ?? 1 }),
  )
/** Down on one thing, up where another lies by then, and what the browser makes a click of. */
function tap(from: string, to: string, { x = 0, clicks = to }: { x?: number; clicks?: string } = {}) {
  seen.here = key(to)
  send(key(from), 'pointerdown', { x: 0 })
  send(key(to), 'pointerup', { x })
  if (document.contains(seen.here)) send(key(clicks), 'click', { x })
}

describe('a tap', () => {
  it('does what it was on, once', () => {
    tap('i', 'a')
    expect(done.mock.calls).toEqual([['a']])
  })
  it('does what it began on where another key came under the hand, as a finger and as a mouse clicks', () => {
    tap('a', 'b')
    tap('a', 'b', { clicks: 'body' })
    expect(done.mock.calls).toEqual([['a'], ['a']])
  })
  it('that slid away meant nothing', () => {
    tap('a', 'b', { x: 40, clicks: 'body' })
    tap('a', 'p', { x: 40 })
    expect(done).not.toHaveBeenCalled()
  })
  it('that began on nothing, or on what is gone, does nothing to what lies there now', () => {
    tap('p', 'b')
    key('a').addEventListener('pointerdown', () => key('a').remove(), { once: true })
    tap('a', 'b')
    expect(done).not.toHaveBeenCalled()
  })
  it('of a second finger, or of another button of the mouse, is none', () => {
    seen.here = key('b')
    key('a').dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, isPrimary: false }))
    send(key('b'), 'pointerup', { x: 0 })
    key('a').dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, isPrimary: true, button: 2 }))
    send(key('b'), 'pointerup', { x: 0 })
    expect(done).not.toHaveBeenCalled()
  })
  it('is over once it is done: a click that comes by itself, as from a reader of the screen, is another', () => {
    tap('a', 'a')
    send(key('b'), 'click', { x: 0 })
    expect(done.mock.calls).toEqual([['a'], ['b']])
  })
  it('by the keyboard is none of its business', () => {
    tap('p', 'p')
    send(key('b'), 'click', { x: 0, detail: 0 })
    expect(done.mock.calls).toEqual([['b']])
  })
})
