import { phasesOf } from '../mixture/phases'
import type { ButterParts } from '../mixture/butterFat'
import { fastestUptakeGPerS, runPour, type PourState, type Tool } from '../techniques/eggEmulsion/butterPour'
import { HIGHEST_PHASE_FRAC } from '../mixture/phases'

/** A broken sauce is worked into its new base at this temperature, °C, and at so much of the fastest (judgement). */
const AT_C = 52
const CAREFUL = 0.6
const LONGEST_S = 3600

/** Seconds until a broken sauce is whole again, worked into new yolk and water; without the setting up. `emulsion:R2` @param broken - g of it, and g of fat in it */
export function againS(
  broken: { readonly massG: number; readonly fatG: number },
  base: { readonly yolkG: number; readonly waterG: number },
  tool: Tool,
): number {
  const fatFrac = broken.fatG / broken.massG
  const parts: ButterParts = { fatFrac, waterFrac: 1 - fatFrac, snfFrac: 0 }
  const setting = { tempC: AT_C, tool, highestPhaseFrac: HIGHEST_PHASE_FRAC.handWhisk }
  const { continuousMl } = phasesOf({ yolkG: base.yolkG, aqueousG: base.waterG, butters: [] }, AT_C)
  const start: PourState = { emulsifiedG: 0, freeG: 0, continuousMl, isBroken: false }
  const run = runPour(
    start,
    { setting, butter: parts },
    {
      feedOf: (state) => (CAREFUL * fastestUptakeGPerS(state, setting)) / fatFrac,
      mostS: LONGEST_S,
      isDone: (_, pouredG) => pouredG >= broken.massG,
    },
  )
  return run.atS
}
