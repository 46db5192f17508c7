import { massG } from '../../mixture/composition'
import { agentGPerL, starchPctFor, type StarchAgent } from '../../mixture/viscosity'
import { volume20Ml } from '../../mixture/volume'
import type { Contents } from '../../pan/contents'
import { SPOON_C, thicknessOf } from '../../pan/thicknessOf'

/** Agents that a bench offers, with cold water to each gram (emulsion.md §7: one part starch in 1.5–2 of water; kneaded butter brings its own fat). */
const OFFERED = [
  { agent: 'cornstarch', ingredientId: 'cornstarch', waterPerG: 2 },
  { agent: 'arrowroot', ingredientId: 'arrowroot', waterPerG: 2 },
  { agent: 'beurreManie', ingredientId: 'flour', waterPerG: 0 },
] as const satisfies readonly {
  readonly agent: StarchAgent
  readonly ingredientId: string
  readonly waterPerG: number
}[]
/** Goods that a bench may put in beyond its formula to give a sauce its coat. */
export const THICKENER_GOODS: readonly string[] = [...OFFERED.map((o) => o.ingredientId), 'butter']
const DAIRY_SHARE = 0.02 // arrowroot goes slimy with cream

/** How much of a thickener brings a sauce to a wanted coat. */
export interface ThickenerDose {
  readonly agent: (typeof OFFERED)[number]['agent']
  /** The starch's own good; of kneaded butter half is butter. */
  readonly ingredientId: string
  readonly massG: number
  readonly waterG: number
}

/**
 * What would make a sauce coat the spoon: grams of each thickener, in how much cold water. `emulsion:V5`
 * @param wantedPaS - as a film on a spoon, Pa·s
 * @returns nothing where it is that thick already
 */
export function thickenerDoses(of: Contents, wantedPaS: number): ThickenerDose[] {
  const now = thicknessOf(of)
  const missingPct = starchPctFor(wantedPaS, now, SPOON_C) - now.starchPct
  if (missingPct <= 0) return []
  const litres = volume20Ml(of.liquid) / 1000
  const isCreamy = of.snfG > DAIRY_SHARE * massG(of.liquid)
  return OFFERED.filter((o) => !(o.agent === 'arrowroot' && isCreamy)).map(
    ({ agent, ingredientId, waterPerG }) => {
      const grams = agentGPerL(missingPct, agent) * litres
      return { agent, ingredientId, massG: grams, waterG: grams * waterPerG }
    },
  )
}
