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
/** Counts a try before it is looked at, so that none of many at once is free. @returns how many that makes, or undefined where none is allowed yet */
export async function countTry(tx: Tx, id: string, nowMs: number): Promise<number | undefined> {
  const now = new Date(nowMs)
  const [counted] = await tx
    .update(people)
    .set({ tries: sql`${people.tries} + 1` })
    .where(and(eq(people.id, id), sql`coalesce(${people.lockedUntil} <= ${now}, true)`))
    .returning({ tries: people.tries })
  return counted?.tries
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
