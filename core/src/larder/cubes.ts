/** A cell holds so much of its rim's volume: ice takes nine hundredths more. */
export const CELL_FILL = 0.92
/** Nominal cells of trays, ml. */
export const CELLS_ML = [15, 30, 60, 125, 250] as const

/** Cubes from a volume, and what is left of it, ml. `kitchen:K-C1` */
export function cubesFrom(
  volumeMl: number,
  cellMl: number,
  yieldFrac = 1,
): { readonly cubes: number; readonly restMl: number } {
  const each = cellMl * CELL_FILL
  const cubes = Math.floor((volumeMl * yieldFrac) / each + 1e-9)
  return { cubes, restMl: volumeMl * yieldFrac - cubes * each }
}

/** Cubes that a cover takes, by the solids of the sauce and of the cube. `kitchen:K-C2` */
export function cubesPerCover(
  portionMl: number,
  portionSolidsFrac: number,
  cube: { readonly volumeMl: number; readonly solidsFrac: number },
): number {
  return (portionMl * portionSolidsFrac) / (cube.solidsFrac * cube.volumeMl)
}

/** Water that brings a concentrate to a strength, g or ml as its mass is given, and the salt it then has. `kitchen:K-C2 K-C3` */
export function dilution(
  mass: number,
  fromSolidsFrac: number,
  toSolidsFrac: number,
  saltFrac = 0,
): { readonly water: number; readonly saltFrac: number } {
  const ratio = fromSolidsFrac / toSolidsFrac
  return { water: mass * (ratio - 1), saltFrac: saltFrac / ratio }
}

/** How far a concentrate may be let down before its salt passes a cap, solids 0..1. */
export const strongestSolidsFrac = (solidsFrac: number, saltFrac: number, capFrac: number): number =>
  saltFrac > 0 ? Math.min(solidsFrac, (solidsFrac * capFrac) / saltFrac) : solidsFrac
