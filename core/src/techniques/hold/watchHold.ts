import { tempsRead } from '../../batch/stepTemps'
import type { BatchState } from '../../batch/batchState'
import type { Due } from '../../batch/deadline'
import type { HoldLive } from '../../batch/live'
import { holdClock } from '../../safety/holdClock'
import type { TempPoint } from '../../safety/lethality'

/** How often a held sauce is stirred, ms. */
export const STIR_EVERY_MS = 10 * 60_000

function lastTemp(
  state: BatchState,
  sinceMs: number,
  probe: readonly TempPoint[],
): Pick<HoldLive, 'tempC' | 'tempFrom' | 'readAtMs'> {
  const fromProbe = probe.at(-1)
  // what was read before says how hot a pan or a bowl was, not what stands in the well
  const typed = tempsRead(state.stageFacts).findLast((t) => t.atMs >= sinceMs)
  const read = fromProbe && fromProbe.atMs > (typed?.atMs ?? 0) ? fromProbe : typed
  return {
    tempC: read?.tempC,
    tempFrom: read && (read === fromProbe ? 'probe' : 'spot'),
    readAtMs: read?.atMs,
  }
}

/** A sauce put by, at a moment; undefined where it is not. */
export function liveHold(
  state: BatchState,
  probe: readonly TempPoint[],
  nowMs: number,
): HoldLive | undefined {
  const { hold } = state
  if (!hold) return undefined
  return {
    kind: 'hold',
    wellId: hold.wellId,
    letter: hold.letter,
    clock: holdClock(state.clockStartedAtMs ?? hold.startedAtMs, hold.limits, nowMs, hold.goneOn?.atMs),
    portionsLeft: Math.max(0, hold.portions + (hold.onto?.portions ?? 0) - state.servedPortions),
    ...lastTemp(state, hold.startedAtMs, probe),
    stirAtMs: hold.stirredAtMs + STIR_EVERY_MS,
  }
}

/** It is stirred, and thrown away at its limit. */
export function holdDue(hold: HoldLive): Due[] {
  const isOver = hold.clock.state === 'pastHouse' || hold.clock.state === 'pastCode'
  const due: Due[] = [
    ...(hold.portionsLeft > 0 && !isOver
      ? [{ kind: 'lookSoon' as const, code: 'stir' as const, atMs: hold.stirAtMs }]
      : []),
    { kind: 'discard', code: 'discard', atMs: hold.clock.discardAtMs },
  ]
  return due.sort((a, b) => a.atMs - b.atMs)
}
