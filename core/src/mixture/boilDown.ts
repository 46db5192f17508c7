import { airPressureKPa } from '../heat/atmosphere'
import { ethanolMoleFrac } from '../heat/vapourLiquid'
import { volatilityTable } from '../heat/volatilityTable'
import type { Composition } from './composition'

/** Exponent of acetic acid left against water left (water–acetic vapour–liquid equilibrium, dilute end; medium, ±0.1). */
export const ACETIC_EXPONENT = 0.7
/** How near the vapour is to equilibrium with the liquid: a lively boil, and the gas-film limit of a bare simmer. */
export const KAPPA = { boil: 1, simmer: 0.6 } as const

/** Distance between two nodes in ln(water): the slope is nearly straight there, so a fifth of it would change the alcohol by less than a part in a million. */
export const NODE_FALL = 0.02
const DRIEST_FALL = 12 // six millionths of the water: dry
const NO_ETHANOL = -60 // ln g under which there is none
const MOST_CUTS = 60
const CLOSE_ENOUGH = 1e-12

/** A mixture on its way down, and how far it is: ln(water at the start / water left). */
export interface BoiledTo {
  readonly fall: number
  readonly mixture: Composition
}

/**
 * A liquid boiling down in an open pan, marched once and read as often as wanted: by volume, mass, solids, texture, curve, minutes, alcohol.
 * Nodes are worked out when somebody reads that far.
 */
export interface BoilDown {
  readonly start: Composition
  /** The mixture when its water has fallen by `fall` in ln(water), at least 0. */
  at(fall: number): Composition
  /**
   * The first mixture at which a measure that falls on the way meets nought.
   * @param fromFall - from where on it is looked for; the measure is still above nought there
   * @returns undefined where it never does before the pan is dry
   */
  where(toGo: (of: Composition) => number, fromFall?: number): BoiledTo | undefined
}

/** Where a falling measure meets nought between two places: false position with the stuck end halved (Illinois). */
function cut(toGoAt: (place: number) => number, begin: number, end: number): number {
  let [a, b, fa, fb] = [begin, end, toGoAt(begin), toGoAt(end)]
  for (let i = 0; i < MOST_CUTS && Math.abs(b - a) > CLOSE_ENOUGH && fb !== 0; i++) {
    const place = (a * fb - b * fa) / (fb - fa)
    const f = toGoAt(place)
    if (f > 0 === fb > 0) fa /= 2
    else [a, fa] = [b, fb]
    if (Math.abs(place - b) <= CLOSE_ENOUGH) return place
    ;[b, fb] = [place, f]
  }
  return b
}

/**
 * What becomes of a mixture that boils down: water, ethanol and acetic acid leave, all else stays.
 *
 * Model: Rayleigh distillation marched in ln(water), step −0.02, Runge–Kutta 4; acetic = A0·(W/W0)^0.70. `reduction:C2 C3 C8 C9 R1–R3`
 * @param kappa - one of KAPPA
 * @param pressureKPa - of the kitchen's air, 60..101.4
 */
export function boilDown(
  start: Composition,
  pressureKPa = airPressureKPa(0),
  kappa: number = KAPPA.boil,
): BoilDown {
  const alpha = volatilityTable(pressureKPa)
  const lnWater0 = Math.log(start.water)
  const lnEthanol = [start.ethanol > 0 ? Math.log(start.ethanol) : -Infinity]
  const slope = (lnW: number, lnE: number) => kappa * alpha(ethanolMoleFrac(Math.exp(lnW), Math.exp(lnE)))

  function stepped(lnW: number, lnE: number, fall: number): number {
    if (!(lnE > NO_ETHANOL)) return -Infinity
    const h = -fall
    const k1 = slope(lnW, lnE)
    const k2 = slope(lnW + h / 2, lnE + (h / 2) * k1)
    const k3 = slope(lnW + h / 2, lnE + (h / 2) * k2)
    const k4 = slope(lnW + h, lnE + h * k3)
    return lnE + (h / 6) * (k1 + 2 * k2 + 2 * k3 + k4)
  }
  function node(i: number): number {
    for (let n = lnEthanol.length; n <= i; n++)
      lnEthanol.push(stepped(lnWater0 - (n - 1) * NODE_FALL, lnEthanol[n - 1] ?? -Infinity, NODE_FALL))
    return lnEthanol[i] ?? -Infinity
  }
  function at(fall: number): Composition {
    if (fall <= 0) return start
    const i = Math.floor(fall / NODE_FALL + 1e-9)
    const rest = fall - i * NODE_FALL
    const lnE = rest <= 1e-12 ? node(i) : stepped(lnWater0 - i * NODE_FALL, node(i), rest)
    const water = Math.exp(lnWater0 - fall)
    return {
      ...start,
      water,
      ethanol: Math.exp(lnE),
      acetic: start.acetic * Math.exp(-ACETIC_EXPONENT * fall),
    }
  }
  return {
    start,
    at,
    where(toGo, fromFall = 0) {
      if (toGo(start) <= 0) return { fall: 0, mixture: start }
      if (!(start.water > 0)) return undefined
      const last = Math.round(DRIEST_FALL / NODE_FALL)
      const toGoAtNode = (i: number) => toGo(at(i * NODE_FALL))
      const first = Math.min(last - 1, Math.floor(fromFall / NODE_FALL))
      let before = first
      let after = first + 1
      while (after < last && toGoAtNode(after) > 0)
        [before, after] = [after, Math.min(last, first + (after - first) * 2)]
      if (toGoAtNode(after) > 0) return undefined
      while (after - before > 1) {
        const middle = (before + after) >> 1
        if (toGoAtNode(middle) > 0) before = middle
        else after = middle
      }
      const fall = cut((place) => toGo(at(place)), before * NODE_FALL, after * NODE_FALL)
      return { fall, mixture: at(fall) }
    },
  }
}
