import { viewBatch, type FactKind, type KitchenCatalog, type Payloads } from '@liquamen/core'
import { ref } from 'vue'
import { lastDone } from '../port/lastDone'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'

/** What was done last and may be taken back. */
interface Undo {
  readonly factIds: readonly string[]
  readonly says: string
}
/** By batch, so that it outlives the bench of the step that it ended. */
const lastOf = new Map<string, ReturnType<typeof lastDone<Undo>>>()
function lastDoneOf(batchId: string): ReturnType<typeof lastDone<Undo>> {
  const last = lastOf.get(batchId) ?? lastDone<Undo>()
  lastOf.set(batchId, last)
  return last
}

/** How an act at a bench goes on record: kept or said not to be, with its undo, and with the forecast that the cook is shown after it. */
export function useActs(batchId: string) {
  const kitchen = useKitchen()
  const last = lastDoneOf(batchId)
  const problem = ref('')
  const offerUndo = (factIds: readonly string[], says: string) => last.offer({ factIds, says })

  const attempt = (act: () => Promise<unknown>) => last.during(() => tapped(act, problem))
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
    if (isKept) void tapped(showForecast, problem)
    return isKept
  }
  const making = <K extends FactKind>(kind: K, payload: Payloads[K], says: string) =>
    async function make() {
      offerUndo([await kitchen.record(kind, batchId, payload)], says)
    }

  return {
    undo: last.offered,
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
    takeBack: async () => {
      const done = last.take()
      if (done) await attempt(() => kitchen.takeBack(done.factIds, batchId, texts.bench.undone))
    },
  }
}
export type Acts = ReturnType<typeof useActs>
