import { problem, type ExportFile } from '@liquamen/contracts'
import { liftFact } from '@liquamen/core'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { asRecorded } from '../../log/chain'
import { readStreams } from '../../log/facts.repo'
import type { Recorder } from '../../log/intake'
import { detailsIn, headOfKitchen, kitchenFile } from './exportKitchen'
import { importInto, type Imported } from './importKitchen'
import { readKitchenFile } from './readKitchenFile'

/** Kitchens and batches as files in the open format. */
export function createFilesService({ database, clock, intake }: Recorder) {
  return {
    /** The whole kitchen, as it stands at one moment, given piece by piece. */
    writeKitchen: (kitchenId: string, write: (piece: string) => Promise<unknown>): Promise<void> =>
      database.inSnapshot(kitchenId, async (tx) => {
        for await (const piece of kitchenFile(tx, kitchenId, clock())) await write(piece)
      }),
    /** One batch with the orders it was made for; undefined where there is none. */
    exportBatch: (kitchenId: string, batchId: string): Promise<ExportFile | undefined> =>
      database.inKitchen(kitchenId, async (tx) => {
        const own = await readStreams(tx, [batchId])
        if (own.length === 0) return undefined
        const orderIds = own
          .map(liftFact)
          .flatMap((fact) => (fact.kind === 'batch.planned' ? fact.payload.shares.map((s) => s.orderId) : []))
        const facts = [...(await readStreams(tx, orderIds)), ...own]
        const {
          isWhole: _isWhole,
          headSeq: _seq,
          devices: _devices,
          channels: _channels,
          formulaVersions: _versions,
          people: _people,
          ...head
        } = await headOfKitchen(tx, kitchenId, clock())
        const used = detailsIn(facts)
        return {
          ...head,
          guestDetails: head.guestDetails.filter((d) => used.has(d.id)),
          facts: facts.map((fact) => asRecorded(fact, head.kitchenId)) as unknown as ExportFile['facts'],
        }
      }),
    /** Takes a file in as it comes, whole or not at all. The same file again changes nothing, unless its times are shifted: then its facts are new ones. */
    importFile: (sender: Sender, chunks: Parameters<typeof readKitchenFile>[0]): Promise<Imported> =>
      database.inLockedKitchen(sender.kitchenId, async (tx, head) => {
        if (!head) throw new ProblemError(problem(404, 'unknownKitchen', 'This kitchen is not known here.'))
        const taker = importInto({ tx, head, sender, nowMs: clock(), intake })
        await readKitchenFile(chunks, taker)
        return taker.done()
      }),
  }
}
export type FilesService = ReturnType<typeof createFilesService>
