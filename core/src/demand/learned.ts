// kitchen.md §12: portions per cover, learned dish by dish
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
/** What it counts for a week later. */
export const forgetAWeek = ({ a, b }: PortionsPerCover): PortionsPerCover => ({ a: 0.98 * a, b: 0.98 * b })

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
