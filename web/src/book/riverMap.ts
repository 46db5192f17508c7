import type { Formula } from '@liquamen/core'

/** A sauce on the map: where it stands, and from where its line comes. */
export interface MapNode {
  readonly formula: Formula
  readonly column: number
  readonly row: number
  readonly motherRow: number | undefined
}

/**
 * Sauces by descent, as in a river map with the source at the left: each sauce one column right of its mother, children below one another, families together.
 * A sauce whose mother is not among those shown stands as a source.
 */
export function layOutRiver(formulas: readonly Formula[]): {
  readonly nodes: readonly MapNode[]
  readonly rows: number
  readonly columns: number
} {
  const shown = new Map(formulas.map((f) => [f.id, f]))
  const childrenOf = (id: string | undefined) =>
    formulas.filter((f) => (f.motherId && shown.has(f.motherId) ? f.motherId : undefined) === id)
  const nodes: MapNode[] = []
  let row = 0
  const place = (
    formula: Formula,
    column: number,
    motherRow: number | undefined,
    path: readonly string[],
  ): void => {
    const own = row
    nodes.push({ formula, column, row: own, motherRow })
    const children = childrenOf(formula.id).filter((c) => !path.includes(c.id))
    if (children.length === 0) row += 1
    for (const child of children) place(child, column + 1, own, [...path, child.id])
  }
  for (const source of childrenOf(undefined)) place(source, 0, undefined, [source.id])
  return { nodes, rows: row, columns: Math.max(0, ...nodes.map((n) => n.column)) + 1 }
}
