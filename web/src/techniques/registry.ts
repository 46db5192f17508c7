import { techniqueOf, type BatchView, type FormulaStep, type TechniqueId } from '@liquamen/core'
import { defineAsyncComponent } from 'vue'
import EggStation from './eggEmulsion/Station.vue'
import { eggWords } from './eggEmulsion/words'
import ReduceStation from './reduce/Station.vue'
import { reduceWords } from './reduce/words'
import type { TechniqueRoom } from './technique'

/** The rooms. Adding a technique adds its folder and a line here; each bench is a chunk of its own, and what stands on the stove comes with the stove. */
export const ROOMS: Readonly<Record<TechniqueId, TechniqueRoom>> = {
  prepare: { Bench: defineAsyncComponent(() => import('./prepare/Bench.vue')) },
  reduce: {
    Bench: defineAsyncComponent(() => import('./reduce/Bench.vue')),
    Station: ReduceStation,
    Sums: defineAsyncComponent(() => import('./reduce/Sums.vue')),
    Record: defineAsyncComponent(() => import('./reduce/Record.vue')),
    words: reduceWords,
  },
  eggEmulsion: {
    Bench: defineAsyncComponent(() => import('./eggEmulsion/Bench.vue')),
    Station: EggStation,
    Sums: defineAsyncComponent(() => import('./eggEmulsion/Sums.vue')),
    Record: defineAsyncComponent(() => import('./eggEmulsion/Record.vue')),
    words: eggWords,
  },
  mount: {
    Bench: defineAsyncComponent(() => import('./mount/Bench.vue')),
    Sums: defineAsyncComponent(() => import('./mount/Sums.vue')),
  },
  brown: { Bench: defineAsyncComponent(() => import('./brown/Bench.vue')) },
  thicken: { Bench: defineAsyncComponent(() => import('./thicken/Bench.vue')) },
  simmer: { Bench: defineAsyncComponent(() => import('./simmer/Bench.vue')) },
  season: {
    Bench: defineAsyncComponent(() => import('./season/Bench.vue')),
    Record: defineAsyncComponent(() => import('./season/Record.vue')),
  },
  hold: { Bench: defineAsyncComponent(() => import('./hold/ToWell.vue')) },
  cool: { Bench: defineAsyncComponent(() => import('./cool/Bench.vue')) },
  serve: { Bench: defineAsyncComponent(() => import('./serve/Bench.vue')) },
}
/** The bench of a sauce that is put by, whatever step it stands at. */
export const HeldBench = defineAsyncComponent(() => import('./hold/Bench.vue'))

/** The room of a step. */
export const roomOf = (step: Pick<FormulaStep, 'technique'>): TechniqueRoom => ROOMS[techniqueOf(step).id]
/** The bench on which a batch is worked now. */
export function benchOf(view: BatchView) {
  if (view.hold) return HeldBench
  return view.step ? roomOf(view.step).Bench : undefined
}
