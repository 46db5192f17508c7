import { describe, expect, it } from 'vitest'
import { larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { readyFirst } from './readyFirst'

const of = (id: string, stepId: string) => {
  const formula = catalog.formulas.find((f) => f.id === id)!
  return readyFirst(
    formula,
    formula.steps.find((s) => s.id === stepId),
  )
}
describe('what stands ready before a step that cannot be stopped', () => {
  it('butter is browned with capers, juice and parsley at hand; yolk is beaten with its butter at hand', () => {
    expect(of('hazelnutButter', 'brown')).toEqual(['capers', 'lemonJuice', 'parsley'])
    expect(of('hollandaise', 'sabayon').length).toBeGreaterThan(0)
  })
  it('a reduction, a simmer and what is strained can wait', () => {
    for (const { id, steps } of catalog.formulas)
      for (const step of steps)
        if (['reduce', 'simmer', 'strain', 'cool', 'serve'].includes(step.technique))
          expect(of(id, step.id), `${id} ${step.id}`).toEqual([])
  })
})
