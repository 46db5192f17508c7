import { tempsRead } from '../../batch/stepTemps'
import type { BatchState } from '../../batch/batchState'
import type { Due } from '../../batch/deadline'
import type { HoldLive } from '../../batch/live'
import { onceFor } from '../../solve/onceFor'
import { heldNow, type Held, type HeldNow } from './heldNow'
import { STIR_EVERY_MIN } from './holdRisk'
import { holdClock } from '../../safety/holdClock'
import type { TempPoint } from '../../safety/lethality'

/** How often a held sauce is stirred, ms. */
const STIR_EVERY_MS = STIR_EVERY_MIN * 60_000

/** A sauce that is about to break is seen to before it does, ms. */
const MEND_BEFORE_MS = 5 * 60_000

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

/** How it stands is worked out once a minute, and anew when something is put on record or read. */
const standingOf = onceFor((_: BatchState) => new Map<string, HeldNow | undefined>())
function heldOnce(of: Held): HeldNow | undefined {
  const known = standingOf(of.state)
  const key = `${Math.floor(of.nowMs / 60_000)} ${of.probe.length}`
  if (!known.has(key)) {
    known.clear()
    known.set(key, heldNow(of))
  }
  return known.get(key)
}

/** A sauce put by, at a moment; undefined where it is not. */
export function liveHold(
  state: BatchState,
  probe: readonly TempPoint[],
  nowMs: number,
  where: Pick<Held, 'well' | 'pan'>,
): HoldLive | undefined {
  const { hold } = state
  if (!hold) return undefined
  const clock = holdClock(state.clockStartedAtMs ?? hold.startedAtMs, hold.limits, nowMs, hold.goneOn?.atMs)
  const portionsLeft = Math.max(0, hold.portions + (hold.onto?.portions ?? 0) - state.servedPortions)
  const held = heldOnce({ ...where, state, probe, clockEndsAtMs: clock.discardAtMs, portionsLeft, nowMs })
  return {
    kind: 'hold',
    wellId: hold.wellId,
    letter: hold.letter,
    clock,
    portionsLeft,
    ...lastTemp(state, hold.startedAtMs, probe),
    held,
    endsAtMs: Math.min(clock.discardAtMs, held?.margin.atMs ?? Infinity),
    stirAtMs: (hold.stirsAtMs.at(-1) ?? hold.startedAtMs) + STIR_EVERY_MS,
  }
}

/** It is stirred, and thrown away at its limit. */
export function holdDue(hold: HoldLive): Due[] {
  const isOver = hold.clock.state === 'pastHouse' || hold.clock.state === 'pastCode'
  const isServed = hold.portionsLeft === 0
  const ends = hold.held?.margin
  const due: Due[] = [{ kind: 'discard', code: 'discard', atMs: hold.clock.discardAtMs }]
  if (!isServed && !isOver) {
    due.push({ kind: 'lookSoon', code: 'stir', atMs: hold.stirAtMs })
    if (ends && ends.binds !== 'clock')
      due.push({ kind: 'actNow', code: 'mendHold', atMs: ends.atMs - MEND_BEFORE_MS })
  }
  return due.sort((a, b) => a.atMs - b.atMs)
}
