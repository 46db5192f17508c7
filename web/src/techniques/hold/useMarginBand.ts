import type { BatchView, MinutesBand } from '@liquamen/core'
import { computed, shallowReactive, toRaw, watch, type Ref } from 'vue'
import type { FuturesAsked, FuturesTold } from './futures.worker'

/** As many futures a sauce; eight wells together are ten thousand. */
const FUTURES = 1250
const MINUTE_MS = 60_000

const bands = shallowReactive(new Map<string, MinutesBand>())
let worker: Worker | undefined
/** One worker for all wells, from the first question on; a browser without has no bands. */
function workerOfWells(): Worker | undefined {
  if (worker || typeof Worker === 'undefined') return worker
  worker = new Worker(new URL('./futures.worker.ts', import.meta.url), { type: 'module' })
  worker.onmessage = ({ data }: MessageEvent<FuturesTold>) => bands.set(data.batchId, data.band)
  return worker
}
const seedOf = (id: string) => [...id].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) | 0, 7)

/** When a held sauce's wait may end, ms: eight in ten of its futures lie between. Worked out anew whenever how it stands is. */
export function useMarginBand(view: Ref<BatchView | undefined>) {
  const held = computed(() => view.value?.hold?.held)
  watch(
    held,
    (now) => {
      const { course } = now ?? {}
      if (!course || !view.value) return
      const asked: FuturesAsked = {
        batchId: view.value.state.id,
        course: toRaw(course),
        futures: FUTURES,
        seed: seedOf(view.value.state.id),
      }
      workerOfWells()?.postMessage(asked)
    },
    { immediate: true },
  )
  return computed(() => {
    const band = view.value && bands.get(view.value.state.id)
    const { margin, course } = held.value ?? {}
    if (!band || !course || !margin || margin.binds === 'clock') return undefined
    const fromMs = margin.atMs - margin.min * MINUTE_MS
    return { lowAtMs: fromMs + band.low * MINUTE_MS, highAtMs: fromMs + band.high * MINUTE_MS }
  })
}
