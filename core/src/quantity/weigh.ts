import type { ParsedQuantity, SaidAmount } from './parseQuantity'
import { EGG_G, yolkG } from '../formula/portions'
import { unitById } from './units'

/** What a kitchen has said once of loose words: which cup it means, and what its pinch weighs, with range. */
export interface HouseMeasures {
  /** Unit id → one of its readings. */
  readonly readings: Readonly<Record<string, string>>
  /** Unit id, or `unitId:ingredientId`, → grams weighed once. */
  readonly weighed: Readonly<
    Record<string, { readonly low: number; readonly value: number; readonly high: number }>
  >
}
/** A kitchen that has said nothing yet. */
export const NO_HOUSE_MEASURES: HouseMeasures = { readings: {}, weighed: {} }

/** What an amount needs to know of its ingredient. */
export interface WeighedGood {
  readonly id: string
  readonly densityGPerMl: number
  readonly isLiquid: boolean
  /** Mass of one as bought. */ readonly pieceG?: number
  /** A yolk weighs by its egg's size, where one was said. */ readonly isYolk?: boolean
  /** Share left when trimmed. */ readonly trimYield?: number
}

/** Grams with their range, and where the size is from; or the one question that must be answered first. */
export type Weight =
  | {
      readonly status: 'ok'
      readonly massG: { readonly low: number; readonly value: number; readonly high: number }
      readonly from: readonly ('definition' | 'house' | 'density' | 'piece')[]
    }
  | {
      readonly status: 'ask'
      readonly code: 'whichReading'
      readonly unitId: string
      readonly readings: readonly string[]
    }
  | { readonly status: 'ask'; readonly code: 'weighOnce'; readonly unitId: string }
  | { readonly status: 'ask'; readonly code: 'pieceUnknown'; readonly unitId: string }

type From = Extract<Weight, { status: 'ok' }>['from'][number]

function sizeOf(
  amount: SaidAmount,
  good: WeighedGood,
  house: HouseMeasures,
):
  | { perOneG: { low: number; value: number; high: number }; from: From[] }
  | Exclude<Weight, { status: 'ok' }> {
  const unit = unitById(amount.unitId)
  if (!unit) return { status: 'ask', code: 'pieceUnknown', unitId: amount.unitId }
  const loose = (grams: number, looseness = unit.looseness ?? 0) => ({
    low: grams * (1 - looseness),
    value: grams,
    high: grams * (1 + looseness),
  })
  const weighed = house.weighed[`${unit.id}:${good.id}`] ?? house.weighed[unit.id]
  if (weighed) return { perOneG: weighed, from: ['house'] }
  if (unit.kind === 'vague') return { status: 'ask', code: 'weighOnce', unitId: unit.id }
  if (unit.kind === 'piece' && good.isYolk && amount.size)
    return { perOneG: loose(yolkG(EGG_G[amount.size])), from: ['piece'] }
  if (unit.kind === 'piece')
    return good.pieceG === undefined
      ? { status: 'ask', code: 'pieceUnknown', unitId: unit.id }
      : { perOneG: loose(good.pieceG * (good.trimYield ?? 1)), from: ['piece'] }
  // an ounce of a solid is a weight and nothing else
  const reading = unit.id === 'oz' && !good.isLiquid ? 'weight' : house.readings[unit.id]
  if (unit.readings && reading === undefined)
    return { status: 'ask', code: 'whichReading', unitId: unit.id, readings: Object.keys(unit.readings) }
  const size = unit.size ?? unit.readings?.[reading ?? ''] ?? NaN
  const isVolume = unit.kind === 'volume' || (unit.id === 'oz' && reading !== 'weight')
  return {
    perOneG: loose(isVolume ? size * good.densityGPerMl : size),
    from: [unit.size === undefined ? 'house' : 'definition', ...(isVolume ? ['density' as const] : [])],
  }
}

/**
 * Grams of an amount that was said, of a good: by its own density, by unit weight and trim, by what the kitchen has weighed once.
 * @returns a question where a word has no size yet: asked once and kept in `house`
 */
export function weighSaid(
  said: Extract<ParsedQuantity, { status: 'ok' }>,
  good: WeighedGood,
  house: HouseMeasures = NO_HOUSE_MEASURES,
): Weight {
  const total = { low: 0, value: 0, high: 0 }
  const from = new Set<From>()
  for (const amount of said.amounts) {
    const size = sizeOf(amount, good, house)
    if ('status' in size) return size
    total.low += amount.low * size.perOneG.low
    total.high += amount.high * size.perOneG.high
    total.value += ((amount.low + amount.high) / 2) * size.perOneG.value
    size.from.forEach((f) => from.add(f))
  }
  const about = said.isAbout ? 0.1 : 0
  return {
    status: 'ok',
    massG: { low: total.low * (1 - about), value: total.value, high: total.high * (1 + about) },
    from: [...from],
  }
}
