import { growingStream, liveEmulsion, type BatchState, type Fact, type GrowingStream } from '@liquamen/core'

const ROOM_C = 23
const WELL_BELOW_WATER_K = 2
const WELL_TIME_MS = 12 * 60_000
const BOWL_OFFSET_K = 0.4 // the stand-in's bowl is not quite the model's
const EMPTY_BOWL_G = 620

/** The kitchen as a device sees it: the facts it has read, folded by batch. */
export function createWatcher() {
  const streams = new Map<string, GrowingStream>()
  let seq = 0
  return {
    seq: () => seq,
    take(facts: readonly Fact[]): void {
      for (const fact of facts) {
        seq = Math.max(seq, fact.seq ?? 0)
        if (fact.streamKind !== 'batch') continue
        const stream = streams.get(fact.streamId) ?? growingStream(fact.streamId)
        streams.set(fact.streamId, stream)
        stream.merge([fact])
      }
    },
    /** The batch that has this channel now. */
    boundTo(channelId: string): BatchState | undefined {
      for (const { facts, state } of streams.values()) {
        if (!facts.some((f) => f.kind === 'channel.bound' && f.payload.channelId === channelId)) continue
        const now = state()
        const isBound =
          now?.of === 'batch' &&
          now.state.bindings.some((b) => b.channelId === channelId && b.toMs === undefined)
        if (isBound) return now.state
      }
      return undefined
    },
  }
}

/** What a sound probe would read, °C: the room, the bowl by the same physics as the plan, or the well it stands in. */
export function trueTempC(state: BatchState | undefined, nowMs: number, waterC = 62): number {
  const bowl = state && liveEmulsion(state, [], nowMs)
  if (!state || !bowl) return ROOM_C
  if (!state.hold) return bowl.tempC + BOWL_OFFSET_K
  const wellC = waterC - WELL_BELOW_WATER_K
  return (
    wellC + (bowl.tempC + BOWL_OFFSET_K - wellC) * Math.exp(-(nowMs - state.hold.startedAtMs) / WELL_TIME_MS)
  )
}

/** What a sound scale would read, g: the bowl and what is in it. */
export function trueMassG(state: BatchState | undefined, nowMs: number): number {
  const bowl = state && liveEmulsion(state, [], nowMs)
  return bowl ? EMPTY_BOWL_G + bowl.massG : 0
}
