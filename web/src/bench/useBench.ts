import {
  actualEnd,
  actualSalt,
  beginStage,
  boilState,
  depthReading,
  heatRatio,
  LET_DOWN_WITH,
  levelReading,
  lookReading,
  massG as massOf,
  netPowerW,
  overshootFixes,
  panSurroundings,
  radiusAtMm,
  saltOnPlateFrac,
  temperatureReading,
  viewBatch,
  weighingReading,
  type AlarmName,
  type BatchState,
  type BatchView,
  type Explanation,
  type FactKind,
  type HeatLevel,
  type KitchenCatalog,
  type Look,
  type Payloads,
  type ReadingPayload,
  type ReduceLive,
} from '@liquamen/core'
import { computed, ref, shallowReactive, type Ref } from 'vue'
import { Refusal } from '../port/api'
import { useKitchen } from '../port/useKitchen'
import { kitchenNowMs } from '../port/clock'
import type { Entry } from '../port/makeFact'
import { tempText } from '../ui/format'
import { texts } from '../ui/texts'
import { useLighting } from './useLighting'

const UNDO_MS = 8000
const ROOM_C = 20
const NEAR_BOIL_C = 96
const DEFAULT_DEPTH_MM = 20

/** A step that is about to be ended long before its end, asked about once. */
export interface EarlyEnd {
  readonly stepId: string
  readonly leftMs: number
}
const EARLY_SHARE = 0.5 // of its least minutes
const EARLY_FROM_MS = 60_000

/** What was done last and may be taken back. */
interface Undo {
  readonly factIds: readonly string[]
  readonly says: string
}
/** By batch, so that it outlives the bench of the step that it ended. */
const offered = shallowReactive(new Map<string, Undo>())
function offer(batchId: string, undo: Undo): void {
  offered.set(batchId, undo)
  window.setTimeout(() => {
    if (offered.get(batchId) === undo) offered.delete(batchId)
  }, UNDO_MS)
}

/** What a cook can do at the bench of one batch; every act is a fact, and one that was not kept says so. */
export function useBench(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  const id = view.value.state.id
  const undo = computed(() => offered.get(id))
  const problem = ref('')
  const early = ref<EarlyEnd>()

  const offerUndo = (factIds: readonly string[], says: string) => offer(id, { factIds, says })
  /** Does what a tap asks for. @returns whether it was kept; where not, `problem` says why */
  async function attempt(act: () => Promise<unknown>): Promise<boolean> {
    try {
      await act()
      problem.value = ''
      return true
    } catch (error) {
      problem.value =
        error instanceof Refusal
          ? texts.bench.notKept(error.problem.title)
          : texts.bench.notKept(texts.app.failedTap)
      if (!(error instanceof Refusal)) throw error
      return false
    }
  }
  const takeBack = () =>
    attempt(async () => {
      const last = offered.get(id)
      offered.delete(id)
      if (last) await kitchen.takeBack(last.factIds, id, texts.bench.undone)
    })
  /** Makes a fact of this batch and offers to take it back. */
  const keep = <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
    attempt(async () => offerUndo([await kitchen.record(kind, id, payload)], says))

  const stepId = computed(() => view.value.step?.id ?? '')
  const reduce = computed<ReduceLive | undefined>(() =>
    view.value.live?.kind === 'reduce' ? view.value.live : undefined,
  )
  const place = computed(() => ({
    pan: view.value.pan,
    ring: view.value.ring,
    settings: view.value.state.frozen?.settings ?? (kitchen.catalog as unknown as KitchenCatalog).settings,
  }))
  const depthMm = () => reduce.value?.depthMm ?? DEFAULT_DEPTH_MM
  const baseMm = () => 2 * radiusAtMm(place.value.pan.profile, place.value.pan.profile.heightMm * 0.2)

  /** A forecast that is shown is itself a fact: the record keeps what the cook saw. */
  async function showForecast(): Promise<string | undefined> {
    const state = kitchen.batches.get(id)
    const fresh =
      state && kitchen.catalog
        ? viewBatch(state, kitchen.catalog as unknown as KitchenCatalog, kitchenNowMs())
        : undefined
    if (fresh?.live?.kind !== 'reduce') return undefined
    const { clock, estimate, stage } = fresh.live
    const round = (ms: number | undefined) => (ms === undefined ? null : Math.round(ms))
    return kitchen.record('forecast.shown', id, {
      stepId: stage.stepId,
      massG: Math.round(estimate.massG * 10) / 10,
      targetMassG: Math.round(stage.targetMassG * 10) / 10,
      p10AtMs: round(clock.lowAtMs),
      p50AtMs: round(clock.targetAtMs),
      p90AtMs: round(clock.highAtMs),
      modelVersion: stage.modelVersion,
    })
  }

  /** As `attempt`; what it makes of the forecast goes on record after it, and nobody waits for that. */
  async function attemptAndShow(act: () => Promise<unknown>): Promise<boolean> {
    const isKept = await attempt(act)
    if (isKept) void attempt(showForecast)
    return isKept
  }
  /** As `keep`, with the forecast that follows. */
  const keepAndShow = <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
    attemptAndShow(async () => offerUndo([await kitchen.record(kind, id, payload)], says))
  const read = (payload: ReadingPayload, says: string) => keepAndShow('reading.taken', payload, says)
  const readStage = (make: (live: ReduceLive) => ReadingPayload, says: string) =>
    reduce.value ? read(make(reduce.value), says) : Promise.resolve(false)
  /** The plan of a reduction as it would start now, with what the same tap puts on record taken as done. */
  function stageOf(stepId: string, soon: Partial<BatchState>) {
    const state = kitchen.batches.get(id)
    return state && beginStage({ ...state, ...soon }, stepId)
  }
  const rateAt = (powerW: number) => boilState(panSurroundings(place.value, depthMm()), powerW).rateGPerS
  const powerAt = (level: HeatLevel) =>
    netPowerW(place.value.ring.heater, level, baseMm(), place.value.settings.altitudeM)

  /** The entry that begins a step; a reduction brings its plan along. */
  function starting(nextId: string, soon: Partial<BatchState> = {}): Entry {
    const stage = stageOf(nextId, soon)
    return { kind: 'step.started', streamId: id, payload: { stepId: nextId, ...(stage ? { stage } : {}) } }
  }
  const lighting = useLighting(view, starting)
  /** How long before its end a step is, where that is so early that a wet finger is likelier than a quick cook. */
  function earlyMs(): number | undefined {
    const { live } = view.value
    if (live?.kind !== 'timed') return undefined
    const leftMs = live.lowAtMs - kitchenNowMs()
    return leftMs > Math.max(EARLY_FROM_MS, EARLY_SHARE * (live.lowAtMs - live.startedAtMs))
      ? leftMs
      : undefined
  }
  /** Ends the step and goes to the next; a reduction ends with the mass believed in. Long before its end it asks once. */
  async function finishStep(isSure = false): Promise<boolean> {
    const { step, formula, state } = view.value
    if (!step) return false
    const leftMs = earlyMs()
    if (leftMs !== undefined && !isSure && early.value?.stepId !== step.id) {
      early.value = { stepId: step.id, leftMs }
      return false
    }
    early.value = undefined
    // after a step that was taken up again the work goes on where it stood
    const next = formula.steps
      .slice(formula.steps.indexOf(step) + 1)
      .find((s) => state.steps[s.id]?.finishedAtMs === undefined)
    const massG = reduce.value
      ? { massG: Math.max(0, Math.round(reduce.value.estimate.massG * 10) / 10) }
      : {}
    return attemptAndShow(async () => {
      const ends: Entry = { kind: 'step.finished', streamId: id, payload: { stepId: step.id, ...massG } }
      const ended = { ...state.steps[step.id], finishedAtMs: kitchenNowMs(), ...massG }
      const begins = next ? [starting(next.id, { steps: { ...state.steps, [step.id]: ended } })] : []
      const made = await kitchen.recordAll([ends, ...begins])
      offerUndo(made.toReversed(), texts.bench.stepUndone(step.verb))
    })
  }

  return {
    undo,
    problem,
    early,
    takeBack,
    keep,
    attempt,
    stepId,
    reduce,
    weigh: (grossG: number) => readStage((live) => weighingReading(live.stage, grossG), `${grossG} g`),
    dip: (mm: number) =>
      readStage((live) => depthReading(live.stage, place.value, mm, view.value.state.isPanOff), `${mm} mm`),
    see: (mm: number) => readStage((live) => levelReading(live.stage, mm, live.estimate.massG), `~${mm} mm`),
    heatOf: (tempC: number) => read(temperatureReading({ stepId: stepId.value }, tempC), tempText(tempC)),
    look: (look: Look) =>
      readStage((live) => lookReading(live.stage, place.value, look, depthMm()), texts.bench.looks[look]),
    explain: (readingId: string, answer: Explanation) =>
      attemptAndShow(() => kitchen.record('reading.explained', id, { readingId, answer })),
    /** Something goes in or, negative, comes out. */
    add: (ingredientId: string, massG: number) =>
      keepAndShow(
        'addition.made',
        {
          stepId: stepId.value,
          ingredientId,
          massG,
          sdG: Math.max(2, Math.abs(massG) * 0.02),
          coolerByK: massG > 0 ? Math.max(0, (reduce.value?.stage.boilC ?? NEAR_BOIL_C) - ROOM_C) : 0,
        },
        `${massG} g`,
      ),
    turn(level: HeatLevel) {
      const before = view.value.state.heat ?? 'high'
      const ratio = heatRatio({ before: rateAt(powerAt(before)), after: rateAt(powerAt(level)) })
      return keepAndShow('heat.changed', { stepId: stepId.value, level, ratio }, texts.bench.levels[level])
    },
    halfHeatRatio: computed(() => {
      const powerW = powerAt(view.value.state.heat ?? 'high')
      return heatRatio({ before: rateAt(powerW), after: rateAt(powerW / 2) })
    }),
    lift: () => keep('pan.lifted', { stepId: stepId.value }, texts.bench.lift),
    putBack: () => keepAndShow('pan.returned', { stepId: stepId.value }, texts.bench.back),
    weighIn: (itemId: string, ingredientId: string, massG: number) =>
      keep('ingredient.weighed', { itemId, ingredientId, massG }, `${massG} g`),
    /** Says that a look was taken: the next one is counted from here. */
    answer: (alarm: AlarmName) => keep('alarm.silenced', { alarm, stepId: stepId.value }, texts.bench.looked),
    ringTaken: lighting.taken,
    waitForRing: lighting.wait,
    start: () => attemptAndShow(lighting.start),
    startElsewhere: () => attemptAndShow(lighting.startElsewhere),
    begin: (nextId: string) => attemptAndShow(() => kitchen.recordAll([starting(nextId)])),
    finishStep,
    /** The question whether a step is done so early was answered with no. */
    stay: () => {
      early.value = undefined
    },
    /** Takes the end of a step back that was ended by mistake, however long ago: the step before stands again. */
    reopen: (stepToReopen: string) =>
      attempt(async () => {
        const facts = kitchen.factsOf(id)
        const lastOf = (kind: FactKind, of: string) =>
          facts.findLast((f) => f.kind === kind && (f.payload as { stepId?: string }).stepId === of)?.id
        const { step } = view.value
        const gone = [step && lastOf('step.started', step.id), lastOf('step.finished', stepToReopen)]
        await kitchen.takeBack(
          gone.filter((factId) => factId !== undefined),
          id,
          texts.bench.takenUpAgain,
        )
      }),
    salt: (massG: number) =>
      attempt(async () => {
        const end = actualEnd(view.value.state)
        const salted = end && { ...end, liquid: { ...end.liquid, salt: end.liquid.salt + massG } }
        const saltFrac = salted && massOf(salted.liquid) > 0 ? saltOnPlateFrac(salted) : 1
        offerUndo([await kitchen.record('salt.added', id, { massG, saltFrac })], `${massG} g`)
      }),
    saltNow: computed(() => actualSalt(view.value.state)),
    serve: (portions: number, orderId: string | null) =>
      keep('portion.served', { portions, orderId }, texts.bench.servedUndo(portions)),
    finish: (result: 'served' | 'stored' | 'discarded' | 'merged', reason = '') =>
      attempt(() => kitchen.record('batch.finished', id, { result, reason })),
    fixes: computed(() =>
      reduce.value && view.value.state.frozen
        ? overshootFixes(
            reduce.value.stage,
            reduce.value.estimate.massG,
            view.value.state.frozen.ingredients.filter((i) => LET_DOWN_WITH.includes(i.id)),
          )
        : [],
    ),
  }
}
export type Bench = ReturnType<typeof useBench>
