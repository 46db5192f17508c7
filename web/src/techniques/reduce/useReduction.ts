import {
  actualWalk,
  beatenInShare,
  boilState,
  clarityOf,
  massG as massOf,
  reductionChain,
  depthReading,
  flameAdvice,
  flameChoices,
  inferredFlame,
  onRing,
  heatRatio,
  LET_DOWN_WITH,
  levelReading,
  lookReading,
  overshootFixes,
  panSurroundings,
  ringPower,
  weighingReading,
  type BatchView,
  type Explanation,
  type HeatLevel,
  type KitchenCatalog,
  type Look,
  type ReadingPayload,
  type ReduceLive,
} from '@liquamen/core'
import { computed, type Ref } from 'vue'
import { useKitchen } from '../../port/useKitchen'
import type { Bench } from '../../bench/useBench'
import { texts } from '../../ui/texts'

const MINUTE_MS = 60_000
const LULL_MS = 60_000 // nothing else is due within a minute
const ROOM_C = 20
const DEFAULT_DEPTH_MM = 20

/** What a cook can do to a pan on its way down beside what every bench can: read it, turn the flame, lift it, let it down. */
export function useReduction(view: Ref<BatchView>, bench: Bench) {
  const kitchen = useKitchen()
  const { stepId, keep, keepAndShow, attemptAndShow } = bench
  const reduce = computed<ReduceLive | undefined>(() =>
    view.value.live?.kind === 'reduce' ? view.value.live : undefined,
  )
  const place = computed(() => ({
    pan: view.value.pan,
    ring: view.value.ring,
    settings: view.value.state.frozen?.settings ?? (kitchen.catalog as unknown as KitchenCatalog).settings,
  }))
  const depthMm = () => reduce.value?.depthMm ?? DEFAULT_DEPTH_MM
  const rateAt = (powerW: number) => boilState(panSurroundings(place.value, depthMm()), powerW).rateGPerS
  const powerAt = (level: HeatLevel) =>
    ringPower(place.value.ring, level, onRing(place.value.pan), place.value.settings.altitudeM).powerW
  const heatNow = () => view.value.state.heat ?? 'high'
  const ratioTo = (before: number, after: number) =>
    heatRatio({ before: rateAt(before), after: rateAt(after) })
  const flames = computed(() =>
    reduce.value && !view.value.state.isPanOff
      ? flameChoices(reduce.value, (level) => rateAt(powerAt(level)), heatNow(), kitchen.nowMs)
      : [],
  )
  /** When this pan must be down so that what follows still meets the pick-up. */
  function wantedByMs(): number {
    const { state, step, formula } = view.value
    const at = formula.steps.findIndex((s) => s.id === step?.id)
    const after = formula.steps.slice(at + 1).map((s) => s.id)
    const minutes = (state.plan?.steps ?? []).reduce(
      (sum, s) => sum + (after.includes(s.stepId) ? s.minutes.value : 0),
      0,
    )
    return (state.plan?.pickupAtMs ?? 0) - minutes * MINUTE_MS
  }
  const read = (make: (live: ReduceLive) => ReadingPayload, says: string) =>
    reduce.value ? keepAndShow('reading.taken', make(reduce.value), says) : Promise.resolve(false)

  return {
    reduce,
    weigh: (grossG: number) =>
      read((live) => weighingReading(live.stage, grossG, place.value.settings.scaleFactor), `${grossG} g`),
    dip: (mm: number) =>
      read((live) => depthReading(live.stage, place.value, mm, view.value.state.isPanOff), `${mm} mm`),
    see: (mm: number) => read((live) => levelReading(live.stage, mm, live.estimate.massG), `~${mm} mm`),
    look: (look: Look) =>
      read((live) => lookReading(live.stage, place.value, look, depthMm()), texts.bench.looks[look]),
    explain: (readingId: string, answer: Explanation) =>
      attemptAndShow(() => kitchen.record('reading.explained', view.value.state.id, { readingId, answer })),
    /** Something goes in at room temperature, or comes out as it is. */
    add: (ingredientId: string, massG: number) =>
      bench.add(
        ingredientId,
        massG,
        massG > 0 && reduce.value ? Math.max(0, reduce.value.stage.boilC - ROOM_C) : 0,
      ),
    turn: (level: HeatLevel) =>
      keepAndShow(
        'heat.changed',
        { stepId: stepId.value, level, ratio: ratioTo(powerAt(heatNow()), powerAt(level)) },
        texts.bench.levels[level],
      ),
    /** What a boil at a heat word beats into a stock on the way that is left, g of fat a litre; none where flour, cream or yolk hold it anyway. */
    beatsInGPerL(level: HeatLevel): number | undefined {
      const { state, step } = view.value
      const begin = actualWalk(state)?.find((w) => w.step.id === step?.id)?.begin
      const live = reduce.value
      if (!begin || !live || level === 'off' || clarityOf(begin) === undefined) return undefined
      const fatG = Math.max(0, begin.liquid.fat - begin.beatenG)
      const waterLeft = (massG: number) => Math.max(1, massG - (massOf(begin.liquid) - begin.liquid.water))
      const lnWater = Math.log(waterLeft(live.estimate.massG) / waterLeft(live.stage.targetMassG))
      return (1000 * fatG * beatenInShare(level, lnWater)) / Math.max(1, live.stage.targetVolumeMl)
    },
    /** All reductions of this batch with what goes in between. */
    chain: computed(() => {
      const walk = actualWalk(view.value.state)
      return walk ? reductionChain(walk) : []
    }),
    /** What each heat word would do from now on, and which way to turn it so that the pan is down when it is wanted. */
    flames,
    flameTurn: computed(() =>
      flames.value.length ? flameAdvice(flames.value, heatNow(), wantedByMs()) : undefined,
    ),
    /** The flame was turned without a word, as the readings say: asked about while nothing else presses. */
    turned: computed(() => {
      const { deadlines, state } = view.value
      const isLull = !deadlines.some((d) => d.atMs < kitchen.nowMs + LULL_MS)
      return reduce.value && isLull && !reduce.value.estimate.questions.length
        ? inferredFlame(state, reduce.value)
        : undefined
    }),
    /** Yes, it was turned to that: what was read since has told the loss already. */
    wasTurned: (level: HeatLevel) =>
      keepAndShow('heat.changed', { stepId: stepId.value, level, ratio: 1 }, texts.bench.levels[level]),
    halfHeatRatio: computed(() => ratioTo(powerAt(heatNow()), powerAt(heatNow()) / 2)),
    lift: () => keep('pan.lifted', { stepId: stepId.value }, texts.bench.lift),
    putBack: () => keepAndShow('pan.returned', { stepId: stepId.value }, texts.bench.back),
    /** What lets a sauce down that went past its target. */
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
