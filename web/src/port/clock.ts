import { readonly, ref } from 'vue'

const offsetMs = ref(0)
const nowMs = ref(Date.now())

/** The kitchen's time: this device's clock corrected by the offset measured against the server. The only reader of the wall clock in the browser. */
export function kitchenNowMs(): number {
  return Date.now() + offsetMs.value
}

/** A message of the server's time is late, never early: of the last few the one that puts this clock furthest on is nearest. What is further off than any message is late is a clock set anew. */
const [HEARD, LATEST_MS] = [5, 30_000]
let heard: readonly number[] = []
/** Sets what is added to this device's clock. */
export function setClockOffset(ms: number): void {
  heard = [ms]
  follow(ms)
}
function follow(ms: number): void {
  offsetMs.value = ms
  nowMs.value = kitchenNowMs()
}

/** What the server's time, as it has just come, makes of the offset; answers the one in force from now on, ms. */
export function hearServerTime(serverNowMs: number): number {
  const offset = Math.round(serverNowMs - Date.now())
  const known = heard.length ? Math.max(...heard) : offset
  heard = Math.abs(offset - known) > LATEST_MS ? [offset] : [...heard.slice(1 - HEARD), offset]
  const inForce = Math.max(...heard)
  follow(inForce)
  return inForce
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
