import {
  COOLING_PLACES,
  growingStream,
  liveEmulsion,
  liveEstimate,
  type BatchState,
  type Fact,
  type GrowingStream,
} from '@liquamen/core'

const ROOM_C = 23
const WELL_BELOW_WATER_K = 2
const WELL_TIME_MS = 12 * 60_000
const BOWL_OFFSET_K = 0.4 // the stand-in's bowl is not quite the model's
const EMPTY_BOWL_G = 620
const BOILS_SLOWER = 0.93 // nor is its stove
const COOLS_SLOWER = 1.1
const COOLS_FROM_C = 88

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

/** The step that is worked, and since when. */
function workedStep(state: BatchState) {
  const step = state.frozen?.formula.steps.find((s) => s.id === state.currentStepId)
  const startedAtMs = step && state.steps[step.id]?.startedAtMs
  return step && startedAtMs !== undefined ? { step, startedAtMs } : undefined
}

/** A base on its way down: by its vessel's own time constant where it stands, a little slower than foretold. */
function coolingC(state: BatchState, nowMs: number): number | undefined {
  const worked = workedStep(state)
  const work = state.plan?.steps.find((s) => s.stepId === worked?.step.id)?.work
  if (!worked || work?.kind !== 'cool') return undefined
  const placed = state.stageFacts.findLast((f) => f.kind === 'cooling.placed')
  const option =
    work.options.find((o) => placed?.kind === 'cooling.placed' && o.place === placed.payload.place) ??
    work.options[0]
  const aroundC = COOLING_PLACES[option?.place ?? 'walkIn'].aroundC
  const tauMs = (option?.tauMin ?? 60) * COOLS_SLOWER * 60_000
  return aroundC + (COOLS_FROM_C - aroundC) * Math.exp(-(nowMs - worked.startedAtMs) / tauMs)
}

/** What a sound probe would read, °C: the room, the bowl by the same physics as the plan, the well it stands in, or a base that cools. */
export function trueTempC(state: BatchState | undefined, nowMs: number, waterC = 62): number {
  const cooling = state && coolingC(state, nowMs)
  if (cooling !== undefined) return cooling
  const bowl = state && liveEmulsion(state, [], nowMs)
  if (!state || !bowl) return ROOM_C
  if (!state.hold) return bowl.tempC + BOWL_OFFSET_K
  const wellC = waterC - WELL_BELOW_WATER_K
  return (
    wellC + (bowl.tempC + BOWL_OFFSET_K - wellC) * Math.exp(-(nowMs - state.hold.startedAtMs) / WELL_TIME_MS)
  )
}

/** A pan on its way down, g with all: its own pace, a little behind what is foretold. */
function reducingG(state: BatchState, nowMs: number): number | undefined {
  const worked = workedStep(state)
  const stage = worked && state.steps[worked.step.id]?.stage
  if (!worked || !stage) return undefined
  const unread = state.stageFacts.filter((f) => f.kind !== 'reading.taken')
  const foretold = liveEstimate(stage, unread, { startedAtMs: worked.startedAtMs, nowMs }).massG
  const liquidG = stage.startMassG - BOILS_SLOWER * (stage.startMassG - foretold)
  return stage.tareG + stage.inPan.massG + Math.max(0, liquidG)
}

/** What a sound scale would read, g: the bowl or the pan, and what is in it. */
export function trueMassG(state: BatchState | undefined, nowMs: number): number {
  if (!state) return 0
  const pan = reducingG(state, nowMs)
  if (pan !== undefined) return pan
  const bowl = liveEmulsion(state, [], nowMs)
  return bowl ? EMPTY_BOWL_G + bowl.massG : 0
}
