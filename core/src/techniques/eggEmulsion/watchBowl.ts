import type { Watch } from '../technique'
import { watchMinutes } from '../watchMinutes'
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
    const { isOnBath, liftAtMs } = live.bowl
    // a ribbon that stands is no reason to lift where its butter goes in over the bath
    const { butterInG, tempC, liftC } = live.bowl
    const isFirst = context.step.technique === 'pour' && butterInG === 0 && tempC < liftC
    if (isOnBath && liftAtMs !== undefined && !isFirst)
      return [{ kind: 'actNow', code: 'liftOff', atMs: liftAtMs, isFragile: true }]
    // lifted before its ribbon, or poured on and off the bath: it goes back before it is too cool
    const { backAtMs } = live.bowl
    const goesBack = context.step.technique === 'whisk' || context.step.pourOver === 'onOff'
    if (!isOnBath && backAtMs !== undefined && goesBack)
      return [{ kind: 'lookSoon', code: 'backOn', atMs: backAtMs }]
    const minutes = watchMinutes.live(context)
    return minutes ? watchMinutes.deadlines(minutes, context) : []
  },
}
