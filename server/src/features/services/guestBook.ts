import { kitchenGoods, type GuestBook, type GuestNeeds } from '@liquamen/core'
import { readCatalog } from '../../catalog/catalog.repo'
import type { Tx } from '../../db/database'
import { listGuestDetails } from '../../log/guestDetails.repo'

/** The Book and its goods, and what guests must not have: what calls are worked out from. */
export async function readGuestBook(
  tx: Tx,
): Promise<{ readonly book: GuestBook; readonly guests: ReadonlyMap<string, GuestNeeds> }> {
  const [catalog, details] = [await readCatalog(tx), await listGuestDetails(tx)]
  return {
    book: { formulas: catalog.formulas, ingredients: kitchenGoods(catalog) },
    guests: new Map(details.map((d) => [d.id, d])),
  }
}
