import type { KitchenCatalog } from '@liquamen/core'
import { asc } from 'drizzle-orm'
import type { Tx } from '../../db/database'
import { catalogItems } from '../../db/schema'

const LISTS = ['rings', 'pans', 'wells', 'crew', 'ingredients', 'formulas'] as const

/** What a kitchen without data starts from. */
const NEW_KITCHEN: KitchenCatalog = { settings: { name: 'New kitchen', altitudeM: 0, roomTempC: 22, timeZone: 'UTC', scaleStepG: 1, isDemo: false }, rings: [], pans: [], wells: [], crew: [], ingredients: [], formulas: [] }

/** Everything the kitchen is. */
export async function readCatalog(tx: Tx): Promise<KitchenCatalog> {
  const rows = await tx.select().from(catalogItems).orderBy(asc(catalogItems.place))
  const of = <T>(kind: string) => rows.filter((row) => row.kind === kind).map((row) => row.body as T)
  return { settings: of<KitchenCatalog['settings']>('settings')[0] ?? NEW_KITCHEN.settings, ...Object.fromEntries(LISTS.map((kind) => [kind, of(kind)])) } as KitchenCatalog
}

/** Adds what the kitchen does not have yet; its own pans, rings and formulas are never replaced by a file. */
export async function addToCatalog(tx: Tx, kitchenId: string, catalog: KitchenCatalog): Promise<void> {
  const rows = [{ kitchenId, kind: 'settings', id: 'settings', place: 0, body: catalog.settings as unknown }, ...LISTS.flatMap((kind) => catalog[kind].map((body, place) => ({ kitchenId, kind, id: body.id, place, body: body as unknown })))]
  await tx.insert(catalogItems).values(rows).onConflictDoNothing()
}
