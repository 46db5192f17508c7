import type { CompanionActCode } from './companionTimes'
import type { Call } from './calls'

/** How far ahead hands are counted. */
export const HANDS_AHEAD_S = 600
const STEP_S = 10
/** Less than so long two things are done one after the other and nobody notices. */
const LEAST_S = 20
/** A pair of hands is at each act for so long, s; what takes none is left out [A]. */
const ACT_S: Readonly<Record<CompanionActCode, number>> = {
  boil: 0,
  drop: 20,
  lift: 20,
  ice: 10,
  rewarm: 10,
  drain: 10,
  rest: 10,
  panIn: 15,
  turn: 15,
  panOut: 15,
  begin: 20,
}

/** A stretch for which hands are asked. */
export interface HandsAsked {
  readonly fromMs: number
  readonly toMs: number
  readonly hands: number
}
/** A stretch ahead for which more hands are asked than there are, and what would ease it. */
export interface HandsAhead {
  readonly fromMs: number
  readonly toMs: number
  /** The most that are asked for at once. */
  readonly asked: number
  readonly people: number
  /** The table that can best wait: not begun yet, and the last of them to land. */
  readonly move?: { readonly tableId: string; readonly label: string } | undefined
}
interface Stretch extends HandsAsked {
  readonly call?: Call | undefined
}

function stretchesOf(call: Call): Stretch[] {
  if (['gone', 'held', 'blocked', 'cancelled'].includes(call.status)) return []
  const acts = call.companions.flatMap((c) =>
    c.times.acts.map((a) => {
      const fromMs = call.landsAtMs + 1000 * a.atS
      return { fromMs, toMs: fromMs + 1000 * ACT_S[a.code], hands: 1, call }
    }),
  )
  return [...acts, { fromMs: call.drawAtMs, toMs: call.landsAtMs, hands: 1, call }]
}

/**
 * Where in the next ten minutes more hands are asked for than stand on the line: at the plates, at what goes with them, and at the stove. The first
 * such stretch, said before it comes. `SERVICE 3: hands ahead`
 *
 * @param others - what the stove asks for besides
 */
export function handsAhead(
  calls: readonly Call[],
  { people, nowMs, others = [] }: { people: number; nowMs: number; others?: readonly HandsAsked[] },
): HandsAhead | undefined {
  const all: readonly Stretch[] = [...calls.flatMap(stretchesOf), ...others]
  const at = (ms: number) => all.filter((s) => s.fromMs <= ms && ms < s.toMs)
  let over: { fromMs: number; toMs: number; asked: number; stretches: Set<Stretch> } | undefined
  for (let s = 0; s <= HANDS_AHEAD_S; s += STEP_S) {
    const ms = nowMs + 1000 * s
    const here = at(ms)
    const asked = here.reduce((sum, h) => sum + h.hands, 0)
    if (asked > people) {
      over ??= { fromMs: ms, toMs: ms, asked, stretches: new Set() }
      over.toMs = ms + 1000 * STEP_S
      over.asked = Math.max(over.asked, asked)
      for (const h of here) over.stretches.add(h)
    } else if (over) {
      if (over.toMs - over.fromMs >= 1000 * LEAST_S) break
      over = undefined
    }
  }
  if (!over || over.toMs - over.fromMs < 1000 * LEAST_S) return undefined
  const waiting = [...over.stretches]
    .flatMap(({ call }) => (call && (call.status === 'waits' || call.status === 'due') ? [call] : []))
    .sort((a, b) => b.landsAtMs - a.landsAtMs || b.fireAtMs - a.fireAtMs)
  const last = waiting[0]
  const { fromMs, toMs, asked } = over
  return {
    fromMs,
    toMs,
    asked: Math.ceil(asked),
    people,
    ...(last ? { move: { tableId: last.tableId, label: last.label } } : {}),
  }
}
