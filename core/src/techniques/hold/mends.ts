import { HOLD_FAMILIES, restC, type HeldSauce, type HoldMargin } from './holdRisk'

/** Less than this is not worth a tap, g and min. */
const LEAST_WATER_G = 3
const LEAST_GAIN_MIN = 3
/** Gelatin that has set flows again well above where it sets, °C (emulsion.md §10). */
const MELTS_AGAIN_C = 60
/** A sauce takes no more water than this of itself before it is another sauce. */
const MOST_WATER_FRAC = 0.1

/** What would make a held sauce last, and for how much longer. */
export interface HoldMend {
  readonly waterG?: number
  readonly toC?: number
  readonly gainMin: number
}

/** What would let a sauce wait longer that has nothing to break: the water it lost, or warmth to melt its gelatin. */
export function wornMends(of: {
  readonly binds: HoldMargin['binds']
  readonly lostG: number
  readonly gainsMin: number
}) {
  const waterG = Math.round(of.lostG)
  const gainMin = of.binds === 'oils' ? Math.round(of.gainsMin) : 0
  return [
    ...(waterG >= LEAST_WATER_G ? [{ waterG, gainMin }] : []),
    ...(of.binds === 'sets' ? [{ toC: MELTS_AGAIN_C, gainMin: Math.round(of.gainsMin) }] : []),
  ]
}

/** What would let a sauce stand longer before it breaks or curdles: water, or another warmth; the one that gains most first. `emulsion:§5` */
export function mendsOf({
  sauce,
  tempC,
  binds,
  ageMin,
  lostG,
  gainOf,
}: {
  readonly sauce: HeldSauce
  readonly tempC: number
  readonly binds: HoldMargin['binds']
  readonly ageMin: number
  readonly lostG: number
  readonly gainOf: (changed: Partial<HeldSauce>) => number
}): HoldMend[] {
  if (binds === 'clock') return []
  const family = HOLD_FAMILIES[sauce.family]
  const { waterMl, tempC: pastC } = sauce
  const wasC = (min: number) => (typeof pastC === 'number' ? pastC : pastC(min))
  const all: HoldMend[] = []
  const mostG = MOST_WATER_FRAC * (sauce.fatMl + sauce.continuousMl)
  // what it lost, or as much as brings its fat back to what it bears
  const bearsG = sauce.fatMl / family.phaseFrac - sauce.fatMl - sauce.continuousMl + lostG
  const waterG = Math.round(Math.min(mostG, Math.max(lostG, bearsG)))
  if (waterG >= LEAST_WATER_G) {
    const gainMin = gainOf({ waterMl: (min) => (waterMl?.(min) ?? 0) + (min === ageMin + 1 ? waterG : 0) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ waterG, gainMin })
  }
  const toC = Math.round(restC(sauce.family))
  if (tempC > family.highC || tempC < family.lowC || binds === 'curdles') {
    const gainMin = gainOf({ tempC: (min) => (min <= ageMin ? wasC(min) : toC) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ toC, gainMin })
  }
  return all.sort((a, b) => b.gainMin - a.gainMin)
}
