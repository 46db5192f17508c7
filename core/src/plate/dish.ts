import type { EggWish } from '../companions/poachedEgg'
import type { REST_LOSS, SEAR } from '../companions/resting'
import type { Choices } from '../formula/applyChoices'
import type { CookingWay, Protein } from './pairing'

/** Where the sauce goes on the plate. */
export const PLACEMENTS = ['under', 'over', 'beside', 'round'] as const
export type Placement = (typeof PLACEMENTS)[number]

/** How eggs are poached: in water off its heat, at a bare simmer, boiled and then turned low. */
export const EGG_WAYS = ['offHeat', 'simmer', 'low'] as const
export type EggWay = (typeof EGG_WAYS)[number]

/** What is on the plate beside its sauce and must be ready with it. */
export type Companion =
  | {
      readonly kind: 'poachedEgg'
      readonly eggs: number
      readonly way: EggWay
      readonly hasLid: boolean
      readonly eggG: number
      readonly wish: EggWish
      /** Iced for a minute and re-warmed, or straight to the plate. */
      readonly isIced: boolean
      readonly vinegarMlPerL: number
      readonly isSwirled: boolean
    }
  | {
      readonly kind: 'rest'
      readonly thickMm: number
      readonly coreC: number
      readonly surfaceC: number
      readonly sear: keyof typeof SEAR
      readonly cover: keyof typeof REST_LOSS
    }
  | {
      readonly kind: 'fish'
      readonly thickMm: number
      readonly panC: number
      readonly targetC: number
    }
  /** Something of the house with its own time: toast, croutons, a garnish that is warmed. */
  | {
      readonly kind: 'toast' | 'croutons' | 'warmed'
      readonly durationS: number
      /** How long it may stand before the plate is gone. */
      readonly waitsS: number
    }
export type CompanionKind = Companion['kind']
export const COMPANION_KINDS = [
  'poachedEgg',
  'rest',
  'fish',
  'toast',
  'croutons',
  'warmed',
] as const satisfies readonly CompanionKind[]

/** Another part of the plate, as eaten. */
export interface DishPart {
  readonly name: string
  readonly massG: number
  readonly saltPct: number
}

/** A dish's plate card: its sauce and how much of it, what must be ready with it, and how the plate is put together. */
export interface Dish {
  readonly id: string
  readonly name: string
  readonly formulaId: string
  readonly choices?: Choices | undefined
  readonly placement: Placement
  readonly portionMl: number
  readonly protein?: Protein | undefined
  readonly way?: CookingWay | undefined
  readonly parts: readonly DishPart[]
  readonly companions: readonly Companion[]
  /** Lines of the plate, in order. */
  readonly assembly: readonly string[]
  /** An egg or fillet is left to drain on cloth so long, s. */
  readonly drainS?: number | undefined
  /** What goes on in the last moment. */
  readonly lastMinute: readonly string[]
}

/** How much sauce a placement takes, ml. `kitchen:§9` */
export const PORTION_ML: Readonly<Record<Placement, { readonly low: number; readonly high: number }>> = {
  under: { low: 30, high: 40 },
  over: { low: 40, high: 50 },
  beside: { low: 50, high: 60 },
  round: { low: 30, high: 40 },
}
