import { Z10 } from '../../solve/normal'
import { COAT_GRADES, viscosityFromFilmPaS, type CoatName } from '../../mixture/spoonFilm'

/** Version of what a spoon is taken to say; raised whenever its numbers change. */
export const SPOON_MODEL_VERSION = 'spoon-1'
/** A house scale of five: what a finger's line does on the spoon. 1 jus film, 2 light coat, 3 coat, 4 heavy coat, 5 paste. */
export const SPOON_GRADES = [1, 2, 3, 4, 5] as const
export type SpoonGrade = (typeof SPOON_GRADES)[number]

/** A sauce's computed viscosity is known to about half and half again in eight of ten (emulsion.md §7). */
const MODEL_SD_LN = Math.log(1.5) / Z10
/** A weighed film is the steadier spoon. */
const FILM_SD_LN = 0.25
const THINNEST_PA_S = 0.003
const THICKEST_PA_S = 12
/** A tablespoon dipped and lifted, both sides, cm². */
const SPOON_AREA_CM2 = 36

/** What a spoon says of a sauce: its viscosity, how sure that is, and on which grade it stands. */
export interface SpoonSays {
  readonly grade: SpoonGrade
  readonly paS: number
  readonly sdLn: number
}

const bounds = (grade: number) => ({
  from: Math.max(THINNEST_PA_S, COAT_GRADES[grade]?.fromPaS ?? 0),
  to: COAT_GRADES[grade + 1]?.fromPaS ?? THICKEST_PA_S,
})

/** A spoon compared with the five drawn ones: anywhere within its grade alike. */
export function spoonOfGrade(grade: SpoonGrade): SpoonSays {
  const { from, to } = bounds(grade)
  return { grade, paS: Math.sqrt(from * to), sdLn: Math.log(to / from) / Math.sqrt(12) }
}
/** The first spoon stands for all that is thinner too, the last for all that is thicker: such a sauce is as the sum has it. */
export function spoonBeside(says: SpoonSays, expectedPaS: number): SpoonSays {
  const { from, to } = bounds(says.grade)
  const isBeyond = (says.grade === 1 && expectedPaS < from) || (says.grade === 5 && expectedPaS > to)
  return isBeyond ? { ...says, paS: expectedPaS } : says
}

/** A spoon weighed before and after it was dipped. @param filmG - what hangs on it, 0.05..30 g */
export function spoonOfFilm(filmG: number): SpoonSays {
  const paS = viscosityFromFilmPaS(filmG, SPOON_AREA_CM2)
  return { grade: gradeOf(paS), paS, sdLn: FILM_SD_LN }
}

/** The grade of a viscosity on the house's scale of five. */
export function gradeOf(paS: number): SpoonGrade {
  return SPOON_GRADES.findLast((g) => paS >= bounds(g).from) ?? 1
}
export const GRADE_NAMES: Readonly<Record<SpoonGrade, CoatName>> = {
  1: 'jusFilm',
  2: 'lightNappe',
  3: 'nappe',
  4: 'heavyNappe',
  5: 'paste',
}

/** How much thicker this sauce is than its sum says, as a logarithm. */
export interface ThicknessBias {
  readonly meanLn: number
  readonly sdLn: number
}

/** What the spoons of a batch teach of it: the sum's own error, met by each reading. Conjugate normal, readings independent. */
export function thicknessBias(
  readings: readonly {
    readonly paS: number
    readonly sdLn: number
    readonly expectedPaS: number
  }[],
): ThicknessBias {
  let precision = 1 / MODEL_SD_LN ** 2
  let sum = 0
  for (const { paS, sdLn, expectedPaS } of readings) {
    if (!(paS > 0 && expectedPaS > 0)) continue
    precision += 1 / sdLn ** 2
    sum += Math.log(paS / expectedPaS) / sdLn ** 2
  }
  return { meanLn: sum / precision, sdLn: 1 / Math.sqrt(precision) }
}

const FAR_SDS = 3
/** A spoon so far from the sum that a wrong look is likelier than a wrong sauce: it is asked about once. */
export function isFarFromSum({
  paS,
  sdLn,
  expectedPaS,
}: {
  readonly paS: number
  readonly sdLn: number
  readonly expectedPaS: number
}): boolean {
  return Math.abs(Math.log(paS / expectedPaS)) > FAR_SDS * Math.hypot(sdLn, MODEL_SD_LN)
}
