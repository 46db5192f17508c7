import type { GuestDetails } from '@liquamen/contracts'
import { asc, eq } from 'drizzle-orm'
import type { Tx } from '../db/database'
import { guestDetails } from '../db/schema'

/** All that guests have said and nobody has erased. */
export async function listGuestDetails(tx: Tx): Promise<GuestDetails[]> {
  return (await tx
    .select({
      id: guestDetails.id,
      note: guestDetails.note,
      allergies: guestDetails.allergies,
      noLightlyCookedEgg: guestDetails.noLightlyCookedEgg,
    })
    .from(guestDetails)
    .orderBy(asc(guestDetails.id))) as GuestDetails[]
}

/** Writes a guest's note and allergies; the same again is the same. */
export async function putGuestDetails(tx: Tx, kitchenId: string, details: GuestDetails): Promise<void> {
  const { note, allergies, noLightlyCookedEgg } = details
  await tx
    .insert(guestDetails)
    .values({ kitchenId, id: details.id, note, allergies, noLightlyCookedEgg })
    .onConflictDoUpdate({
      target: [guestDetails.kitchenId, guestDetails.id],
      set: { note, allergies, noLightlyCookedEgg },
    })
}

/** Erases them for good; facts keep only the id. */
export async function eraseGuestDetails(tx: Tx, id: string): Promise<void> {
  await tx.delete(guestDetails).where(eq(guestDetails.id, id))
}
