import { problem, type GuestDetails } from '@liquamen/contracts'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import { eraseGuestDetails, listGuestDetails, putGuestDetails } from '../../log/guestDetails.repo'

/** What guests said, apart from the facts so that it can be erased. */
export function createGuestsService({ database }: { readonly database: Database }) {
  return {
    list: (kitchenId: string): Promise<GuestDetails[]> => database.inKitchen(kitchenId, listGuestDetails),
    /** Keeps what was said under the id that the address names. */
    async put(kitchenId: string, id: string, details: GuestDetails): Promise<GuestDetails> {
      if (details.id !== id)
        throw new ProblemError(problem(422, 'twoIds', 'The address and the body name two ids.'))
      await database.inKitchen(kitchenId, (tx) => putGuestDetails(tx, kitchenId, details))
      return details
    },
    /** Erases it for good; facts keep only the id. */
    erase: (kitchenId: string, id: string): Promise<void> =>
      database.inKitchen(kitchenId, (tx) => eraseGuestDetails(tx, id)),
  }
}
export type GuestsService = ReturnType<typeof createGuestsService>
