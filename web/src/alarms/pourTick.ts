import { scheduleNotes } from './sounds'

/** One tick for so much butter: heard, the hand knows how fast it may. */
const TICK_G = 2
const AHEAD_S = 1.6 // a page's second may come late; what is not poured is taken back
const [FASTEST_S, SLOWEST_S] = [0.25, 4]
const TICK = { afterS: 0, hz: 880, lengthS: 0.015 }

/** A tick that follows a pour: quicker as the sauce takes more. @returns follow - asked once a second with the pace that is safe, g/s; with none it is still */
export function createPourTick(audio: () => AudioContext | undefined): (gPerS: number | undefined) => void {
  let dueS = 0
  let pending: { readonly atS: number; readonly cancel: () => void }[] = []
  return (gPerS) => {
    const context = audio()
    if (!context) return
    const nowS = context.currentTime
    if (!(gPerS && gPerS > 0)) {
      pending.filter((p) => p.atS > nowS).forEach((p) => p.cancel())
      pending = []
      dueS = 0
      return
    }
    pending = pending.filter((p) => p.atS > nowS)
    const everyS = Math.min(SLOWEST_S, Math.max(FASTEST_S, TICK_G / gPerS))
    for (dueS = Math.max(dueS, nowS); dueS < nowS + AHEAD_S; dueS += everyS)
      pending.push({ atS: dueS, cancel: scheduleNotes(context, dueS - nowS, [TICK]) })
  }
}
