import { ETHANOL_G_PER_MOL, ETHANOL_J_PER_G_K, ETHANOL_LATENT_J_PER_MOL } from '../heat/ethanol'
import { bubblePointC, ethanolMoleFrac, relativeVolatility } from '../heat/vapourLiquid'
import { WATER_G_PER_MOL, WATER_J_PER_G_K, waterLatentHeatJPerG } from '../heat/water'
import { massG, type Composition } from '../mixture/composition'
import { ACETIC_EXPONENT } from '../mixture/reduceMixture'
import { boilState, heatLossW, massFluxKgPerM2S, massTransferKgPerM2S, type BoilState, type Surroundings } from './evaporation'

const SOLIDS_J_PER_G_K = 1.9
const DIFFUSIVITY_RATIO = 0.6 // (ethanol / water in air)^(2/3)
const TRACE_MOLE_FRAC = 1e-7
/** A pan that needs longer than this will not get there on this heat. */
export const LONGEST_S = 24 * 3600

/** Heat to warm a mixture by one kelvin, J/K. */
export function heatCapacityJPerK(of: Composition): number {
  return of.water * WATER_J_PER_G_K + of.ethanol * ETHANOL_J_PER_G_K + (massG(of) - of.water - of.ethanol) * SOLIDS_J_PER_G_K
}

/** How close the vapour is to equilibrium with the liquid: 1 at the boil, 0.6 at a bare simmer. */
export function vapourKappa(at: Surroundings, water: BoilState, bubbleC: number): number {
  if (water.tempC >= bubbleC - 0.2) return 1
  const phi = massFluxKgPerM2S(at, water.tempC) / massTransferKgPerM2S(at)
  return phi < 1e-9 ? DIFFUSIVITY_RATIO : (1 - Math.exp(-phi)) / (1 - Math.exp(-phi / DIFFUSIVITY_RATIO))
}

/** What a pan does on a heater of known power. */
export interface ReductionRun {
  readonly status: 'reached' | 'never'
  readonly durationS: number
  readonly warmUpS: number
  readonly end: Composition
  readonly regime: BoilState['regime']
  readonly tempC: number
  readonly rateGPerS: number
}

/** Start of a run: the mixture, its temperature, heat stored in a hot pan, and the mass at which it stops. */
export interface RunStart {
  readonly mixture: Composition
  readonly tempC: number
  readonly storedInPanJ?: number
  readonly targetMassG: number
}

/**
 * Minutes to a target mass at a known net power: warm-up, then simmer or boil with the alcohol leaving first. Euler, 1 s. `reduction:E5–E7`
 *
 * Stops at a mass, not a volume, so that a caller settles once (by `reduceMixture`) what the target is.
 * @param powerW - net into the liquid, W
 */
export function simulateReduction(at: Surroundings, powerW: number, start: RunStart): ReductionRun {
  const water = boilState(at, powerW)
  let mixture = start.mixture
  const simmerC = Math.min(water.tempC, bubblePointC(ethanolMoleFrac(mixture.water, mixture.ethanol), at.pressureKPa))
  const demandJ = heatCapacityJPerK(mixture) * (simmerC - start.tempC) - (start.storedInPanJ ?? 0)
  const spareW = powerW - heatLossW(at, simmerC) / 2
  const warmUpS = demandJ <= 0 ? 0 : demandJ / spareW
  const answer = (status: ReductionRun['status'], boilS: number): ReductionRun => ({
    status,
    durationS: warmUpS + boilS,
    warmUpS,
    end: mixture,
    regime: water.regime,
    tempC: water.tempC,
    rateGPerS: water.rateGPerS,
  })
  if (spareW <= 0 || water.rateGPerS <= 0) return answer('never', LONGEST_S)
  for (let s = 0; s < LONGEST_S; s++) {
    const mass = massG(mixture)
    if (mass <= start.targetMassG) return answer('reached', s)
    const next = evaporateOneSecond(at, powerW, water, mixture)
    if (next.water <= 0) return answer('never', LONGEST_S)
    const nextMass = massG(next)
    if (nextMass <= start.targetMassG) {
      mixture = next
      return answer('reached', s + (mass - start.targetMassG) / (mass - nextMass))
    }
    mixture = next
  }
  return answer('never', LONGEST_S)
}

/** The mixture one second later. */
function evaporateOneSecond(at: Surroundings, powerW: number, water: BoilState, mixture: Composition): Composition {
  const x = ethanolMoleFrac(mixture.water, mixture.ethanol)
  let waterG = water.rateGPerS
  let ethanolG = 0
  if (x > TRACE_MOLE_FRAC) {
    const bubbleC = bubblePointC(x, at.pressureKPa)
    const tempC = Math.min(water.tempC, bubbleC)
    const perWaterMol = (vapourKappa(at, water, bubbleC) * relativeVolatility(x, at.pressureKPa) * x) / (1 - x)
    const waterMol =
      (powerW - heatLossW(at, tempC)) / (WATER_G_PER_MOL * waterLatentHeatJPerG(tempC) + perWaterMol * ETHANOL_LATENT_J_PER_MOL)
    waterG = waterMol * WATER_G_PER_MOL
    ethanolG = waterMol * perWaterMol * ETHANOL_G_PER_MOL
  }
  const left = Math.max(0, mixture.water - waterG)
  return {
    ...mixture,
    water: left,
    ethanol: Math.max(0, mixture.ethanol - ethanolG),
    acetic: mixture.acetic * (left / mixture.water) ** ACETIC_EXPONENT,
  }
}
