import { readonly, ref } from 'vue'

const offsetMs = ref(0)
const nowMs = ref(Date.now())

/** The kitchen's time: this device's clock corrected by the offset measured against the server. The only reader of the wall clock in the browser. */
export function kitchenNowMs(): number {
  return Date.now() + offsetMs.value
}

/** Sets what is added to this device's clock. */
export function setClockOffset(ms: number): void {
  offsetMs.value = ms
  nowMs.value = kitchenNowMs()
}

/** Starts the tick that moves every screen, on the second. */
export function startClock(): () => void {
  let timer: number
  const tick = () => {
    nowMs.value = kitchenNowMs()
    timer = window.setTimeout(tick, 1000 - (nowMs.value % 1000))
  }
  tick()
  return () => window.clearTimeout(timer)
}

/** The kitchen's time, moving once a second, and the offset in force. */
export const useClock = () => ({ nowMs: readonly(nowMs), offsetMs: readonly(offsetMs) })
