import { expect, it } from 'vitest'
import { rehearsed } from '../testing/rehearsed'
import { firstStep, guestWithout, workAt } from '../testing/workAt'

const OTHER = '018f0000-0000-7000-8000-00000000000e'

it('a thermometer out of another sauce is washed first; a guest’s allergy keeps its own; one tap puts the washing on record', async () => {
  const { formula, step } = firstStep('mount')
  const at = await workAt(formula.id, step.id)
  await guestWithout(at, ['egg'])
  const earlier = rehearsed('hollandaise', 'pour').facts.map((f) => ({
    ...f,
    id: `e${f.id}`,
    streamId: OTHER,
  }))
  at.kitchen.knows(earlier)
  await at.kitchen.port.record('reading.taken', OTHER, { stepId: 'pour', how: 'temperature', tempC: 61 })
  at.kitchen.wait(1)
  await at.settle()
  await at.press('Temperature')
  expect(at.w.text()).toContain('Thermometer was in Hollandaise')
  expect(at.w.text()).toMatch(/Table 7 must not have egg/i)
  await at.press('Washed')
  expect(at.kitchen.last('tool.washed').payload).toEqual({ tool: 'thermometer' })
  expect(at.w.text()).not.toContain('Thermometer was in Hollandaise')
})
