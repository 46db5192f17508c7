import type { Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
import { clarifyingDue } from './clarifying'
import { creditOf, liveEmulsion } from './liveEmulsion'

/** A bowl over its bath: lift before it grains. Off its bath, or without one, its minutes are watched. */
export const watchBowl: Watch = {
  live(context) {
    const bowl = liveEmulsion(context.state, context.probe, context.nowMs)
    return bowl
      ? { kind: 'eggEmulsion', bowl, credit: creditOf(context.state, context.probe).band }
      : watchMinutes.live(context)
  },
  deadlines(live, context) {
    if (live.kind !== 'eggEmulsion') return watchMinutes.deadlines(live, context)
    const { isOnBath, liftAtMs, backAtMs } = live.bowl
    if (isOnBath && liftAtMs !== undefined)
      return [{ kind: 'actNow', code: 'liftOff', atMs: liftAtMs, isFragile: true }]
    if (!isOnBath && backAtMs !== undefined) return [{ kind: 'lookSoon', code: 'backOn', atMs: backAtMs }]
    const minutes = watchMinutes.live(context)
    return minutes ? watchMinutes.deadlines(minutes, context) : []
  },
  beside: clarifyingDue,
}
