import type { TakeFromLarder, TakeFromLarderAnswer } from '@liquamen/contracts'
import {
  byStream,
  compareFacts,
  foldLot,
  liftFact,
  takeFromLots,
  type Fact,
  type LotState,
} from '@liquamen/core'
import type { Tx } from '../../db/database'
import type { Sender } from '../../http/sender'
import { listStreams, readStreams } from '../../log/facts.repo'
import type { Recorder } from '../../log/intake'
import { serverFact } from '../../log/serverFact'

/** What the kitchen made and keeps. Taking from a lot is the server's word alone, since only one may take what is there. */
export function createLarderService({ database, clock, intake }: Recorder) {
  async function lots(tx: Tx): Promise<LotState[]> {
    const ofLots = byStream<Fact>(await readStreams(tx, await listStreams(tx, 'lot')))
    return [...ofLots].map(([id, facts]) => foldLot(id, facts.map(liftFact).sort(compareFacts)))
  }
  return {
    /**
     * Takes so much of a good for an item of a batch, the first lot to run out first. Asked again for the same item it answers what was taken;
     * asked for more, it takes the rest.
     */
    async take(sender: Sender, ask: TakeFromLarder): Promise<TakeFromLarderAnswer> {
      const { kitchenId } = sender
      return database.inLockedKitchen(kitchenId, async (tx, head) => {
        const all = await lots(tx)
        const isOurs = (t: { readonly batchId: string; readonly itemId: string }) =>
          t.batchId === ask.batchId && t.itemId === ask.itemId
        const before = all.flatMap((l) =>
          l.taken.filter(isOurs).map((t) => ({ lotId: l.id, massG: t.massG })),
        )
        const haveG = before.reduce((sum, t) => sum + t.massG, 0)
        const more = takeFromLots(all, ask.ingredientId, Math.max(0, ask.massG - haveG), clock())
        const by = { sender, atMs: clock() }
        const envelopes = more.map(({ lotId, massG }, i) =>
          serverFact(by, `${ask.batchId} ${ask.itemId} ${lotId} ${before.length + i}`, 'lot.taken', {
            streamId: lotId,
            payload: { massG, batchId: ask.batchId, itemId: ask.itemId },
          }),
        )
        const settled = { atMs: by.atMs, receivedAtMs: by.atMs }
        await intake(
          { tx, kitchenId, head },
          envelopes.map((envelope) => ({ envelope, settled })),
        )
        const taken = [...before, ...more]
        return { taken, missingG: Math.max(0, ask.massG - taken.reduce((sum, t) => sum + t.massG, 0)) }
      })
    },
  }
}
export type LarderService = ReturnType<typeof createLarderService>
