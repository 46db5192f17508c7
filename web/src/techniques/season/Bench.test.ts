import { describe, expect, it } from 'vitest'
import { firstStep, workAt, type AtBench } from '../../testing/workAt'

const { formula, step } = firstStep('season')
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const grams = (at: AtBench) => Number(/Add ([\d.]+) g \(/.exec(says(at))?.[1])

describe('salt at the end', () => {
  it('is dosed on what is eaten, less what its goods brought, in grams and spoons', async () => {
    const at = await workAt(formula.id, step.id)
    const { salt } = at.view.value.state.plan!
    expect(grams(at)).toBeCloseTo(salt.addG, 0)
    expect(says(at)).toMatch(/tsp fine salt\) now/)
  })
  it('goes down where the pan holds less than planned, so that the plate is as salty', async () => {
    const at = await workAt(formula.id, step.id)
    const planned = grams(at)
    const before = formula.steps[formula.steps.indexOf(step) - 1]!
    await at.kitchen.port.record('addition.made', at.view.value.state.id, {
      stepId: before.id,
      ingredientId: 'water',
      massG: -200,
      sdG: 4,
      coolerByK: 0,
    })
    await at.settle()
    expect(grams(at)).toBeLessThan(planned)
  })
  it('once in it is said with its share, and taken back it is asked for again', async () => {
    const at = await workAt(formula.id, step.id)
    await at.press(/^Add .* now$/)
    await at.enter(3)
    expect(says(at)).toContain('Salt is in: 3.0 g')
    const { saltFrac } = at.kitchen.last('salt.added').payload
    expect(saltFrac).toBeGreaterThan(0)
    expect(saltFrac).toBeLessThan(0.02)
    await at.press(/^Undo/)
    expect(grams(at)).toBeGreaterThan(0)
  })
})
