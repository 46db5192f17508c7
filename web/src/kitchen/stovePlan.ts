import type { PlanPlace, Ring, Well } from '@liquamen/core'

/** A stove that nobody measured, mm. */
export const USUAL_STOVE = { widthMm: 1780, depthMm: 900 } as const
export const USUAL_BURNER_MM = 130
const RINGS_SHARE = 0.64 // of the width, where a trough stands beside them
const SAME_ROW_MM = 170
const GRID_MM = 10

export interface StoveSize {
  readonly widthMm: number
  readonly depthMm: number
}
/** A thing of the stove with the row and column it is drawn in where nobody has set it out. */
type Placed = Pick<Ring | Well, 'row' | 'column' | 'at'>

const spread = (i: number, of: number, fromMm: number, toMm: number) =>
  fromMm + ((i + 0.5) / of) * (toMm - fromMm)

/** Where things stand: as they were set out, else evenly over their part of the stove. */
export function placesOf<T extends Placed>(
  things: readonly T[],
  stove: StoveSize,
  part: 'rings' | 'wells',
  hasOther: boolean,
): ReadonlyMap<T, PlanPlace> {
  const rows = Math.max(1, ...things.map((t) => t.row + 1))
  const columns = Math.max(1, ...things.map((t) => t.column + 1))
  const alone = part === 'rings' ? 1 : 0
  const border = stove.widthMm * (hasOther ? RINGS_SHARE : alone)
  const [fromMm, toMm] = part === 'rings' ? [0, border] : [border, stove.widthMm]
  return new Map(
    things.map((t) => [
      t,
      t.at ?? {
        xMm: spread(t.column, columns, fromMm, toMm),
        yMm: spread(t.row, rows, 0, stove.depthMm * 0.94),
      },
    ]),
  )
}

/** A place within the stove, on its grid. */
export const heldIn = ({ xMm, yMm }: PlanPlace, stove: StoveSize): PlanPlace => ({
  xMm: Math.round(Math.max(40, Math.min(stove.widthMm - 40, xMm)) / GRID_MM) * GRID_MM,
  yMm: Math.round(Math.max(40, Math.min(stove.depthMm - 40, yMm)) / GRID_MM) * GRID_MM,
})

/** Rows and columns of things by where they stand: what stands about as far back is one row. */
export function rowsOf<T extends Placed>(places: ReadonlyMap<T, PlanPlace>): T[] {
  const sorted = [...places].sort(([, a], [, b]) => a.yMm - b.yMm)
  const rows: (readonly [T, PlanPlace])[][] = []
  for (const entry of sorted) {
    const row = rows.at(-1)
    if (row?.[0] && entry[1].yMm - row[0][1].yMm < SAME_ROW_MM) row.push(entry)
    else rows.push([entry])
  }
  return rows.flatMap((row, i) =>
    row
      .sort(([, a], [, b]) => a.xMm - b.xMm)
      .map(([thing, at], column) => ({ ...thing, at, row: i, column })),
  )
}
