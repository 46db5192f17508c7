// kitchen.md §12: portions per cover, learned dish by dish
import { gammaQuantile } from '../solve/distributions'
import { portionChances } from './demand'

/** What is believed of the portions of a sauce that a guest takes: Gamma(a, b). */
export interface PortionsPerCover {
  readonly a: number
  readonly b: number
}
/** After some evenings. `kitchen:K-D5` */
export const learnPortions = (
  prior: PortionsPerCover,
  evenings: readonly { readonly portions: number; readonly covers: number }[],
): PortionsPerCover => ({
  a: prior.a + evenings.reduce((sum, e) => sum + e.portions, 0),
  b: prior.b + evenings.reduce((sum, e) => sum + e.covers, 0),
})
const FORGETS = 0.98
/** What it counts for a week later. */
export const forgetAWeek = ({ a, b }: PortionsPerCover): PortionsPerCover => ({
  a: FORGETS * a,
  b: FORGETS * b,
})

/** Portions that so many covers will take: mean, and the count that is enough with a chance. `kitchen:K-D5` */
export function portionsFor({ a, b }: PortionsPerCover, covers: number, chance: number) {
  const mean = (covers * a) / b
  const of = portionChances(mean, 1 / Math.sqrt(a))
  let [sum, enough] = [0, -1]
  while (sum < chance && enough < 10_000) {
    enough += 1
    sum += of(enough)
  }
  return { mean, enough }
}

const WEEK_MS = 7 * 24 * 3600_000
/** What the card says of a dish counts as much as so many guests. `kitchen:K-D5` */
const PRIOR_COVERS = 10
const [LOW, HIGH] = [0.1, 0.9]
/** An evening that is over: its guests, and the plates of each dish that were asked for. */
export interface PastService {
  readonly serviceId: string
  readonly name: string
  readonly atMs: number
  readonly covers: number
  readonly plates: Readonly<Record<string, number>>
}
/** What past evenings say of a dish: plates a guest takes, middle and 10 to 90 %, and on how many of them it was on the card. */
export interface LearnedDish {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly evenings: number
}
/** Plates of a dish per guest, learned from the evenings that had it, older ones counting less; undefined where none did. `kitchen:§12` */
export function learnDish(
  dishId: string,
  {
    perCover,
    past,
    nowMs,
  }: { readonly perCover: number; readonly past: readonly PastService[]; readonly nowMs: number },
): LearnedDish | undefined {
  const had = past.filter((p) => p.covers > 0 && p.plates[dishId] !== undefined)
  if (had.length === 0) return undefined
  const prior = { a: Math.max(0.01, perCover) * PRIOR_COVERS, b: PRIOR_COVERS }
  // forgotten by the week: an old evening's plates and guests count alike less
  const { a, b } = learnPortions(
    prior,
    had.map((p) => {
      const weight = FORGETS ** Math.max(0, (nowMs - p.atMs) / WEEK_MS)
      return { portions: weight * p.plates[dishId]!, covers: weight * p.covers }
    }),
  )
  return {
    value: a / b,
    low: gammaQuantile(LOW, a, b),
    high: gammaQuantile(HIGH, a, b),
    evenings: had.length,
  }
}

/** Guests on evenings of one day of the week: how many on average, and the fewest and most. */
export function coversOn(
  past: readonly PastService[],
  isSameDay: (atMs: number) => boolean,
):
  | { readonly value: number; readonly low: number; readonly high: number; readonly evenings: number }
  | undefined {
  const covers = past.filter((p) => p.covers > 0 && isSameDay(p.atMs)).map((p) => p.covers)
  if (covers.length === 0) return undefined
  return {
    value: covers.reduce((sum, c) => sum + c, 0) / covers.length,
    low: Math.min(...covers),
    high: Math.max(...covers),
    evenings: covers.length,
  }
}
