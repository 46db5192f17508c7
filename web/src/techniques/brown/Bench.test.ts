import { techniqueOf } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { button, catalog } from '../../testing/mountScreen'
import { workAt, type AtBench } from '../../testing/workAt'
import { useDeviceUnits } from '../../ui/useDeviceUnits'

const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const browned = catalog.formulas.flatMap((f) =>
  f.steps.filter((s) => techniqueOf(s).id === 'brown').map((s) => [f.id, s.id] as const),
)
const wait = async (at: AtBench, minutes: number) => {
  at.kitchen.wait(minutes)
  await at.settle()
}
const keys = (at: AtBench) => at.w.findAll('.keys button, .keys-row button').map((b) => b.text())
const live = (at: AtBench) => {
  const of = at.view.value.live
  if (of?.kind !== 'timed' || !of.brown) throw new Error('nothing is browned')
  return of.brown
}

describe('butter that is browned', () => {
  it('there are three of them in the book', () => expect(browned.length).toBe(3))
  it.each(browned)(
    '%s: heard, smelled, poured into a cold bowl, and nothing is no number',
    async (formulaId, stepId) => {
      const at = await workAt(formulaId, stepId, 1)
      expect(says(at)).toContain('hazelnut in')
      expect(says(at)).toContain('by the plan alone')
      await wait(at, 1)
      await at.press('It sings')
      expect(says(at)).toMatch(/It sings \d\d:\d\d:\d\d, your tap/)
      expect(says(at)).toMatch(/\d+ g of water still in it/)
      await wait(at, 3)
      await at.press('Gone quiet')
      expect(says(at)).toContain('dry: now it browns')
      expect(says(at)).toMatch(/g of juice throws up \d+ l of steam/)
      expect(says(at)).toMatch(/Step done then \d+ g juice/)
      expect(live(at).waterG).toBe(0)
      await wait(at, 0.5)
      await at.press('Smells of nuts')
      expect(says(at)).toContain('hazelnut: stop it')
      expect(at.view.value.deadlines.map((d) => d.code)).toContain('quench')
      await at.press('Cold bowl')
      expect(says(at)).toContain('it browns no further')
      expect(says(at)).not.toMatch(/NaN|undefined|Infinity/)
      expect(at.view.value.deadlines.map((d) => d.code)).toEqual(['stepEnds'])
      await at.press(/^Step done/)
      expect(at.kitchen.last('step.finished').payload).toMatchObject({ stepId })
    },
  )
  it('a sound that was missed is passed over; the flame says when it would be there, and off that it never is', async () => {
    const at = await workAt('hazelnutButter', 'brown', 2)
    await at.press('Gone quiet')
    expect(keys(at)).not.toContain('It sings')
    await at.press(/^Flame/)
    const row = at.w.find('[role=group][aria-label=Flame]')
    expect(row.text()).toMatch(/high \d\d:\d\d/)
    const before = live(at).stages.find((s) => s.mark === 'noisette')!.atMs
    await at.press(/^low\b/)
    expect(live(at).level).toBe('low')
    expect(live(at).stages.find((s) => s.mark === 'noisette')!.atMs).toBeGreaterThan(before)
  })
  it('over 160° nothing wet goes in: told in the device’s degrees, and the cold bowl is the key', async () => {
    const at = await workAt('hazelnutButter', 'brown', 3)
    await at.press('Gone quiet')
    await wait(at, 0.1)
    await at.press('Temperature')
    await at.enter(230)
    expect(at.w.find('[role=alert]').text()).toContain('Over 160°: nothing wet goes in')
    expect(button(at.w, 'Cold bowl').classes()).toContain('is-first')
    const { setTempUnit } = useDeviceUnits()
    setTempUnit('°F')
    await at.settle()
    expect(at.w.find('[role=alert]').text()).toContain('Over 320°')
    setTempUnit('°C')
  })
  it('nuts that are smelled while it sings are asked about once, and taken back in one tap', async () => {
    const at = await workAt('hazelnutButter', 'brown', 1)
    await at.press('It sings')
    await wait(at, 0.5)
    await at.kitchen.port.record('cue.seen', at.view.value.state.id, { stepId: 'brown', cue: 'nutty' })
    await wait(at, 0.5)
    await at.kitchen.port.record('cue.seen', at.view.value.state.id, { stepId: 'brown', cue: 'quiet' })
    await at.settle()
    expect(at.w.find('[role=alertdialog]').text()).toContain('still sings')
    await at.press('Take that tap back')
    expect(at.w.find('[role=alertdialog]').exists()).toBe(false)
    expect(live(at).isContrary).toBe(false)
  })
})
