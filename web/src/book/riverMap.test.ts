import type { Formula } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import demo from '../../../demo/larchwater-house.json'
import { layOutRiver } from './riverMap'

const formulas = demo.catalog.formulas

describe('the river map', () => {
  it('draws every sauce once, each right of its mother, no two on one spot', () => {
    const { nodes } = layOutRiver(formulas)
    expect(nodes.map((n) => n.formula.id).sort()).toEqual(formulas.map((f) => f.id).sort())
    expect(new Set(nodes.map((n) => `${n.column}:${n.row}`)).size).toBe(nodes.length)
    const at = (id: string) => nodes.find((n) => n.formula.id === id)!
    for (const n of nodes)
      if (n.formula.motherId && n.motherRow !== undefined)
        expect(n.column).toBe(at(n.formula.motherId).column + 1)
    expect([
      at('brownStockMade').column,
      at('brownSauce').column,
      at('demiGlaceMade').column,
      at('bordelaise').column,
    ]).toEqual([0, 1, 2, 3])
  })
  it('a sauce whose mother is filtered away is a source; a circle does not hang it', () => {
    expect(layOutRiver(formulas.filter((f) => f.id === 'bordelaise')).nodes).toMatchObject([{ column: 0 }])
    const [a, b] = [{ id: 'a', motherId: 'b' }, { id: 'b', motherId: 'a' }, { id: 'c' }] as Formula[]
    expect(layOutRiver([a!, b!, { id: 'c' } as Formula]).nodes.map((n) => n.formula.id)).toEqual(['c'])
  })
})
