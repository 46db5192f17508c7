import { describe, expect, it } from 'vitest'
import { larchwaterTest as kitchen } from '../demoKitchen.test-helper'
import type { Formula, FormulaStep } from './formula'
import { kitchenGoods } from './kitchenGoods'
import { saidContradictions } from './saidContradictions'
import { traceFormula } from './traceFormula'

const ingredients = kitchenGoods(kitchen)
const wine = kitchen.formulas.find((f) => f.id === 'redWineShallot')!
const withStep = (id: string, step: Partial<FormulaStep>): Formula => ({
  ...wine,
  steps: wine.steps.map((s) => (s.id === id ? { ...s, ...step } : s)),
})
const found = (f: Formula) => saidContradictions(f, traceFormula(f, { ingredients, altitudeM: 1180 }))
const minutes = (low: number, value: number, high: number) => ({ low, value, high })

describe('what is said twice of a step', () => {
  it('no formula of the demo contradicts itself', () =>
    expect(kitchen.formulas.flatMap((f) => found(f).map((c) => f.id + c.of))).toEqual([]))
  it('a phrase with two ends shows both in ml', () => {
    const [c] = found(withStep('reduceWine', { target: 'by a third, to 100 ml' }))
    expect(c).toMatchObject({ of: 'target', stepId: 'reduceWine', unit: 'ml' })
    const [a, b] = c!.claims.map((x) => x.value).sort((x, y) => y - x)
    expect(b).toBeCloseTo(100, 6)
    expect(a).toBeGreaterThan(200)
  })
  it.each<[string, FormulaStep['minutes'], boolean]>([
    ['Soft after 5 min', minutes(4, 5, 6), false],
    ['Soft after 5 min', minutes(12, 15, 20), true],
    ['Soft, 10–12 min', minutes(10, 11, 13), false],
    ['Soft, 10 to 12 min', minutes(3, 4, 5), true],
    ['Soft, 4,5 min', minutes(4, 4.5, 5), false],
    ['Soft and clear', minutes(3, 4, 5), false],
  ])('%s beside its span', (endsWhen, span, isTold) => {
    const told = found(withStep('sweat', { endsWhen, minutes: span! })).filter((c) => c.of === 'minutes')
    expect(told).toHaveLength(isTold ? 1 : 0)
    if (isTold) expect(told[0]).toMatchObject({ stepId: 'sweat', unit: 'min' })
  })
})
