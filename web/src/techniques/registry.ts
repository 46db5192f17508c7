import { techniqueOf, type BatchView, type FormulaStep, type TechniqueId } from '@liquamen/core'
import { defineAsyncComponent, type Component } from 'vue'
import MissingBench from './MissingBench.vue'
import EggStation from './eggEmulsion/Station.vue'
import { eggWords } from './eggEmulsion/words'
import ReduceStation from './reduce/Station.vue'
import { reduceWords } from './reduce/words'
import type { TechniqueRoom } from './technique'

const loads: (() => Promise<unknown>)[] = []
/** A bench as a chunk of its own; where it cannot be had, since the server is out of reach, it says so. */
function bench(load: () => Promise<{ default: Component }>) {
  loads.push(load)
  return defineAsyncComponent({ loader: load, errorComponent: MissingBench })
}
/** Brings every bench onto this device: a sauce that was begun can be finished when the server is gone, also where no service worker may run. */
export const keepBenches = (): Promise<unknown> => Promise.allSettled(loads.map((load) => load()))

/** The rooms. Adding a technique adds its folder and a line here; each bench is a chunk of its own, and what stands on the stove comes with the stove. */
export const ROOMS: Readonly<Record<TechniqueId, TechniqueRoom>> = {
  prepare: { Bench: bench(() => import('./prepare/Bench.vue')) },
  reduce: {
    Bench: bench(() => import('./reduce/Bench.vue')),
    Station: ReduceStation,
    Sums: defineAsyncComponent(() => import('./reduce/Sums.vue')),
    Record: defineAsyncComponent(() => import('./reduce/Record.vue')),
    words: reduceWords,
  },
  eggEmulsion: {
    Bench: bench(() => import('./eggEmulsion/Bench.vue')),
    Station: EggStation,
    Beside: bench(() => import('./eggEmulsion/ClarifyLine.vue')),
    Sums: defineAsyncComponent(() => import('./eggEmulsion/Sums.vue')),
    Record: defineAsyncComponent(() => import('./eggEmulsion/Record.vue')),
    words: eggWords,
  },
  mount: {
    Bench: bench(() => import('./mount/Bench.vue')),
    Sums: defineAsyncComponent(() => import('./mount/Sums.vue')),
  },
  brown: { Bench: bench(() => import('./brown/Bench.vue')) },
  thicken: { Bench: bench(() => import('./thicken/Bench.vue')) },
  simmer: { Bench: bench(() => import('./simmer/Bench.vue')) },
  season: {
    Bench: bench(() => import('./season/Bench.vue')),
    Record: defineAsyncComponent(() => import('./season/Record.vue')),
  },
  hold: { Bench: bench(() => import('./hold/ToWell.vue')) },
  cool: { Bench: bench(() => import('./cool/Bench.vue')) },
  serve: { Bench: bench(() => import('./serve/Bench.vue')) },
}
/** The bench of a sauce that is put by, whatever step it stands at. */
export const HeldBench = bench(() => import('./hold/Bench.vue'))

/** The room of a step. */
export const roomOf = (step: Pick<FormulaStep, 'technique'>): TechniqueRoom => ROOMS[techniqueOf(step).id]
/** The bench on which a batch is worked now. */
export function benchOf(view: BatchView) {
  if (view.hold) return HeldBench
  return view.step ? roomOf(view.step).Bench : undefined
}
