import { allocate, type Allocation, type Part } from '../quantity/checkAmounts'
import type { Formula, FormulaItem } from './formula'

/** A part of an amount and the step at which it goes in. */
export interface StagedPart {
  readonly part: Part
  readonly stepId: string
}

const sizeOf = (amount: FormulaItem['amount']) => ('massG' in amount ? amount.massG : amount.volumeMl)

/**
 * A formula with one amount put in by stages: part now and part later, in thirds, piece by piece. The parts add up to what it was, or it is said
 * by how much they do not and nothing is changed.
 */
export function splitItem(
  formula: Formula,
  itemId: string,
  parts: readonly StagedPart[],
): { readonly formula: Formula; readonly allocation: Allocation } {
  const at = formula.items.findIndex((i) => i.id === itemId)
  const item = formula.items[at]
  const allocation = allocate(
    item ? sizeOf(item.amount) : 0,
    parts.map((p) => p.part),
  )
  if (!item || allocation.status !== 'ok') return { formula, allocation }
  const ids = new Set(formula.items.map((i) => i.id))
  const split = parts.map((p, i): FormulaItem => {
    const size = allocation.partsG[i] ?? 0
    let id = i === 0 ? item.id : `${item.id}_${i + 1}`
    while (i > 0 && ids.has(id)) id += '_'
    ids.add(id)
    return {
      ...item,
      id,
      stepId: p.stepId,
      amount: 'massG' in item.amount ? { massG: size } : { volumeMl: size },
    }
  })
  return {
    formula: { ...formula, items: [...formula.items.slice(0, at), ...split, ...formula.items.slice(at + 1)] },
    allocation,
  }
}
