import { tempText } from '../shared/format'
import {
  actualContents,
  actualSalt,
  beginStage,
  boilState,
  depthReading,
  heatRatio,
  levelReading,
  lookReading,
  netPowerW,
  overshootFixes,
  panSurroundings,
  radiusAtMm,
  temperatureReading,
  weighingReading,
  type Explanation,
  type FactKind,
  type HeatLevel,
  type Look,
  type Payloads,
  type ReadingPayload,
  type StepState,
} from '@liquamen/core'
import { computed, ref, type Ref } from 'vue'
import type { BatchView } from '../kitchen/batchView'
import { viewBatch } from '../kitchen/batchView'
import { kitchenNowMs } from '../kitchen/clock'
import { useKitchen } from '../kitchen/kitchen.store'

const UNDO_MS = 8000
const ROOM_C = 20

/** What a cook can do at the bench of one batch; every act is a fact. */
export function useBench(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  const id = view.value.state.id
  const undo = ref<{ factId: string; says: string }>()
  let undoTimer = 0

  function offerUndo(factId: string, says: string): void {
    window.clearTimeout(undoTimer)
    undo.value = { factId, says }
    undoTimer = window.setTimeout(() => {
      undo.value = undefined
    }, UNDO_MS)
  }
  async function takeBack(): Promise<void> {
    const last = undo.value
    undo.value = undefined
    if (last) await kitchen.takeBack(last.factId, id, 'undone at the bench')
  }
  /** Makes a fact of this batch and offers to take it back. */
  async function keep<K extends FactKind>(kind: K, payload: Payloads[K], says: string): Promise<string> {
    const factId = await kitchen.record(kind, id, payload)
    offerUndo(factId, says)
    return factId
  }
  const stepId = computed(() => view.value.step?.id ?? '')
  const place = computed(() => ({
    pan: view.value.pan,
    ring: view.value.ring,
    settings: view.value.state.frozen?.settings ?? kitchen.catalog!.settings,
  }))

  /** A forecast that is shown is itself a fact: the record keeps what the cook saw. */
  async function showForecast(): Promise<void> {
    const state = kitchen.batches.get(id)
    const fresh = state && kitchen.catalog ? viewBatch(state, kitchen.catalog as never, kitchenNowMs()) : undefined
    if (!fresh?.live) return
    const { clock, estimate, stage } = fresh.live
    const round = (ms: number | undefined) => (ms === undefined ? null : Math.round(ms))
    await kitchen.record('forecast.shown', id, {
      stepId: stage.stepId,
      massG: Math.round(estimate.massG * 10) / 10,
      targetMassG: Math.round(stage.targetMassG * 10) / 10,
      p10AtMs: round(clock.lowAtMs),
      p50AtMs: round(clock.targetAtMs),
      p90AtMs: round(clock.highAtMs),
      modelVersion: stage.modelVersion,
    })
  }

  async function read(payload: ReadingPayload, says: string): Promise<void> {
    offerUndo(await kitchen.record('reading.taken', id, payload), says)
    await showForecast()
  }
  const stage = computed(() => view.value.live?.stage)
  /** The plan of a reduction as it would start now, with steps taken as ended that are about to end. */
  function stageOf(stepId: string, ending: Readonly<Record<string, StepState>> = {}) {
    const state = kitchen.batches.get(id)
    return state && beginStage({ ...state, steps: { ...state.steps, ...ending } }, stepId)
  }
  const rateAt = (level: HeatLevel) => {
    const diameterMm = 2 * radiusAtMm(place.value.pan.profile, place.value.pan.profile.heightMm * 0.2)
    return boilState(
      panSurroundings(place.value, view.value.live?.depthMm ?? 20),
      netPowerW(place.value.ring.heater, level, diameterMm, place.value.settings.altitudeM),
    ).rateGPerS
  }

  return {
    undo,
    takeBack,
    keep,
    stepId,
    weigh: (grossG: number) => stage.value && read(weighingReading(stage.value, grossG), `${grossG} g`),
    dip: (depthMm: number) =>
      stage.value && read(depthReading(stage.value, place.value, depthMm, view.value.state.isPanOff), `${depthMm} mm`),
    see: (depthMm: number) =>
      stage.value && read(levelReading(stage.value, depthMm, view.value.live?.estimate.massG ?? 0), `~${depthMm} mm`),
    heatOf: (tempC: number) => stage.value && read(temperatureReading(stage.value, tempC), tempText(tempC)),
    look: (look: Look) => stage.value && read(lookReading(stage.value, place.value, look, view.value.live?.depthMm ?? 20), look),
    explain: (readingId: string, answer: Explanation) => kitchen.record('reading.explained', id, { readingId, answer }).then(showForecast),
    /** Something goes in or, negative, comes out. */
    async add(ingredientId: string, massG: number) {
      offerUndo(
        await kitchen.record('addition.made', id, {
          stepId: stepId.value,
          ingredientId,
          massG,
          sdG: Math.max(2, Math.abs(massG) * 0.02),
          coolerByK: massG > 0 ? Math.max(0, (stage.value?.boilC ?? 96) - ROOM_C) : 0,
        }),
        `${massG} g`,
      )
      await showForecast()
    },
    async turn(level: HeatLevel) {
      const before = view.value.state.heat ?? 'high'
      offerUndo(
        await kitchen.record('heat.changed', id, {
          stepId: stepId.value,
          level,
          ratio: heatRatio({ before: rateAt(before), after: rateAt(level) }),
        }),
        level,
      )
      await showForecast()
    },
    halfHeatRatio: computed(() => {
      const d = 2 * radiusAtMm(place.value.pan.profile, place.value.pan.profile.heightMm * 0.2)
      const p = netPowerW(place.value.ring.heater, view.value.state.heat ?? 'high', d, place.value.settings.altitudeM)
      const at = panSurroundings(place.value, view.value.live?.depthMm ?? 20)
      return heatRatio({ before: boilState(at, p).rateGPerS, after: boilState(at, p / 2).rateGPerS })
    }),
    lift: () => kitchen.record('pan.lifted', id, { stepId: stepId.value }),
    async putBack() {
      await kitchen.record('pan.returned', id, { stepId: stepId.value })
      await showForecast()
    },
    weighIn: async (itemId: string, ingredientId: string, massG: number) =>
      offerUndo(await kitchen.record('ingredient.weighed', id, { itemId, ingredientId, massG }), `${massG} g`),
    /** Lights the ring: everything the batch depends on is frozen with it. */
    async start() {
      const { state, formula, pan, ring } = view.value
      const catalog = kitchen.catalog
      if (!state.plan || !catalog) return
      const used = new Set([...state.plan.weighOut.map((l) => l.ingredientId), 'water', 'brownStock'])
      await kitchen.record('batch.started', id, {
        frozen: {
          formula,
          pan,
          ring,
          settings: catalog.settings,
          ingredients: [...kitchen.ingredients.values()].filter((i) => used.has(i.id)),
        },
        plan: state.plan,
      })
      await this.begin(formula.steps[0]?.id ?? '')
    },
    async begin(nextId: string, staged = stageOf(nextId)) {
      await kitchen.record('step.started', id, { stepId: nextId, ...(staged ? { stage: staged } : {}) })
      await showForecast()
    },
    /** Ends the step and goes to the next; a reduction ends with the mass believed in. */
    async finishStep() {
      const { step, formula, live } = view.value
      if (!step) return
      const next = formula.steps[formula.steps.indexOf(step) + 1]
      const massG = live ? { massG: Math.round(live.estimate.massG * 10) / 10 } : {}
      // the next reduction is worked out before this one ends, so that no tap falls between them
      const staged = next && stageOf(next.id, { [step.id]: { ...view.value.state.steps[step.id], finishedAtMs: kitchenNowMs(), ...massG } })
      const factId = await kitchen.record('step.finished', id, { stepId: step.id, ...massG })
      if (next) await this.begin(next.id, staged)
      else offerUndo(factId, step.verb)
    },
    salt: async (massG: number) => {
      const contents = actualContents(view.value.state)
      const total = contents ? Object.entries(contents.liquid).reduce((sum, [k, g]) => sum + (k === 'acidEqFixed' ? 0 : g), 0) + massG : 1
      offerUndo(await kitchen.record('salt.added', id, { massG, saltFrac: ((contents?.liquid.salt ?? 0) + massG) / total }), `${massG} g`)
    },
    saltNow: computed(() => (view.value.step?.technique === 'season' ? actualSalt(view.value.state) : undefined)),
    serve: async (portions: number, orderId: string | null) =>
      offerUndo(await kitchen.record('portion.served', id, { portions, orderId }), `${portions}`),
    finish: (result: 'served' | 'discarded' | 'merged', reason = '') => kitchen.record('batch.finished', id, { result, reason }),
    fixes: computed(() =>
      view.value.live && view.value.state.frozen
        ? overshootFixes(
            view.value.live.stage,
            view.value.live.estimate.massG,
            view.value.state.frozen.ingredients.filter((i) => i.id === 'water' || i.id === 'brownStock'),
          )
        : [],
    ),
  }
}
