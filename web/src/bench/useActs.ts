import { viewBatch, type FactKind, type KitchenCatalog, type Payloads } from '@liquamen/core'
import { computed, ref, shallowReactive } from 'vue'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'

const UNDO_MS = 8000

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

/** How an act at a bench goes on record: kept or said not to be, with its undo, and with the forecast that the cook is shown after it. */
export function useActs(batchId: string) {
  const kitchen = useKitchen()
  const undo = computed(() => offered.get(batchId))
  const problem = ref('')
  const offerUndo = (factIds: readonly string[], says: string) => offer(batchId, { factIds, says })

  const attempt = (act: () => Promise<unknown>) => tapped(act, problem)
  /** A forecast that is shown is itself a fact: the record keeps what the cook saw. */
  async function showForecast(): Promise<void> {
    const state = kitchen.batches.get(batchId)
    const catalog = kitchen.catalog as unknown as KitchenCatalog | undefined
    const forecast = state && catalog && viewBatch(state, catalog, kitchen.exactNowMs())?.forecast
    if (forecast) await kitchen.record('forecast.shown', batchId, forecast)
  }
  /** As `attempt`; what it makes of the forecast goes on record after it, and nobody waits for that. */
  async function attemptAndShow(act: () => Promise<unknown>): Promise<boolean> {
    const isKept = await attempt(act)
    if (isKept) void attempt(showForecast)
    return isKept
  }
  const making = <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
    async function make() {
      offerUndo([await kitchen.record(kind, batchId, payload)], says)
    }

  return {
    undo,
    problem,
    offerUndo,
    attempt,
    attemptAndShow,
    /** Makes a fact of this batch and offers to take it back. */
    keep: <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
      attempt(making(kind, payload, says)),
    /** As `keep`, with the forecast that follows. */
    keepAndShow: <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
      attemptAndShow(making(kind, payload, says)),
    /** Takes back what was done last. */
    takeBack: () =>
      attempt(async () => {
        const last = offered.get(batchId)
        offered.delete(batchId)
        if (last) await kitchen.takeBack(last.factIds, batchId, texts.bench.undone)
      }),
  }
}
export type Acts = ReturnType<typeof useActs>
