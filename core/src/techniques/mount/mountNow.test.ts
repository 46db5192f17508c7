import { describe, expect, it } from 'vitest'
import { larchwaterTest } from '../../demoKitchen.test-helper'
import { rehearse } from '../../rehearse.test-helper'
import { techniqueOf } from '../registry'
import { mountNow } from './mountNow'

const mounted = larchwaterTest.formulas.flatMap((f) =>
  f.steps.filter((s) => techniqueOf(s).id === 'mount').map((s) => [f.id, s.id] as const),
)
/** A mounting as its step is begun, after a reduction that was found at so many grams. */
function at(formulaId: string, stepId: string, tempC?: number) {
  const batch = rehearse(formulaId, { untilStepId: stepId })
  return mountNow(batch.viewAt(batch.endsAtMs), tempC)!
}

describe('a mounting by what is really there', () => {
  it.each(mounted)('%s: its butter fits, and a plate it may go on is warm', (formulaId, stepId) => {
    const now = at(formulaId, stepId)
    expect(now.roomG).toBeGreaterThan(0)
    expect(now.waterFirstG).toBe(0)
    expect(now.plateC).toBeGreaterThan(60)
    expect(now.plateC).toBeLessThan(105)
    expect(now.meatC).toBeGreaterThan(55)
    expect(now.meatC).toBeLessThanOrEqual(now.plateC)
    expect(now.offHeatC).toBeGreaterThan(5)
    expect(now.offHeatC).toBeLessThan(92)
  })
  it('beurre rouge on a reduction that went too far holds less, and says how much water carries it', () => {
    const stepId = mounted.find(([f]) => f === 'beurreRouge')![1]
    const batch = rehearse('beurreRouge', { untilStepId: stepId })
    const view = batch.viewAt(batch.endsAtMs)
    const before = view.formula.steps[view.formula.steps.findIndex((s) => s.id === stepId) - 1]!
    const dry = {
      ...view.state,
      steps: { ...view.state.steps, [before.id]: { ...view.state.steps[before.id], massG: 20 } },
    }
    const [planned, found] = [mountNow(view)!, mountNow({ ...view, state: dry })!]
    expect(found.reductionG).toBeLessThan(planned.reductionG - 15)
    expect(planned.tooWetG).toBe(0)
    const wet = {
      ...view.state,
      steps: { ...view.state.steps, [before.id]: { ...view.state.steps[before.id], massG: 110 } },
    }
    const excess = mountNow({ ...view, state: wet })!
    expect(Math.abs(excess.tooWetG - (excess.reductionG - planned.reductionG))).toBeLessThan(6)
    expect(found.roomG).toBeLessThan(0)
    expect(found.waterFirstG).toBeGreaterThan(5)
    expect(found.waterFirstG).toBeLessThan(planned.reductionG)
  })
  it('the hotter the sauce, the cooler its plate must be', () => {
    const stepId = mounted.find(([f]) => f === 'beurreRouge')![1]
    expect(at('beurreRouge', stepId, 56).plateC).toBeLessThan(at('beurreRouge', stepId, 48).plateC)
  })
})
