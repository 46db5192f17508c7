// emulsion.md §7: Landau & Levich 1942 with its thick-film limit, drained after Jeffreys 1930
const LIFT_M_PER_S = 0.1
const SPOON_M = 0.05
const READ_AFTER_S = 5
const DENSITY = 1040
const SURFACE_N_PER_M = 0.045
const G = 9.81

/** Film as it is lifted, and how it has drained by a moment: h(z) = √(η·z/ρgt), with z from the upper edge. */
function filmOf(viscosityPaS: number, afterS: number) {
  const capillary = (viscosityPaS * LIFT_M_PER_S) / SURFACE_N_PER_M
  const startM = Math.min(
    0.944 * Math.sqrt(SURFACE_N_PER_M / (DENSITY * G)) * capillary ** (2 / 3),
    0.66 * Math.sqrt((viscosityPaS * LIFT_M_PER_S) / (DENSITY * G)),
  )
  return { startM, drain: Math.sqrt(viscosityPaS / (DENSITY * G * afterS)) }
}

/** Mean film left on a spoon, mm, some seconds after it was lifted. `emulsion:V2` */
export function spoonFilmMm(viscosityPaS: number, yieldPa = 0, afterS = READ_AFTER_S): number {
  const { startM: start, drain } = filmOf(viscosityPaS, afterS)
  const crossM = (start / drain) ** 2
  const mean =
    crossM >= SPOON_M
      ? (2 / 3) * drain * Math.sqrt(SPOON_M)
      : ((2 / 3) * drain * crossM ** 1.5 + start * (SPOON_M - crossM)) / SPOON_M
  return 1000 * Math.max(mean, yieldPa / (DENSITY * G))
}

/** The film along the spoon, mm, from its upper edge to its tip, at so many even places. */
export function spoonFilmProfileMm(viscosityPaS: number, places: number, afterS = READ_AFTER_S): number[] {
  const { startM, drain } = filmOf(viscosityPaS, afterS)
  return Array.from(
    { length: places },
    (_, i) => 1000 * Math.min(startM, drain * Math.sqrt((SPOON_M * i) / (places - 1))),
  )
}

/** Viscosity read back from a weighed film, Pa·s: a dipped tablespoon on a 0.1 g scale is a viscometer. */
export function viscosityFromFilmPaS(filmG: number, areaCm2: number): number {
  const meanM = filmG / 1000 / (DENSITY * areaCm2 * 1e-4)
  return ((1.5 * meanM) ** 2 * DENSITY * G * READ_AFTER_S) / SPOON_M
}

/** How a sauce coats, by its viscosity at the spoon. */
export const COAT_GRADES = [
  { grade: 0, name: 'watery', fromPaS: 0 },
  { grade: 1, name: 'jusFilm', fromPaS: 0.012 },
  { grade: 2, name: 'lightNappe', fromPaS: 0.05 },
  { grade: 3, name: 'nappe', fromPaS: 0.2 },
  { grade: 4, name: 'heavyNappe', fromPaS: 0.8 },
  { grade: 5, name: 'paste', fromPaS: 3 },
] as const
export type CoatName = (typeof COAT_GRADES)[number]['name']
/** The grade of a viscosity. */
export function coatGrade(viscosityPaS: number): (typeof COAT_GRADES)[number] {
  return [...COAT_GRADES].reverse().find((g) => viscosityPaS >= g.fromPaS) ?? COAT_GRADES[0]
}
