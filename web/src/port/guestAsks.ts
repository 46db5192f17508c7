import type { GuestDetails } from '@liquamen/contracts'
import type { Allergen, OrderState } from '@liquamen/core'

/** What an order's guest must not have, with what a person decided of it. */
export const guestAsks = ({ decisions }: OrderState, details: GuestDetails | undefined) => ({
  allergies: (details?.allergies ?? []) as Allergen[],
  decided: (allergen: Allergen, ingredientId: string) => decisions[`${allergen}:${ingredientId}`]?.decision,
})
