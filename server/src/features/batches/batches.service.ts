import { problem, type BatchQuery, type BatchRow, type Samples } from '@liquamen/contracts'
import { compareFacts, foldBatch, liftFact, type BatchState, type Fact, type LessonRow } from '@liquamen/core'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { StoredFact } from '../../log/chain'
import { readStreams } from '../../log/facts.repo'
import { batchCsv, listCsv, temperaturesCsv } from './batchCsv'
import { listBatches, listLessons } from './batches.repo'

/** What the batches' records lean on: files for export, channels for temperatures. */
export interface BatchesNeeds {
  readonly database: Database
  readonly clock: () => number
  readonly files: {
    readonly exportBatch: (
      kitchenId: string,
      id: string,
    ) => Promise<{ readonly facts: readonly unknown[] } | undefined>
  }
  readonly channels: {
    readonly read: (kitchenId: string, channelId: string, fromMs: number, toMs: number) => Promise<Samples>
  }
}

/** The Log: lines by day and sauce, a batch's facts, and both as CSV. */
export function createBatchesService({ database, clock, files, channels }: BatchesNeeds) {
  const notHere = () =>
    new ProblemError(problem(404, 'unknownBatch', 'There is no such batch in this kitchen.'))
  async function facts(kitchenId: string, id: string): Promise<StoredFact[]> {
    const found = await database.inKitchen(kitchenId, (tx) => readStreams(tx, [id]))
    if (found.length === 0) throw notHere()
    return found
  }
  const fold = (id: string, of: readonly Fact[]): BatchState =>
    foldBatch(id, of.map(liftFact).sort(compareFacts))
  const list = (kitchenId: string, query: BatchQuery): Promise<BatchRow[]> =>
    database.inKitchen(kitchenId, (tx) => listBatches(tx, query))
  async function exported(kitchenId: string, id: string) {
    const file = await files.exportBatch(kitchenId, id)
    if (!file) throw notHere()
    return file
  }
  return {
    list,
    facts,
    lessons: (kitchenId: string, formulaId?: string): Promise<LessonRow[]> =>
      database.inKitchen(kitchenId, (tx) => listLessons(tx, formulaId)),
    listAsCsv: async (kitchenId: string, query: BatchQuery): Promise<string> =>
      listCsv(await list(kitchenId, query)),
    /** The whole batch with its orders, as a file in the open format. */
    asJson: async (kitchenId: string, id: string): Promise<string> =>
      JSON.stringify(await exported(kitchenId, id), null, 1),
    asCsv: async (kitchenId: string, id: string): Promise<string> =>
      batchCsv(id, (await exported(kitchenId, id)).facts as never),
    /** Every sample of every probe that stood in it, while it stood there. */
    async temperaturesAsCsv(kitchenId: string, id: string): Promise<string> {
      const own = await facts(kitchenId, id)
      const logs = await Promise.all(
        fold(id, own)
          .bindings.filter((b) => b.place !== 'scale')
          .map(async (binding) => ({
            binding,
            samples: (
              await channels.read(kitchenId, binding.channelId, binding.fromMs, binding.toMs ?? clock())
            ).samples,
          })),
      )
      return temperaturesCsv(id, own, logs)
    },
  }
}
export type BatchesService = ReturnType<typeof createBatchesService>
