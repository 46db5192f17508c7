import { and, asc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { people } from '../db/schema'

export type PersonRow = typeof people.$inferSelect

/** Everyone who is or was of the crew, in the order in which they came. */
export const listPeople = (tx: Tx): Promise<PersonRow[]> =>
  tx.select().from(people).orderBy(asc(people.place), asc(people.id))

export const findPerson = async (tx: Tx, id: string): Promise<PersonRow | undefined> =>
  (await tx.select().from(people).where(eq(people.id, id)))[0]

/** Puts somebody at the end of the crew. */
export async function insertPerson(
  tx: Tx,
  person: Pick<PersonRow, 'kitchenId' | 'id' | 'name' | 'role' | 'pinHash'>,
): Promise<void> {
  const place = sql<number>`(select coalesce(max(place), -1) + 1 from people)`
  await tx.insert(people).values({ ...person, place })
}
export async function updatePerson(tx: Tx, id: string, change: Partial<PersonRow>): Promise<void> {
  await tx.update(people).set(change).where(eq(people.id, id))
}
/** So many wrong tries one after another are nobody's concern. */
const FREE_TRIES = 5
const FIRST_WAIT_S = 30
const LONGEST_WAIT_S = 15 * 60
/**
 * Counts a try, and shuts out the next ones where there were many, before it is looked at: none of many at once is free. From the fifth on each
 * wait is twice as long, at most a quarter of an hour.
 *
 * @returns whether the try is allowed
 */
export async function countTry(tx: Tx, id: string, nowMs: number): Promise<boolean> {
  const now = new Date(nowMs)
  const counted = await tx
    .update(people)
    .set({
      tries: sql`${people.tries} + 1`,
      lockedUntil: sql`case when ${people.tries} + 1 >= ${FREE_TRIES} then ${now}::timestamptz
        + interval '1 second' * least(${LONGEST_WAIT_S}, ${FIRST_WAIT_S} * power(2, least(${people.tries} + 1 - ${FREE_TRIES}, 10))) end`,
    })
    .where(and(eq(people.id, id), sql`coalesce(${people.lockedUntil} <= ${now}, true)`))
    .returning({ id: people.id })
  return counted.length === 1
}
/** How many admins with a PIN there are besides one: who could still let people in. */
export async function countAdmins(tx: Tx, besidesId = ''): Promise<number> {
  const [found] = await tx
    .select({ n: sql<number>`count(*)::int` })
    .from(people)
    .where(
      and(
        eq(people.role, 'admin'),
        isNotNull(people.pinHash),
        isNull(people.removedAt),
        ne(people.id, besidesId),
      ),
    )
  return found?.n ?? 0
}

/** People whom a file names and the kitchen does not have yet; of one whose name was erased here it stays erased. */
export async function addPeople(
  tx: Tx,
  kitchenId: string,
  of: readonly (Pick<PersonRow, 'id' | 'name' | 'role'> & { readonly isRemoved: boolean })[],
  nowMs: number,
): Promise<void> {
  const unique = [...new Map(of.map((p) => [p.id, p])).values()]
  const rows = unique.map(({ id, name, role, isRemoved }, place) => ({
    kitchenId,
    id,
    name,
    role,
    place,
    removedAt: isRemoved ? new Date(nowMs) : null,
  }))
  if (rows.length) await tx.insert(people).values(rows).onConflictDoNothing()
}
