import type { BatchState } from '../batch/batchState'
import type { Payloads } from '../facts/kinds/kinds'

/** What goes from one vessel into another: the hand thermometer, a dip stick, a probe by its channel. */
export type HandTool = 'thermometer' | 'stick' | `probe:${string}`
/** Where a tool stood last. */
export interface Touched {
  readonly batchId: string
  readonly sauce: string
  readonly atMs: number
  /** What was in that sauce. */
  readonly ingredientIds: readonly string[]
}

const A_DAY_MS = 86_400_000

/** What a reading was taken with; nothing that goes from vessel to vessel for a look or a scale. */
function toolOf(payload: Payloads['reading.taken']): HandTool | undefined {
  if (payload.how === 'depth') return 'stick'
  if (payload.how !== 'temperature') return undefined
  return payload.probe ? `probe:${payload.probe.channelId}` : 'thermometer'
}

/** When a tool was last in a batch. */
function usedAtMs({ stageFacts, bindings }: BatchState, tool: HandTool, nowMs: number): number {
  let last = -Infinity
  for (const fact of stageFacts) {
    if (fact.kind !== 'reading.taken') continue
    if (toolOf(fact.payload) === tool) last = Math.max(last, fact.atMs)
  }
  for (const b of bindings)
    if (`probe:${b.channelId}` === tool && b.place !== 'scale') last = Math.max(last, b.toMs ?? nowMs)
  return last
}

/** The other sauce that a tool stood in last, where it has not been in this one, or washed, since; from the same day's batches. */
export function lastTouched(
  tool: HandTool,
  here: BatchState,
  others: Iterable<BatchState>,
  nowMs: number,
): Touched | undefined {
  const all = [...others]
  const washedAtMs = Math.max(...[here, ...all].map((s) => s.washes[tool] ?? -Infinity))
  let touched: Touched | undefined
  for (const other of all) {
    if (other.id === here.id || !other.planned) continue
    const atMs = usedAtMs(other, tool, nowMs)
    if (atMs > washedAtMs && nowMs - atMs < A_DAY_MS && atMs > (touched?.atMs ?? -Infinity))
      touched = {
        batchId: other.id,
        sauce: other.planned.sauceName,
        atMs,
        ingredientIds: (other.plan?.weighOut ?? []).map((l) => l.ingredientId),
      }
  }
  if (!touched) return undefined
  // used here since: whoever did was asked then
  const hereAtMs = tool.startsWith('probe:') ? -Infinity : usedAtMs(here, tool, nowMs)
  return hereAtMs >= touched.atMs ? undefined : touched
}
