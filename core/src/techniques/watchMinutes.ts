import { silencedAt } from '../batch/deadline'
import type { TimedLive } from '../batch/live'
import type { LiveContext, Watch } from './technique'

const MINUTE_MS = 60_000
/** Long steps are looked at in between, min: a clear stock every half hour, what may catch more often (kitchen.md §3). */
const LOOK_EVERY_MIN = { none: 30, often: 10, constant: Infinity } as const
const LONG_FROM_MIN = 12
const NOT_BEFORE_END_MS = 2 * MINUTE_MS

/** When to look next: so long after the last look, unless the end is near. */
function nextLook(
  { state, step, startedAtMs }: LiveContext,
  endsAtMs: number,
  minutes: number,
): number | undefined {
  if (minutes < LONG_FROM_MIN) return undefined
  const everyMs = LOOK_EVERY_MIN[step.attention ?? 'often'] * MINUTE_MS
  const atMs = Math.max(startedAtMs, silencedAt(state, 'lookSoon', step.id)) + everyMs
  return atMs < endsAtMs - NOT_BEFORE_END_MS ? atMs : undefined
}

/** A step that lasts its minutes: it calls when they are over, and for looks in between. */
export const watchMinutes: Watch = {
  live(context): TimedLive | undefined {
    const minutes = context.planned?.minutes ?? context.step.minutes
    if (!minutes || minutes.value <= 0) return undefined
    const at = (min: number) => context.startedAtMs + min * MINUTE_MS
    const endsAtMs = at(minutes.value)
    return {
      kind: 'timed',
      startedAtMs: context.startedAtMs,
      lowAtMs: at(minutes.low),
      endsAtMs,
      highAtMs: at(minutes.high),
      lookAtMs: nextLook(context, endsAtMs, minutes.value),
    }
  },
  deadlines: (live) =>
    live.kind !== 'timed'
      ? []
      : [
          ...(live.lookAtMs === undefined
            ? []
            : [{ kind: 'lookSoon' as const, code: 'look' as const, atMs: live.lookAtMs }]),
          { kind: 'step', code: 'stepEnds', atMs: live.endsAtMs },
        ],
}
