import { afterEach, vi } from 'vitest'
import { setClockOffset } from '../port/clock'
import { toUnmount } from './toUnmount'

// What a browser has and this one lacks
globalThis.BroadcastChannel = class {
  onmessage = null
  postMessage() {
    /* no other tab */
  }
} as never
Object.assign(globalThis, { visualViewport: new EventTarget() })
// And what it has that no test wants: a line to whatever listens on this machine
globalThis.fetch = () => Promise.reject(new TypeError('no server'))

// Files share what they import: each test takes down what it set up. Here, since only a set-up file is run anew for each of them
afterEach(() => {
  for (const wrapper of toUnmount) wrapper.unmount()
  toUnmount.clear()
  document.body.innerHTML = ''
  vi.useRealTimers()
  setClockOffset(0)
})
