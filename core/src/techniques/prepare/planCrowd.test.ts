import { describe, expect, it } from 'vitest'
import { planWork } from '../../batch/planBatch'
import { larchwaterGoods, larchwaterTest, placeIn } from '../../demoKitchen.test-helper'

const planOf = (id: string, portions: number, ring = 'ring1') =>
  planWork({
    formula: larchwaterTest.formulas.find((f) => f.id === id)!,
    ingredients: larchwaterGoods,
    place: placeIn('sauteuse24', ring),
    portions,
  })
const crowdOf = (plan: ReturnType<typeof planOf>) => {
  for (const { work } of plan.steps) if (work.kind === 'browning' && work.crowd) return work.crowd
  return undefined
}

describe('whether it browns or steams, planned', () => {
  it('few mushrooms on a strong ring brown; many on a small one steam, and the plan says in how many lots they would not', () => {
    const few = planOf('mushroomSauce', 3)
    expect(crowdOf(few)!).toMatchObject({ food: 'mushrooms', verdict: 'browns' })
    const many = planOf('mushroomSauce', 40, 'ring3')
    const of = crowdOf(many)!
    expect(of.verdict).toBe('steams')
    expect(of.lots).toBeGreaterThan(1)
    expect(many.warnings).toContainEqual({ code: 'steams', stepId: 'sweat', lots: of.lots })
    expect(of.lots * Math.max(1e-9, of.criticalKg)).toBeGreaterThanOrEqual(of.massKg - 1e-9)
  })
  it('what is to take no colour is not judged', () => {
    expect(crowdOf(planOf('redWineShallot', 10))).toBeUndefined()
  })
  it('every step of the book that is to take colour is judged', () => {
    for (const formula of larchwaterTest.formulas.filter((f) => f.steps.some((s) => s.colour))) {
      const { work } = planOf(formula.id, formula.basisPortions).steps.find(
        (s) => formula.steps.find((x) => x.id === s.stepId)?.colour,
      )!
      expect(work, formula.id).toMatchObject({ kind: 'browning', crowd: { modelVersion: 'crowd-1' } })
    }
  })
})
