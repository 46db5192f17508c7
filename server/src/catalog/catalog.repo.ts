import { compareFacts, foldKitchen, liftFact, type Formula, type KitchenCatalog } from '@liquamen/core'
import { asc, and, eq, isNull, sql } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { catalogItems, kitchens, people } from '../db/schema'
import { readKitchenFacts } from '../log/facts.repo'

const LISTS = ['rings', 'pans', 'wells', 'ingredients', 'formulas'] as const

/** What a kitchen without data starts from. */
const NEW_SETTINGS: KitchenCatalog['settings'] = {
  name: 'New kitchen',
  altitudeM: 0,
  roomTempC: 22,
  timeZone: 'UTC',
  scaleStepG: 1,
}

const HERE = sql`nullif(current_setting('app.kitchen_id', true), '')::uuid`
const isChange = (kind: string) => kind === 'fact.voided' || kind === 'fact.corrected'

/** Kitchens as they were read last, by what marks them: no more of them than are open in one process. */
const MOST_KEPT = 20
const kept = new Map<string, { readonly mark: string; readonly catalog: KitchenCatalog }>()
/** What names a kitchen's data as this transaction sees it: it is another as soon as an item or a fact of the kitchen is. */
async function markOf(tx: Tx): Promise<{ readonly kitchenId: string; readonly mark: string }> {
  const { rows } = await tx.execute<{ kitchenId: string; mark: string }>(sql`
    with here as (select ${HERE} as id)
    select here.id as "kitchenId", concat_ws(' ',
      (select concat_ws(' ', count(*), max(xmin::text::bigint)) from catalog_items where kitchen_id = here.id),
      (select concat_ws(' ', count(*), max(xmin::text::bigint)) from people where kitchen_id = here.id),
      (select concat_ws(' ', count(*), max(seq)) from events where kitchen_id = here.id and stream_id = here.id)) as mark
    from here`)
  return rows[0]!
}
/** Everything the kitchen is now; nobody changes what is answered: it is kept while nothing of it is another. */
export async function readCatalog(tx: Tx): Promise<KitchenCatalog> {
  const { kitchenId, mark } = await markOf(tx)
  const known = kept.get(kitchenId)
  const catalog = known?.mark === mark ? known.catalog : await readCatalogBefore(tx, Infinity)
  kept.delete(kitchenId)
  kept.set(kitchenId, { mark, catalog })
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!)
  return catalog
}

/**
 * Everything the kitchen is: what files brought, and every change that is on record since.
 * @param beforeMs - leaves out changes from then on; whoever asks folds them himself, so that a tap without a line shows as well
 */
export async function readCatalogBefore(tx: Tx, beforeMs: number): Promise<KitchenCatalog> {
  const facts = (await readKitchenFacts(tx)).map(liftFact).sort(compareFacts)
  return foldKitchen(
    await readItems(tx),
    facts.filter((fact) => fact.atMs < beforeMs || isChange(fact.kind)),
  )
}
async function readItems(tx: Tx): Promise<KitchenCatalog> {
  const rows = await tx.select().from(catalogItems).orderBy(asc(catalogItems.place))
  const of = <T>(kind: string) => rows.filter((row) => row.kind === kind).map((row) => row.body as T)
  return {
    settings: of<KitchenCatalog['settings']>('settings')[0] ?? (await newSettings(tx)),
    crew: await readCrew(tx),
    ...Object.fromEntries(LISTS.map((kind) => [kind, of(kind)])),
  } as KitchenCatalog
}

/** What a kitchen is before anything of it was put in: it has the name that it was made by. */
async function newSettings(tx: Tx): Promise<KitchenCatalog['settings']> {
  const [made] = await tx.select({ name: kitchens.name }).from(kitchens).where(eq(kitchens.id, HERE))
  return { ...NEW_SETTINGS, name: made?.name ?? NEW_SETTINGS.name }
}

async function readCrew(tx: Tx): Promise<KitchenCatalog['crew']> {
  const { id, name, role, place, removedAt } = people
  return tx.select({ id, name, role }).from(people).where(isNull(removedAt)).orderBy(asc(place), asc(id))
}

/** Adds what the kitchen does not have yet; its own pans, rings and formulas are never replaced by a file. */
export async function addToCatalog(tx: Tx, kitchenId: string, catalog: KitchenCatalog): Promise<void> {
  const rows = [
    { kitchenId, kind: 'settings', id: 'settings', place: 0, body: catalog.settings as unknown },
    ...LISTS.flatMap((kind) =>
      catalog[kind].map((body, place) => ({ kitchenId, kind, id: body.id, place, body: body as unknown })),
    ),
  ]
  await tx.insert(catalogItems).values(rows).onConflictDoNothing()
}

/** Adds goods and formulas that the kitchen does not have yet. */
export async function addGoodsAndFormulas(
  tx: Tx,
  kitchenId: string,
  book: Pick<KitchenCatalog, 'formulas' | 'ingredients'>,
): Promise<void> {
  const rows = (['ingredients', 'formulas'] as const).flatMap((kind) =>
    book[kind].map((body, place) => ({ kitchenId, kind, id: body.id, place, body: body as unknown })),
  )
  await tx.insert(catalogItems).values(rows).onConflictDoNothing()
}

/** Holds the kitchen until the transaction ends, so that of two saves from one version only one can be the next. */
export async function lockKitchen(tx: Tx, kitchenId: string): Promise<void> {
  await tx.select({ id: kitchens.id }).from(kitchens).where(eq(kitchens.id, kitchenId)).for('update')
}

/** Writes one item of the catalogue; a new one goes to the end of its list. */
export async function putCatalogItem(
  tx: Tx,
  kitchenId: string,
  { kind, id, body }: { readonly kind: string; readonly id: string; readonly body: unknown },
): Promise<void> {
  const last = await tx
    .select({ place: sql<number>`coalesce(max(${catalogItems.place}), -1)::int` })
    .from(catalogItems)
    .where(eq(catalogItems.kind, kind))
  await tx
    .insert(catalogItems)
    .values({ kitchenId, kind, id, place: (last[0]?.place ?? -1) + 1, body })
    .onConflictDoUpdate({
      target: [catalogItems.kitchenId, catalogItems.kind, catalogItems.id],
      set: { body },
    })
}

/** Older versions of a formula. */
export async function readVersions(tx: Tx, id: string): Promise<Formula[]> {
  return (
    await tx
      .select({ body: catalogItems.body })
      .from(catalogItems)
      .where(and(eq(catalogItems.kind, 'formulaVersions'), sql`starts_with(${catalogItems.id}, ${`${id}@`})`))
  ).map((row) => row.body as Formula)
}

/** Name under which listeners hear that the catalogue is another. */
export const CATALOG_CHANNEL = 'catalog'
/** Tells every browser of the kitchen to read the catalogue anew. */
export async function tellCatalogChanged(tx: Tx, kitchenId: string): Promise<void> {
  await tx.execute(
    sql`select pg_notify('liquamen', ${JSON.stringify({ kitchenId, channelId: CATALOG_CHANNEL })})`,
  )
}
