import { kitchenGoods, onceFor, type PassKnown } from '@liquamen/core'
import { readCatalog } from '../../catalog/catalog.repo'
import type { Tx } from '../../db/database'
import { listGuestDetails } from '../../log/guestDetails.repo'

const goodsOf = onceFor(kitchenGoods)
/** The Book and its goods, what guests must not have, and how high the kitchen lies: what calls are worked out from. */
export async function readGuestBook(tx: Tx): Promise<Omit<PassKnown, 'nowMs'>> {
  const [catalog, details] = [await readCatalog(tx), await listGuestDetails(tx)]
  return {
    book: { formulas: catalog.formulas, ingredients: goodsOf(catalog) },
    altitudeM: catalog.settings.altitudeM,
    guests: new Map(details.map((d) => [d.id, d])),
  }
}
