import { tempsRead } from '../../batch/stepTemps'
import type { BatchState } from '../../batch/batchState'
import type { Due } from '../../batch/deadline'
import type { HoldLive } from '../../batch/live'
import type { Pan, Well } from '../../kitchen/kitchen'
import { heldNow, type HeldNow } from './heldNow'
import { STIR_EVERY_MIN } from './stirs'
import { holdClock } from '../../safety/holdClock'
import type { TempPoint } from '../../safety/lethality'

/** How often a held sauce is stirred, ms. */
export const STIR_EVERY_MS = STIR_EVERY_MIN * 60_000

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

/** Where it stands. */
interface Where {
  readonly well: Well | undefined
  readonly pan: Pick<Pan, 'profile'>
}
/** How it stands is worked out once a minute, and anew when something is put on record. */
const kept = new WeakMap<BatchState, { readonly key: string; readonly held: HeldNow | undefined }>()
function heldOnce(state: BatchState, of: Omit<Parameters<typeof heldNow>[0], 'state'>): HeldNow | undefined {
  const key = `${Math.floor(of.nowMs / 60_000)} ${of.tempC?.toFixed(1) ?? ''} ${of.well?.id ?? ''}`
  const known = kept.get(state)
  if (known?.key === key) return known.held
  const held = heldNow({ ...of, state })
  kept.set(state, { key, held })
  return held
}

/** A sauce put by, at a moment; undefined where it is not. */
export function liveHold(
  state: BatchState,
  probe: readonly TempPoint[],
  nowMs: number,
  where: Where,
): HoldLive | undefined {
  const { hold } = state
  if (!hold) return undefined
  const clock = holdClock(state.clockStartedAtMs ?? hold.startedAtMs, hold.limits, nowMs, hold.goneOn?.atMs)
  const portions = hold.portions + (hold.onto?.portions ?? 0)
  const portionsLeft = Math.max(0, portions - state.servedPortions)
  const temp = lastTemp(state, hold.startedAtMs, probe)
  const held = heldOnce(state, {
    ...where,
    tempC: temp.tempC,
    clockEndsAtMs: clock.discardAtMs,
    leftFrac: portionsLeft / Math.max(1, portions),
    nowMs,
  })
  return {
    kind: 'hold',
    wellId: hold.wellId,
    letter: hold.letter,
    clock,
    portionsLeft,
    ...temp,
    held,
    endsAtMs: Math.min(clock.discardAtMs, held?.margin.atMs ?? Infinity),
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
    ...(hold.portionsLeft > 0 && !isOver && hold.held && hold.held.margin.binds !== 'clock'
      ? [{ kind: 'actNow' as const, code: 'mendHold' as const, atMs: hold.held.margin.atMs - MEND_BEFORE_MS }]
      : []),
    { kind: 'discard', code: 'discard', atMs: hold.clock.discardAtMs },
  ]
  return due.sort((a, b) => a.atMs - b.atMs)
}
