import type { Allergen } from '../../allergens/allergens'
import type { Choices } from '../../formula/applyChoices'
import type { Texture } from '../../techniques/serve/texture'
import { kind } from './kind'
import type { AllergenDecision } from './vocabulary'

/** Orders: what was asked for, and what a person decided about its allergies. */
export const ORDER_KINDS = {
  'order.taken': kind<{
    readonly formulaId: string
    readonly portions: number
    readonly pickupAtMs: number
    readonly label: string
    readonly detailsId: string | null
    /** How thick it is wanted on the plate; as it comes where it does not say. */
    readonly texture?: Texture | undefined
    /** Schools and swaps it was asked with; as written where absent. */
    readonly choices?: Choices | undefined
  }>({ isCorrectable: true, isVoidable: false }),
  'order.cancelled': kind<{ readonly reason: string }>(),
  'allergen.decided': kind<{
    readonly allergen: Allergen
    readonly ingredientId: string
    readonly decision: AllergenDecision
  }>(),
} as const
