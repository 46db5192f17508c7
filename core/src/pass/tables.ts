import type { Choices } from '../formula/applyChoices'
import type { EggWish } from '../companions/poachedEgg'

/** What a guest wants otherwise than the card has it. */
export interface PlateWish {
  readonly egg?: EggWish | undefined
  readonly lessSalt?: true | undefined
  /** Core of the meat, °C. */
  readonly meatCoreC?: number | undefined
}
/** Plates of one dish for a table that are alike. */
export interface Plates {
  readonly plateId: string
  readonly dishId: string
  readonly count: number
  readonly wish?: PlateWish | undefined
  /** Names and allergies of its guest, kept apart. */
  readonly detailsId: string | null
}
/** Where an order came from, where a feed sent it: its newest revision stands. */
export interface FromFeed {
  readonly source: string
  readonly ref: string
  readonly revision: number
}
/** What a table asked for, and when its plates are to go. */
export interface TableOrder {
  readonly tableId: string
  readonly label: string
  readonly pickUpAtMs: number
  readonly plates: readonly Plates[]
  readonly feed?: FromFeed | undefined
}
/** Another sauce: for a guest in clean tools of its own, for a late table out of tonight's; the plates without it; or as it is, since its labels were read or the guest agrees. */
export const PLATES_DECISIONS = ['variant', 'without', 'asIs'] as const
export interface PlatesDecided {
  readonly tableId: string
  readonly plateId: string
  /** What their guest had said when it was decided: said anew, it is to be decided anew. None where no guest of them said anything. */
  readonly detailsId: string | null
  readonly decision: (typeof PLATES_DECISIONS)[number]
  /** With `variant`: the sauce, and how it is made. */
  readonly formulaId?: string | undefined
  readonly choices?: Choices | undefined
}
/** A table of the evening as it stands. */
export interface TableState extends TableOrder {
  readonly orderedAtMs: number
  readonly cancelledReason?: string | undefined
  /** The last decision about plates, by `platesKey`. */
  readonly decided: Readonly<Record<string, PlatesDecided>>
}
/** Names plates and what their guest said. */
export const platesKey = (of: Pick<PlatesDecided, 'plateId' | 'detailsId'>): string =>
  `${of.plateId} ${of.detailsId}`

/** What became of a call. */
export interface CallState {
  readonly isHeld: boolean
  /** How often it was fired less how often that was taken back: two of one millisecond have no order among them. */
  readonly timesFired?: number | undefined
  readonly firedAtMs?: number | undefined
  /** Plates that were fired: what is ordered later is not among them. */
  readonly firedPlates?: number | undefined
  readonly firedBy?: string | undefined
  /** The batch that its sauce is drawn from. */
  readonly fromBatchId?: string | null | undefined
  readonly goneAtMs?: number | undefined
}
