import { mulberry32 } from '@liquamen/core'

/** What the kitchen says may be sold (`GET /api/order-feed/card`). */
export interface FeedCard {
  readonly dishes: readonly {
    readonly id: string
    readonly name: string
    readonly perCover: number
    readonly delayMin: number
    readonly isOff: boolean
  }[]
  readonly sittings: readonly {
    readonly name: string
    readonly startsAtMs: number
    readonly covers: number
    readonly spreadMin: number
  }[]
}
/** A table's order, whole each time it changes (`POST /api/order-feed/orders`). */
export interface FeedOrder {
  readonly ref: string
  readonly revision: number
  readonly state: 'ordered' | 'cancelled'
  readonly table: string
  readonly pickUpAtMs: number
  readonly plates: readonly {
    readonly dish: string
    readonly count: number
    readonly guest?: {
      readonly allergies: readonly string[]
      readonly noLightlyCookedEgg: boolean
      readonly note: string
    }
  }[]
}
/** What became of each order. */
export interface FeedAnswer {
  readonly results: readonly { readonly ref: string; readonly status: string; readonly message?: string }[]
}

const MINUTE_MS = 60_000
/** Guests look at the card so long before they order [A]. */
const READS_MIN = 6
const LARGEST_TABLE = 6
/** So long after its order a table of the floor thinks again [A]. */
const CHANGES_AFTER_MIN = 2
/** Of so many tables one changes its order, and of so many one leaves. */
const [ONE_CHANGES_IN, ONE_LEAVES_IN] = [7, 23]

/** An order of the floor, and when it sends it. */
export interface SentOrder {
  readonly atMs: number
  readonly order: FeedOrder
}

/** A dish for a guest: as often as the card says that it is taken; none of those that are off. */
function drawDish({ dishes }: FeedCard, chance: number): FeedCard['dishes'][number] | undefined {
  const sold = dishes.filter((d) => !d.isOff && d.perCover > 0)
  const total = sold.reduce((sum, d) => sum + d.perCover, 0)
  let left = chance * total
  return sold.find((d) => (left -= d.perCover) <= 0) ?? sold.at(-1)
}

/** Plates that guests take: those of one dish are one line; a guest with a wish has a line of their own. */
function linesOf(
  dishes: readonly string[],
  guest: FeedOrder['plates'][number]['guest'],
): FeedOrder['plates'] {
  const [first, ...others] = dishes
  const own = guest && first ? [{ dish: first, count: 1, guest }] : []
  const counts = new Map<string, number>()
  for (const dish of guest ? others : dishes) counts.set(dish, (counts.get(dish) ?? 0) + 1)
  return [...own, ...[...counts].map(([dish, count]) => ({ dish, count }))]
}

/**
 * What a simulated floor sends over an evening: tables of one to six until every cover sits, most as they were booked, a few that change their order and
 * one in some twenty that leaves; in each sitting one guest must not have milk and one no lightly cooked egg. The same card gives the same evening.
 */
export function eveningOfFloor(card: FeedCard): SentOrder[] {
  const sent: SentOrder[] = []
  let table = 0
  for (const [s, sitting] of card.sittings.entries()) {
    const chance = mulberry32(1 + s)
    const first = table
    for (let seated = 0; seated < sitting.covers;) {
      const guests = Math.min(1 + Math.floor(chance() * LARGEST_TABLE), sitting.covers - seated)
      seated += guests
      table += 1
      const spread = chance() + chance() + chance() - 1.5 // about a normal one, half a spread wide
      const sitsMs = sitting.startsAtMs + spread * 2 * sitting.spreadMin * MINUTE_MS
      const taken = Array.from({ length: guests }, () => drawDish(card, chance()))
      const dishes = taken.flatMap((d) => d?.id ?? [])
      if (dishes.length === 0) continue
      const nth = table - first
      const special: Readonly<Record<number, FeedOrder['plates'][number]['guest']>> = {
        2: { allergies: ['milk'], noLightlyCookedEgg: false, note: '' },
        7: { allergies: [], noLightlyCookedEgg: true, note: '' },
      }
      const delayMin = Math.max(...taken.map((d) => d?.delayMin ?? 0))
      const order: FeedOrder = {
        ref: `${sitting.name} ${table}`,
        revision: 0,
        state: 'ordered',
        table: `Table ${table}`,
        pickUpAtMs: Math.round(sitsMs + (READS_MIN + delayMin) * MINUTE_MS),
        plates: linesOf(dishes, special[nth]),
      }
      const atMs = Math.round(sitsMs + READS_MIN * MINUTE_MS)
      sent.push({ atMs, order })
      const thinksMs = atMs + CHANGES_AFTER_MIN * MINUTE_MS
      if (table % ONE_LEAVES_IN === 0)
        sent.push({ atMs: thinksMs, order: { ...order, revision: 1, state: 'cancelled' } })
      else if (table % ONE_CHANGES_IN === 0)
        sent.push({
          atMs: thinksMs,
          order: { ...order, revision: 1, plates: linesOf([...dishes, dishes[0]!], special[nth]) },
        })
    }
  }
  return sent.sort((a, b) => a.atMs - b.atMs)
}
