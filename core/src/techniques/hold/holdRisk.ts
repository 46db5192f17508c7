// emulsion.md §5; every coefficient is a judgement until the house's own log has taken its place
import { surfaceLossGPerMin, type SauceCover } from '../../heat/stillSurface'
import { waterDensityKgPerM3 } from '../../heat/water'
import { settingRatePerS } from '../eggEmulsion/yolkBath'
import type { WearsBy } from './wears'
import { MOUNT_WINDOWS } from '../mount/mount'

/** What a held sauce breaks by: a rate at rest, the band in which it rests, the phase fraction it bears, and what each step beyond costs. */
export interface HoldFamily {
  readonly ratePerH: number
  readonly lowC: number
  readonly highC: number
  readonly phaseFrac: number
  /** Rise of ln(rate) per K too hot, per K too cold, per 0.01 of φ, per hour, per half an hour unstirred. */
  readonly perHotK: number
  readonly perColdK: number
  readonly perPhase: number
  readonly perH: number
  readonly perUnstirred: number
}
export const HOLD_FAMILIES = {
  egg: {
    ratePerH: 0.02,
    lowC: 45,
    highC: 63,
    phaseFrac: 0.7,
    perHotK: 0.25,
    perColdK: 0.12,
    perPhase: 0.2,
    perH: 0.35,
    perUnstirred: 0.4,
  },
  mounted: {
    ratePerH: 0.08,
    ...MOUNT_WINDOWS.plain,
    phaseFrac: 0.68,
    perHotK: 0.35,
    perColdK: 0.2,
    perPhase: 0.2,
    perH: 0.35,
    perUnstirred: 0.4,
  },
  mountedWithCream: {
    ratePerH: 0.04,
    ...MOUNT_WINDOWS.cream,
    phaseFrac: 0.72,
    perHotK: 0.15,
    perColdK: 0.12,
    perPhase: 0.15,
    perH: 0.25,
    perUnstirred: 0.3,
  },
  mountedJus: {
    ratePerH: 0.02,
    ...MOUNT_WINDOWS.jus,
    phaseFrac: 0.5,
    perHotK: 0.08,
    perColdK: 0.05,
    perPhase: 0.1,
    perH: 0.2,
    perUnstirred: 0.2,
  },
} as const satisfies Record<string, HoldFamily>
export type HoldFamilyId = keyof typeof HOLD_FAMILIES
/** Where a sauce of a family rests best: the middle of its band, °C; and where one that has nothing to break is kept. */
export const restC = (family: HoldFamilyId): number =>
  (HOLD_FAMILIES[family].lowC + HOLD_FAMILIES[family].highC) / 2
export const PLAIN_REST_C = 65
/** How often a held sauce is stirred, min. */
export const STIR_EVERY_MIN = 10

const HIGHEST_EXPONENT = 12
const UNSTIRRED_MIN = 60
/** Rate of breaking at a moment, 1/h. `emulsion:§5` @param houseFactor - how much worse than the table this house's is */
export function breakRatePerH(
  family: HoldFamily,
  at: {
    readonly tempC: number
    readonly phaseFrac: number
    readonly ageH: number
    readonly unstirredMin: number
  },
  houseFactor = 1,
): number {
  const exponent =
    family.perHotK * Math.max(0, at.tempC - family.highC) +
    family.perColdK * Math.max(0, family.lowC - at.tempC) +
    (family.perPhase * Math.max(0, at.phaseFrac - family.phaseFrac)) / 0.01 +
    family.perH * at.ageH +
    (family.perUnstirred * Math.min(at.unstirredMin, UNSTIRRED_MIN)) / 30
  return houseFactor * family.ratePerH * Math.exp(Math.min(HIGHEST_EXPONENT, exponent))
}

/** A sauce as it was put by, and how it is kept. */
export interface HeldSauce {
  readonly family: HoldFamilyId
  readonly fatMl: number
  /** What can stand around the fat: water, yolk and milk solids. */ readonly continuousMl: number
  /** Yolk in it; none where it cannot curdle. */ readonly yolkG?: number | undefined
  /** Of the yolk, how much had set when it was put by, 0..1. */ readonly setFrac?: number | undefined
  readonly areaM2: number
  readonly cover: SauceCover
  /** Whether it is stirred in that minute; nobody does where this is left out. */
  readonly isStirredAt?: ((min: number) => boolean) | undefined
  /** Water whisked in in that minute, ml. */ readonly waterMl?: ((min: number) => number) | undefined
  /** Steady, or by minutes from when it was put by. */
  readonly tempC: number | ((min: number) => number)
  /** How much worse than the table this house's is. */ readonly houseFactor?: number | undefined
}
/** How it stands after so many minutes. */
export interface HoldMinute {
  readonly min: number
  readonly brokenProb: number
  readonly setFrac: number
  readonly phaseFrac: number
  readonly lostG: number
}
const [G_PER_KG, S_PER_MIN] = [1000, 60]
/** Volumes of an emulsion are told at this temperature, °C. */
const SPOKEN_AT_C = 60
const SET_AT_FIRST = 0.2
/** Yolk set so far is grains that everybody sees. */
export const CURDLED_FROM = 0.6
const YOLK_G_PER_ML = 1.03

/** Stirred every so many minutes from when it was put by; never for 0. */
export const everyMinutes = (of: number) => (min: number) => of > 0 && min % of === 0

/** A held sauce, minute by minute: the chance that it has broken, the yolk that has set, its water. `emulsion:B1 B2 B3 B4 B5` @param minutes - 0..240 */
export function holdRisk(of: HeldSauce, minutes: number): HoldMinute[] {
  const family = HOLD_FAMILIES[of.family]
  const heat = of.tempC
  const tempAt = typeof heat === 'number' ? () => heat : heat
  const frac = (continuousMl: number) => of.fatMl / (of.fatMl + continuousMl)
  let continuousMl = of.continuousMl
  let [risk, unstirredMin, lostG, setFrac] = [0, 0, 0, of.yolkG ? (of.setFrac ?? SET_AT_FIRST) : 0]
  const all: HoldMinute[] = [{ min: 0, brokenProb: 0, setFrac, phaseFrac: frac(continuousMl), lostG: 0 }]
  for (let min = 0; min < minutes; min++) {
    const tempC = tempAt(min)
    const rate = (ageMin: number, since: number) =>
      breakRatePerH(
        family,
        { tempC, phaseFrac: frac(continuousMl), ageH: ageMin / 60, unstirredMin: since },
        of.houseFactor,
      )
    const before = rate(min, unstirredMin)
    const goneG = surfaceLossGPerMin(tempC, of.areaM2, of.cover)
    lostG += goneG
    continuousMl = Math.max(1, continuousMl - (G_PER_KG * goneG) / waterDensityKgPerM3(SPOKEN_AT_C))
    risk += (before + rate(min + 1, unstirredMin + 1)) / 2 / 60
    if (of.yolkG) {
      const waterG = Math.max(0, continuousMl - of.yolkG / YOLK_G_PER_ML)
      const sets = settingRatePerS({ bowl: 'steel', yolkG: of.yolkG }, waterG, tempC)
      setFrac = 1 - (1 - setFrac) * Math.exp(-S_PER_MIN * sets)
    }
    continuousMl += of.waterMl?.(min + 1) ?? 0
    unstirredMin = of.isStirredAt?.(min + 1) ? 0 : unstirredMin + 1
    all.push({
      min: min + 1,
      brokenProb: 1 - Math.exp(-risk),
      setFrac,
      phaseFrac: frac(continuousMl),
      lostG,
    })
  }
  return all
}

/** Minutes for which a sauce may go on standing, and what ends them. */
export interface HoldMargin {
  readonly min: number
  readonly binds: 'breaks' | 'curdles' | WearsBy | 'clock'
}
/** How far a house lets the chance of breaking rise. */
export const HOUSE_RISK = 0.05
/** The first minute that is one too many. `emulsion:B1 B2 B3` @param clockMin - what the safety clock leaves */
export function holdMargin(run: readonly HoldMinute[], clockMin: number, mostRisk = HOUSE_RISK): HoldMargin {
  const ends = run.find((m) => m.brokenProb >= mostRisk || m.setFrac >= CURDLED_FROM)
  if (!ends || ends.min >= clockMin) return { min: clockMin, binds: 'clock' }
  return { min: ends.min, binds: ends.brokenProb >= mostRisk ? 'breaks' : 'curdles' }
}
