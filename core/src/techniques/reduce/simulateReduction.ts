import { ETHANOL_G_PER_MOL, ETHANOL_J_PER_G_K, ETHANOL_LATENT_J_PER_MOL } from '../../heat/ethanol'
import { bubblePointC, ethanolMoleFrac } from '../../heat/vapourLiquid'
import { WATER_J_PER_G_K, waterLatentHeatJPerG } from '../../heat/water'
import type { BoilDown } from '../../mixture/boilDown'
import { NODE_FALL } from '../../mixture/boilDown'
import { massG, type Composition } from '../../mixture/composition'
import { boilState, heatLossW, type BoilState, type Surroundings } from '../../heat/evaporation'

const SOLIDS_J_PER_G_K = 1.9
const TRACE_MOLE_FRAC = 1e-7
const NODES_A_STRIDE = 2
/** A pan that needs longer than this will not get there on this heat. */
export const LONGEST_S = 24 * 3600

/** Heat to warm a mixture by one kelvin, J/K. */
export function heatCapacityJPerK(of: Composition): number {
  return (
    of.water * WATER_J_PER_G_K +
    of.ethanol * ETHANOL_J_PER_G_K +
    (massG(of) - of.water - of.ethanol) * SOLIDS_J_PER_G_K
  )
}

/** What a pan does on a heater of known power. */
export interface ReductionRun {
  readonly status: 'reached' | 'never'
  readonly durationS: number
  readonly warmUpS: number
  readonly regime: BoilState['regime']
  readonly tempC: number
  readonly rateGPerS: number
}

/** Start of a run: the liquid's temperature, heat stored in a hot pan, and how far it goes down in ln(water). */
export interface RunStart {
  readonly tempC: number
  readonly storedInPanJ?: number
  readonly fall: number
}

/**
 * Minutes along a boil-down at a known net power: warm-up, then the heat that each stretch of the way takes over the heat there is,
 * the alcohol leaving first. `reduction:E5–E7`
 *
 * The way is the boil-down's own, marched once for every power; at a bare simmer the alcohol leaves a little later than there, which
 * moves the minutes by less than a percent.
 * @param powerW - net into the liquid, W
 */
export function simulateReduction(
  way: BoilDown,
  at: Surroundings,
  powerW: number,
  { tempC, storedInPanJ = 0, fall }: RunStart,
): ReductionRun {
  const water = boilState(at, powerW)
  const bubbleOf = (of: Composition) => bubblePointC(ethanolMoleFrac(of.water, of.ethanol), at.pressureKPa)
  const simmerC = Math.min(water.tempC, bubbleOf(way.start))
  const demandJ = heatCapacityJPerK(way.start) * (simmerC - tempC) - storedInPanJ
  const spareW = powerW - heatLossW(at, simmerC) / 2
  const warmUpS = demandJ <= 0 ? 0 : demandJ / spareW
  const run = { warmUpS, regime: water.regime, tempC: water.tempC, rateGPerS: water.rateGPerS }
  if (spareW <= 0 || water.rateGPerS <= 0) return { ...run, status: 'never', durationS: LONGEST_S }
  let boilS = 0
  let before = way.start
  const stride = NODE_FALL * NODES_A_STRIDE
  for (let gone = 0; gone < fall; gone += stride) {
    const after = way.at(Math.min(fall, gone + stride))
    boilS += stretchS(before, after)
    if (boilS > LONGEST_S) return { ...run, status: 'never', durationS: LONGEST_S }
    before = after
  }
  return { ...run, status: 'reached', durationS: warmUpS + boilS }

  /** Seconds of one stretch: its water alone at the rate of a pan of water, or with its alcohol by the heat of both. */
  function stretchS(from: Composition, to: Composition): number {
    const waterG = from.water - to.water
    const ethanolG = from.ethanol - to.ethanol
    const x = ethanolMoleFrac((from.water + to.water) / 2, (from.ethanol + to.ethanol) / 2)
    if (x <= TRACE_MOLE_FRAC) return waterG / water.rateGPerS
    const boilC = Math.min(water.tempC, bubblePointC(x, at.pressureKPa))
    const heatJ =
      waterG * waterLatentHeatJPerG(boilC) + (ethanolG / ETHANOL_G_PER_MOL) * ETHANOL_LATENT_J_PER_MOL
    return heatJ / (powerW - heatLossW(at, boilC))
  }
}
