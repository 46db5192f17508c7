import {
  boilState,
  depthReading,
  heatedBaseMm,
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
    ringPower(place.value.ring, level, heatedBaseMm(place.value.pan), place.value.settings.altitudeM).powerW
  const heatNow = () => view.value.state.heat ?? 'high'
  const ratioTo = (before: number, after: number) =>
    heatRatio({ before: rateAt(before), after: rateAt(after) })
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
