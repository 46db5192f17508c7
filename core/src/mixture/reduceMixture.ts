import { airPressureKPa } from '../heat/atmosphere'
import { ethanolMoleFrac } from '../heat/vapourLiquid'
import { volatilityTable } from '../heat/volatilityTable'
import { DomainError } from '../errors'
import { massG, solidsFrac, type Composition } from './composition'
import { volume20Ml } from './volume'

/** Exponent of acetic acid left against water left (water–acetic vapour–liquid equilibrium, dilute end; medium, ±0.1). */
export const ACETIC_EXPONENT = 0.7

/** Where a reduction stops: a volume at 20 °C, a mass, or a share of solids. */
export type StopAt = { readonly volumeMl: number } | { readonly massG: number } | { readonly solidsFrac: number }

const LN_STEP = -0.02 // in ln-space the slope is nearly straight: the alcohol left differs from a step of −0.004 by less than a part in a million, at a fifth of the work
const MOST_CUTS = 60
const CLOSE_ENOUGH = 1e-12 // of ln(water); a tenth of a thousand-millionth of a gram

/** Distance still to go: positive before the stop, zero at it; the same sign for all three kinds. */
function toGo(mixture: Composition, stop: StopAt): number {
  if ('volumeMl' in stop) return volume20Ml(mixture) - stop.volumeMl
  if ('massG' in stop) return massG(mixture) - stop.massG
  return stop.solidsFrac - solidsFrac(mixture)
}

type Alpha = (ethanolMoleFrac: number) => number

/** d ln(ethanol) / d ln(water) of an open boiling liquid (Rayleigh). */
const ethanolSlope = (lnWater: number, lnEthanol: number, kappa: number, alpha: Alpha): number =>
  kappa * alpha(ethanolMoleFrac(Math.exp(lnWater), Math.exp(lnEthanol)))

/** One Runge–Kutta step of the Rayleigh equation by `h` in ln(water). */
function stepLnEthanol(lnWater: number, lnEthanol: number, h: number, kappa: number, alpha: Alpha): number {
  const k1 = ethanolSlope(lnWater, lnEthanol, kappa, alpha)
  const k2 = ethanolSlope(lnWater + h / 2, lnEthanol + (h / 2) * k1, kappa, alpha)
  const k3 = ethanolSlope(lnWater + h / 2, lnEthanol + (h / 2) * k2, kappa, alpha)
  const k4 = ethanolSlope(lnWater + h, lnEthanol + h * k3, kappa, alpha)
  return lnEthanol + (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4)
}

/** Where a falling measure meets nought between a step's begin (positive) and end (not): false position with the stuck end halved (Illinois). */
function cutStep(toGoAt: (h: number) => number, begin: number, end: number): number {
  let [a, b, fa, fb] = [begin, end, toGoAt(begin), toGoAt(end)]
  for (let i = 0; i < MOST_CUTS && Math.abs(b - a) > CLOSE_ENOUGH && fb !== 0; i++) {
    const h = (a * fb - b * fa) / (fb - fa)
    const f = toGoAt(h)
    if (f > 0 === fb > 0) fa /= 2
    else [a, fa] = [b, fb]
    if (Math.abs(h - b) <= CLOSE_ENOUGH) return h
    ;[b, fb] = [h, f]
  }
  return b
}

/**
 * What is left when a mixture boils down in an open pan: water, ethanol and acetic acid leave, all else stays.
 *
 * Model: Rayleigh distillation marched in ln(water), step −0.02, Runge–Kutta 4; acetic = A0·(W/W0)^0.70. `reduction:C2 C3 C8 C9 R1–R3`
 * @param kappa - 1 for a lively boil, 0.6 for a bare simmer (gas-film limit)
 * @returns the mixture at the stop; unchanged where it is already past it
 * @throws DomainError `cannotReduce` where the water ends before the stop
 */
export function reduceMixture(start: Composition, stop: StopAt, kappa = 1, pressureKPa = airPressureKPa(0)): Composition {
  if (toGo(start, stop) <= 0) return start
  const lnWater0 = Math.log(start.water)
  const at = (lnWater: number, lnEthanol: number): Composition => ({
    ...start,
    water: Math.exp(lnWater),
    ethanol: start.ethanol > 0 ? Math.exp(lnEthanol) : 0,
    acetic: start.acetic * Math.exp(ACETIC_EXPONENT * (lnWater - lnWater0)),
  })
  const alpha = volatilityTable(pressureKPa)
  let lnWater = lnWater0
  let lnEthanol = start.ethanol > 0 ? Math.log(start.ethanol) : -Infinity
  const next = (h: number) => (start.ethanol > 0 && lnEthanol > -60 ? stepLnEthanol(lnWater, lnEthanol, h, kappa, alpha) : -Infinity)
  while (lnWater > lnWater0 - 12) {
    const stepped = next(LN_STEP)
    if (toGo(at(lnWater + LN_STEP, stepped), stop) <= 0) {
      const h = cutStep((part) => toGo(at(lnWater + part, part === 0 ? lnEthanol : next(part)), stop), 0, LN_STEP)
      return at(lnWater + h, next(h))
    }
    lnWater += LN_STEP
    lnEthanol = stepped
  }
  throw new DomainError('cannotReduce', 'stop', Object.values(stop)[0])
}
