import { techniqueOf } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { catalog } from '../testing/mountScreen'
import { workAt, type AtBench } from '../testing/workAt'

const NO_NUMBER = /NaN|undefined|Infinity|\[object|null/
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const keysOf = (at: AtBench) => at.w.findAll('.bar button, button').map((b) => b.text())

describe.each(catalog.formulas.map((f) => [f.id, f] as const))('every bench of %s', (id, formula) => {
  it.each(formula.steps.map((s) => [s.id, s] as const))(
    '%s: its name, what goes in, its vessel, what is due, and a key that goes on',
    async (stepId, step) => {
      const at = await workAt(id, stepId, 1)

      const { view, w } = at
      expect(w.find('h1').text()).toContain(formula.name)
      expect(w.find('[aria-current=step]').text()).toBe(step.verb)
      expect(says(at)).not.toMatch(NO_NUMBER)
      const lines = view.value.state.plan!.weighOut.filter((l) => l.stepId === stepId)
      for (const line of lines) expect(says(at)).toContain(line.name.split(',')[0])
      for (const drawing of w.findAll('svg[role=img]')) {
        expect(drawing.attributes('aria-label')).toBeTruthy()
        expect(drawing.html()).not.toMatch(/NaN|undefined/)
      }
      const { minutes } = view.value.planned!
      if (minutes.value > 0 && techniqueOf(step).id !== 'hold')
        expect(view.value.deadlines.length, 'a timed step calls').toBeGreaterThan(0)
      expect(keysOf(at).length).toBeGreaterThan(0)
      at.kitchen.wait(600)
      await at.settle()
      expect(says(at), 'ten hours later').not.toMatch(NO_NUMBER)
    },
  )
})
