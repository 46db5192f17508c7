import {
  compositionOf,
  densityGPerMl,
  SPECIES,
  viscosityPaS,
  type Formula,
  type Ingredient,
  type Species,
} from '@liquamen/core'
import { airPressureKPa } from '../../core/src/heat/atmosphere'
import { ethanolWaterDensity20KgPerM3 } from '../../core/src/heat/ethanol'
import { volatilityTable } from '../../core/src/heat/volatilityTable'
import { waterBoilingPointC } from '../../core/src/heat/water'

const DRIES_FAT = ['sweat', 'roux', 'brown']
const BOUND_BY = ['roux', 'mount', 'blend']
const HELD = 0.15
const LN_STEP = -0.02
const MOLE = { ethanol: 46.069, water: 18.015 }

/**
 * The peer of the bench: the same arithmetic as `traceFormula`, written by hand for speed alone, as one loop over numbers that keeps nothing but
 * its sums: goods in, fat apart, both distillations (boiling and simmering) in the same steps, the sieve, volume, salt, coat and boiling point
 * after every step. No texts, no allergens, no record of the steps.
 */
export function flatFormula(
  formula: Formula,
  ingredients: ReadonlyMap<string, Ingredient>,
  altitudeM: number,
  /** What each reduction leaves, by step: the peer reads no words. */
  fractions: ReadonlyMap<string, number>,
): () => number {
  const pressureKPa = airPressureKPa(altitudeM)
  const alpha = volatilityTable(pressureKPa)
  const goods = formula.items.map((item) => {
    const good = ingredients.get(item.ingredientId) as Ingredient
    const grams = 'massG' in item.amount ? item.amount.massG : item.amount.volumeMl * densityGPerMl(good)
    const own = compositionOf(good, grams)
    return {
      at: formula.steps.findIndex((s) => s.id === item.stepId),
      good,
      grams,
      own: SPECIES.map((s: Species) => own[s]),
      acidEq: own.acidEqFixed,
    }
  })
  const steps = formula.steps.map((s) => {
    return { technique: s.technique, fraction: fractions.get(s.id) ?? 1, press: s.pressFrac ?? 0 }
  })
  const m = new Float64Array(11)
  const volume = (fat: number) => {
    const volatile = m[0]! + m[1]!
    const ml = volatile > 0 ? volatile / (ethanolWaterDensity20KgPerM3(m[1]! / volatile) / 1000) : 0
    return (
      ml +
      (m[2]! + fat) / 0.9172 +
      0.73 * m[3]! +
      0.7 * m[4]! +
      0.62 * m[5]! +
      0.65 * m[6]! +
      0.31 * m[7]! +
      0.86 * m[8]! +
      0.57 * m[9]! +
      0.6 * m[10]!
    )
  }
  const slope = (w: number, e: number, kappa: number) => {
    const mol = Math.exp(e) / MOLE.ethanol
    return kappa * alpha(mol / (mol + Math.exp(w) / MOLE.water))
  }
  const rk = (w: number, e: number, h: number, kappa: number) => {
    const k1 = slope(w, e, kappa)
    const k2 = slope(w + h / 2, e + (h / 2) * k1, kappa)
    const k3 = slope(w + h / 2, e + (h / 2) * k2, kappa)
    return e + (h / 6) * (k1 + 2 * k2 + 2 * k3 + slope(w + h, e + h * k3, kappa))
  }
  /** Boils down to a volume; writes water, ethanol and acetic only where asked to keep them. */
  const boil = (toMl: number, kappa: number, isKept: boolean): number => {
    const [w0, e0, a0] = [m[0]!, m[1]!, m[8]!]
    let [w, e] = [Math.log(w0), e0 > 0 ? Math.log(e0) : -Infinity]
    const set = (lnW: number, lnE: number) => {
      m[0] = Math.exp(lnW)
      m[1] = e0 > 0 ? Math.exp(lnE) : 0
      m[8] = a0 * Math.exp(0.7 * (lnW - Math.log(w0)))
      return volume(0) - toMl
    }
    for (;;) {
      const next = e0 > 0 && e > -60 ? rk(w, e, LN_STEP, kappa) : -Infinity
      if (set(w + LN_STEP, next) <= 0) break
      w += LN_STEP
      e = next
    }
    let [a, b, fa, fb] = [
      0,
      LN_STEP,
      set(w, e),
      set(w + LN_STEP, e0 > 0 && e > -60 ? rk(w, e, LN_STEP, kappa) : -Infinity),
    ]
    for (let i = 0; i < 60 && Math.abs(b - a) > 1e-12 && fb !== 0; i++) {
      const h = (a * fb - b * fa) / (fb - fa)
      const f = set(w + h, e0 > 0 && e > -60 ? rk(w, e, h, kappa) : -Infinity)
      if (f > 0 === fb > 0) fa /= 2
      else [a, fa] = [b, fb]
      const isDone = Math.abs(h - b) <= 1e-12
      ;[b, fb] = [h, f]
      if (isDone) break
    }
    const left = m[1]! / (e0 || 1)
    if (!isKept) [m[0], m[1], m[8]] = [w0, e0, a0]
    return left
  }
  return () => {
    m.fill(0)
    let [clearFat, held, starchEq, acidEq, cost, low, high, alcohol, sum] = [0, 0, 0, 0, 0, 0, 0, 0, 0]
    for (let s = 0; s < steps.length; s++) {
      const step = steps[s]!
      for (const g of goods) {
        if (g.at !== s) continue
        cost += (g.grams * (g.good.costMinorPerKg ?? 0)) / 1000 / (g.good.trimYield ?? 1)
        if (g.good.solidInPan) held += g.grams * g.good.solidInPan.massShare * HELD
        else if (DRIES_FAT.includes(step.technique) && g.own[2]! > 0.7 * g.grams) clearFat += g.own[2]!
        else {
          for (let k = 0; k < 11; k++) m[k] = m[k]! + g.own[k]!
          acidEq += g.acidEq
          starchEq += g.own[6]! * 0.9
          alcohol += g.own[1]!
          low += g.own[1]!
          high += g.own[1]!
        }
      }
      if (step.technique === 'reduce') {
        const toMl = volume(0) * step.fraction
        if (m[1]! > 0) high *= boil(toMl, 0.6, false)
        low *= boil(toMl, 1, true)
      } else if (step.technique === 'strain') {
        let total = 0
        for (let k = 0; k < 11; k++) total += m[k]!
        const share = Math.max(0, total - held * (1 - step.press)) / (total || 1)
        for (let k = 0; k < 11; k++) m[k] = m[k]! * share
        m[2] = m[2]! + clearFat
        clearFat = held = 0
        starchEq *= share
      } else if (BOUND_BY.includes(step.technique)) {
        m[2] = m[2]! + clearFat
        clearFat = 0
      }
      let mass = clearFat
      for (let k = 0; k < 11; k++) mass += m[k]!
      if (mass <= 0) continue
      const ml = volume(clearFat)
      const phaseFrac = Math.min(0.78, m[2]! / 0.889 / ml)
      const solids = mass - m[0]! - m[1]! - m[8]! - m[4]! - m[6]! - m[2]!
      const eta = viscosityPaS(
        {
          solidsPct: (100 * solids) / mass,
          gelatinPct: (100 * m[4]!) / mass,
          starchPct: (100 * starchEq) / mass,
          phaseFrac,
        },
        45,
      )
      const boilC = waterBoilingPointC(pressureKPa / (1 - (1.86 * m[7]!) / (58.44 * (m[0]! / 18.015 || 1))))
      sum +=
        mass +
        ml +
        m[7]! / mass +
        (m[8]! + acidEq) / mass +
        eta +
        boilC +
        cost +
        (alcohol > 0 ? (low + high) / alcohol : 0)
    }
    return sum
  }
}
