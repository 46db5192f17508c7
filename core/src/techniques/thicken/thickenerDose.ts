import { massG } from '../../mixture/composition'
import { agentGPerL, HALF_FLOUR, starchPctFor, type StarchAgent } from '../../mixture/viscosity'
import { volume20Ml } from '../../mixture/volume'
import type { Contents } from '../../pan/contents'
import { SPOON_C, thicknessOf } from '../../pan/thicknessOf'
import { THICKENING_AGENTS } from './agents'

const DAIRY_SHARE = 0.02 // arrowroot goes slimy with cream

/** How much of a thickener brings a sauce to a wanted coat. */
export interface ThickenerDose {
  readonly agent: StarchAgent
  /** Weighed whole: kneaded butter and roux with their fat. */
  readonly massG: number
  readonly waterG: number
  /** What goes into the pan for it. */
  readonly goods: readonly { readonly ingredientId: string; readonly massG: number }[]
}

/**
 * What would make a sauce coat the spoon: grams of each thickener, in how much cold water. `emulsion:V5`
 * @param wantedPaS - as a film on a spoon, Pa·s
 * @returns nothing where it is that thick already
 */
export function thickenerDoses(of: Contents, wantedPaS: number): ThickenerDose[] {
  const now = thicknessOf(of)
  const missingPct = starchPctFor(wantedPaS, now, SPOON_C) - now.starchPct
  if (!(missingPct > 0)) return []
  const litres = volume20Ml(of.liquid) / 1000
  const isCreamy = of.snfG > DAIRY_SHARE * massG(of.liquid)
  return THICKENING_AGENTS.filter((a) => !(a.isSlimyInDairy && isCreamy)).map(({ agent }) =>
    doseOf(agent, agentGPerL(missingPct, agent) * litres),
  )
}

/** So much of a thickener with its water or its fat. @param wholeG - roux and kneaded butter weighed whole */
export function doseOf(agent: StarchAgent, wholeG: number): ThickenerDose {
  const of = THICKENING_AGENTS.find((a) => a.agent === agent)
  if (!of) return { agent, massG: wholeG, waterG: 0, goods: [] }
  const dryG = HALF_FLOUR.includes(agent) ? wholeG / 2 : wholeG
  const waterG = dryG * of.waterPerG
  return {
    agent,
    massG: wholeG,
    waterG,
    goods: [
      { ingredientId: of.ingredientId, massG: dryG },
      ...(of.fatId ? [{ ingredientId: of.fatId, massG: dryG }] : []),
      ...(waterG > 0 ? [{ ingredientId: 'water', massG: waterG }] : []),
    ],
  }
}
