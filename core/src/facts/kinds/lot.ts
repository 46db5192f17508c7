import { kind } from './kind'
import type { StorePlace } from './vocabulary'

/** The larder's lots: what the kitchen made or bought, where it stands, and what left it. */
export const LOT_KINDS = {
  'lot.stored': kind<{
    readonly ingredientId: string
    readonly massG: number
    readonly place: StorePlace
    readonly madeAtMs: number
    readonly expiresAtMs: number
    /** The batch that made it; null where it was put in by hand. */
    readonly batchId: string | null
    /** How it is packed: so many blocks, each with so much. */
    readonly pack?: { readonly count: number; readonly eachMl: number } | undefined
    /** What its label says of its strength: shares 0..1. */
    readonly solidsFrac?: number | undefined
    readonly saltFrac?: number | undefined
  }>({ v: 2 }),
  /** Into the freezer, or out of it to thaw: freezing pauses its days and never begins them anew. */
  'lot.moved': kind<{ readonly place: StorePlace; readonly expiresAtMs: number }>(),
  /** What is there now, as it was weighed or measured. */
  'lot.counted': kind<{ readonly massG: number }>({ isCorrectable: true, doing: 'correctStock' }),
  /** A batch took of it: only the server says so, since only one may take what is there. */
  'lot.taken': kind<{ readonly massG: number; readonly batchId: string; readonly itemId: string }>({
    madeBy: 'server',
  }),
  'lot.emptied': kind<{ readonly reason: string }>(),
} as const
