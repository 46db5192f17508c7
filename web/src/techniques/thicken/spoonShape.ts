import { COAT_GRADES, SPOON_GRADES, spoonFilmProfileMm, spoonOfGrade, type SpoonGrade } from '@liquamen/core'

/** One drawn spoon and its scale share the width of a fifth. */
export const FIFTH = 100
const TIMES = 7 // the film is drawn seven times as thick as it is
const PX_PER_MM = 1.9
const FILM_PX = 96
const PLACES = 13

const LAST_PA_S = 12
const FIRST_PA_S = 0.003
const fromOf = (grade: SpoonGrade) => Math.max(FIRST_PA_S, COAT_GRADES[grade]?.fromPaS ?? 0)
const toOf = (grade: SpoonGrade) => COAT_GRADES[grade + 1]?.fromPaS ?? LAST_PA_S

/** Where a viscosity stands under the five spoons: each grade a fifth, even in the logarithm. */
export function scaleX(paS: number): number {
  const held = Math.max(FIRST_PA_S, Math.min(LAST_PA_S, paS))
  const grade = SPOON_GRADES.findLast((g) => held >= fromOf(g)) ?? 1
  const share = Math.log(held / fromOf(grade)) / Math.log(toOf(grade) / fromOf(grade))
  return FIFTH * (grade - 1 + Math.max(0, share))
}
/** The viscosity at a place under the spoons. */
export function scalePaS(x: number): number {
  const fifth = Math.max(0, Math.min(SPOON_GRADES.length - 1e-9, x / FIFTH))
  const grade = (Math.floor(fifth) + 1) as SpoonGrade
  return fromOf(grade) * (toOf(grade) / fromOf(grade)) ** (fifth - Math.floor(fifth))
}

/** The film in section beside its spoon: a wall with what hangs on it, from the upper edge down. */
export function filmPath(grade: SpoonGrade): string {
  const film = spoonFilmProfileMm(spoonOfGrade(grade).paS, PLACES)
  const at = film.map(
    (mm, i) => `L${(mm * TIMES * PX_PER_MM).toFixed(1)} ${((FILM_PX * i) / (PLACES - 1)).toFixed(1)}`,
  )
  return `M0 0${at.join('')}L0 ${FILM_PX}Z`
}
