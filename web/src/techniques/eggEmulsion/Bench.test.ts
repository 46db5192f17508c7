import { chosenFormula, emulsionOf, type Payloads } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { button, catalog } from '../../testing/mountScreen'
import { useRescueDrawer } from '../../rescue/useRescueDrawer'
import { BATCH_ID } from '../../testing/rehearsed'
import { workAt, type AtBench } from '../../testing/workAt'
import { useChannels } from '../../port/channels.store'

const PROBE = '018f0000-0000-7000-8000-0000000000c1'
const OTHER = '018f0000-0000-7000-8000-0000000000c2'
const sabayon = (afterMin = 1) => workAt('hollandaise', 'sabayon', afterMin)
const pour = (afterMin = 0) => workAt('hollandaise', 'pour', afterMin)
const bowl = (at: AtBench) => {
  const of = at.view.value.live
  if (of?.kind !== 'eggEmulsion') throw new Error('no bowl is live')
  return of.bowl
}
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const type = async (at: AtBench, key: string | RegExp, value: number) => {
  await at.press(key)
  await at.enter(value)
}
const waitS = async (at: AtBench, seconds: number) => {
  at.kitchen.wait(seconds / 60)
  await at.settle()
}
/** Two probes that the kitchen has. */
function haveProbes() {
  const probe = { kind: 'probe', isSimulated: true, unit: '°C', createdAtMs: 0, lastSeenAtMs: 0 }
  useChannels().channels = [
    { ...probe, id: PROBE, name: 'Probe 1' },
    { ...probe, id: OTHER, name: 'Probe 2' },
  ] as never
}

describe('yolk over its bath', () => {
  it('one key carries the work: cue after cue, then lifts off and goes to the butter', async () => {
    const at = await sabayon()
    const next = () => at.w.find('.whole').attributes('aria-label')
    const words: (string | undefined)[] = []
    for (let i = 0; i < 3; i += 1) {
      words.push(next())
      await at.w.find('.whole').trigger('click')
      await at.settle()
    }
    expect(words).toEqual(['next: Foamy', 'next: Trails', 'next: Ribbon'])
    expect(next()).toBe('next: Lift off')
    await at.w.find('.whole').trigger('click')
    await at.settle()
    expect(at.kitchen.kinds().slice(-3)).toEqual(['pan.lifted', 'step.finished', 'step.started'])
    expect(at.view.value.step?.id).toBe('pour')
  })
  it('tapped twice before anything was kept, it does what it said once', async () => {
    const at = await sabayon()
    const key = at.w.find('.whole')
    await Promise.all([key.trigger('click'), key.trigger('click'), key.trigger('click')])
    await at.settle()
    expect(at.kitchen.kinds().filter((kind) => kind === 'cue.seen')).toHaveLength(1)
    expect(key.attributes('aria-label')).toBe('next: Trails')
  })
  it('asks before it lifts a bowl in which neither model nor cook has seen a ribbon', async () => {
    const at = await sabayon(0.2)
    await at.press('Lift off')
    expect(at.w.find('[role=alertdialog]').text()).toContain('Butter now would not hold')
    expect(at.kitchen.made).toEqual([])
    await at.press('Keep whisking')
    expect(at.w.find('[role=alertdialog]').exists()).toBe(false)
    await at.press('Lift off')
    await at.press('Ribbon seen: go on')
    expect(at.view.value.step?.id).toBe('pour')
  })
  it('calls to lift before it grains; a hotter bath brings that nearer', async () => {
    const at = await sabayon()
    const due = () => at.view.value.deadlines.find((d) => d.code === 'liftOff')!.atMs
    const gentle = due()
    await at.press(/^Bath/)
    await at.press('boil')
    expect(due()).toBeLessThan(gentle)
    await waitS(at, (due() - at.kitchen.port.nowMs) / 1000 + 1)
    expect(at.w.find('.block-act').text()).toContain('Lift off')
  })
  it('grains are told with what saves them', async () => {
    const at = await sabayon()
    await at.press(/^Grainy/)
    expect(at.w.find('[role=alert]').text()).toContain('Grainy: too hot')
  })
  it('yolks counted anew change what the water carries; counted twice it is one correction, not four eggs', async () => {
    const at = await sabayon()
    const yolkG = emulsionOf(at.view.value.state.plan!)!.yolkG
    const water = bowl(at).endPhaseFrac
    await type(at, /^Yolks/, 8)
    const itemId = at.view.value.state.plan!.weighOut.find((l) => l.ingredientId === 'yolk')!.itemId
    expect(at.view.value.state.weighed[itemId]).toBe(8 * 17)
    expect(bowl(at).endPhaseFrac).not.toBe(water)
    await type(at, /^Yolks/, Math.round(yolkG / 17))
    expect(at.kitchen.kinds()).toEqual(['fact.corrected', 'fact.corrected'])
    expect(at.view.value.state.weighed[itemId]).toBe(Math.round(yolkG / 17) * 17)
  })
})

describe('butter going in', () => {
  it('pours at a pace that the bowl can take, stops, and what was poured is never more than there was', async () => {
    const at = await pour()
    const all = emulsionOf(at.view.value.state.plan!)!.butterG
    await at.press('Pour')
    expect(at.kitchen.last('pour.started').payload.gPerS).toBeGreaterThan(0)
    await waitS(at, 60)
    expect(at.w.find('.emulsion').text()).toContain(`of ${Math.round(all)} g`)
    expect(at.w.find('.emulsion').text()).not.toContain('trails')
    await at.press('Stop')
    const { massG } = at.kitchen.last('pour.stopped').payload
    expect(massG).toBeGreaterThan(0)
    expect(bowl(at).butterInG).toBeCloseTo(massG, 0)
    await at.press('Pour')
    await waitS(at, 3600)
    await at.press('Stop')
    expect(bowl(at).butterInG).toBeLessThanOrEqual(all + 0.5)
    expect(says(at)).toContain('all the butter is in')
    await at.press('Step done')
    expect(at.view.value.step?.id).toBe('season')
  })
  it('what the jug says counts, put on record as the difference', async () => {
    const at = await pour()
    await type(at, /^Butter/, 120)
    expect(bowl(at).butterInG).toBeCloseTo(120, 1)
    await type(at, /^Butter/, 90)
    expect(at.kitchen.last('addition.made').payload.massG).toBeCloseTo(-30, 1)
    expect(bowl(at).butterInG).toBeCloseTo(90, 1)
    await type(at, /^Butter/, 90)
    expect(at.kitchen.made).toHaveLength(2)
  })
  it('a sign that is tapped leads to its cause and remedy: oil by a key, a split at once', async () => {
    const at = await pour()
    const { open, hide } = useRescueDrawer()
    hide()
    await at.press(/^Pour/)
    await waitS(at, 10)
    await at.press(/^Oily\?/)
    expect(open.value).toBeUndefined()
    await at.press('Oily? Cause and remedy')
    expect(open.value).toEqual({ batchId: BATCH_ID, symptom: 'beads' })
    hide()
    await at.press(/^Split/)
    expect(open.value).toEqual({ batchId: BATCH_ID, symptom: 'split' })
    hide()
  })
  it('in thirds, over the bath: the pace says which third, the bath stays under it and is lifted at its end', async () => {
    const choices = { schools: { pace: 'thirds', pourHeat: 'over' }, swaps: {} }
    const at = await workAt('hollandaise', 'sabayon', 4, { choices })
    for (let i = 0; i < 4; i += 1) {
      await at.w.find('.whole').trigger('click')
      await at.settle()
    }
    expect(at.view.value.step?.id).toBe('pour')
    expect(bowl(at).isOnBath).toBe(true)
    expect(at.kitchen.kinds()).not.toContain('pan.lifted')
    expect(says(at)).toMatch(/First third, \d+ g/)
    const plan = emulsionOf(at.view.value.state.plan!)!.pour!
    expect(bowl(at).safePourGPerS).toBeLessThanOrEqual(plan.ratesGPerS[0]! + 1e-9)
    await type(at, /^Butter/, 250)
    await at.w.find('.whole').trigger('click')
    await at.settle()
    expect(at.kitchen.kinds()).toContain('pan.lifted')
  })
  it('the bath is checked before the yolk takes harm: touching, it heats as a boil does until it is mended', async () => {
    const at = await sabayon(1)
    await at.press('Check the bath')
    expect(says(at)).toMatch(/Water \d+(\.\d)? cm or more under the pot’s rim/)
    const liftS = () => (bowl(at).liftAtMs! - at.view.value.stepStartedAtMs!) / 1000
    const before = liftS()
    await at.press('It touches')
    await at.press('Sits snug')
    expect(at.kitchen.last('bath.checked').payload).toMatchObject({ isClear: false, isSnug: true })
    expect(says(at)).toContain('Pour water out')
    expect(liftS()).toBeLessThan(before)
    await at.press('simmer')
    expect(at.kitchen.last('bath.changed').payload).toMatchObject({ bath: 'simmer' })
    await at.press('gentle')
    await at.press('Clear of the water')
    expect(at.kitchen.last('bath.checked').payload).toMatchObject({ isClear: true, isSnug: true })
    expect(says(at)).not.toContain('Check the bath')
    expect(liftS()).toBeCloseTo(before, 0)
  })
  it('the butter is read before it goes in: too hot it waits, and what is poured is as warm as it is', async () => {
    const at = await pour()
    await at.press(/^Read the butter: 45°–65°/)
    await at.enter(82)
    expect(at.kitchen.last('butter.read').payload.tempC).toBe(82)
    expect(says(at)).toMatch(/Butter 82°: it would cook the yolk. Wait until \d\d:\d\d/)
    await at.press(/^Butter 82°/)
    await at.enter(60)
    expect(says(at)).toContain('Butter 60°: in it goes')
    await at.press('Pour')
    expect(at.kitchen.last('pour.started').payload.tempC).toBeCloseTo(60, 0)
    expect(says(at)).not.toContain('in it goes')
  })
  it('butter is clarified beside the yolk: on, melted, poured off, each called for in its time', async () => {
    const choices = { schools: { butter: 'clarified' }, swaps: {} }
    const at = await workAt('hollandaise', 'sabayon', 1, { choices })
    const calls = () => at.view.value.deadlines.map((d) => d.code)
    expect(says(at)).toMatch(/Clarify 2\d\d g butter: on the lowest flame by \d\d:\d\d/)
    expect(calls()).toContain('clarify')
    await at.press('Butter on')
    expect(says(at)).toMatch(/Butter melting: off the flame \d\d:\d\d/)
    expect(calls()).toContain('letSettle')
    await at.press('Melted, off')
    expect(says(at)).toMatch(/Leave it still: clear \d\d:\d\d \(\d\d:\d\d–\d\d:\d\d\)/)
    at.kitchen.wait(30)
    await at.settle()
    expect(says(at)).toContain('pour it off its milk')
    await at.press('Poured off')
    expect(at.kitchen.last('butter.clarified').payload).toEqual({ stepId: 'pour', stage: 'pouredOff' })
    expect(says(at)).not.toContain('its milk')
    expect(calls()).not.toContain('pourOff')
  })
  it('lifted before its ribbon it says when to go back on, and calls', async () => {
    const at = await sabayon(4)
    await at.press('Lift off')
    await at.press('Off for a moment')
    expect(bowl(at).isOnBath).toBe(false)
    expect(bowl(at).backAtMs).toBeDefined()
    expect(says(at)).toContain('back on in')
    expect(at.view.value.deadlines).toContainEqual(
      expect.objectContaining({ code: 'backOn', atMs: bowl(at).backAtMs }),
    )
  })
  it('oily: the pour stops, and water is offered that buys room', async () => {
    const at = await pour()
    await at.press('Pour')
    await waitS(at, 30)
    const room = bowl(at).roomG
    await at.press(/^Oily/)
    expect(at.kitchen.kinds().slice(-2)).toEqual(['pour.stopped', 'cue.seen'])
    expect(button(at.w, 'Pour').exists()).toBe(true)
    await at.press(/^Water/)
    expect(at.kitchen.last('addition.made').payload).toMatchObject({ ingredientId: 'water', massG: 15 })
    expect(bowl(at).roomG).toBeGreaterThan(room)
    await at.press(/^Split/)
    expect(at.w.find('[role=alert]').text()).toContain('17 g yolk and 15 g warm water')
  })
  it('a bowl that has cooled is said to be too cool, and goes back over its bath', async () => {
    const at = await pour()
    await type(at, 'Temperature', 38)
    expect(says(at)).toContain('the fat sets')
    await at.press('Onto bath')
    expect(at.kitchen.last('pan.returned')).toBeDefined()
    expect(bowl(at).isOnBath).toBe(true)
    await type(at, 'Temperature', 69)
    expect(says(at)).toContain('butter will not bind')
  })
  it('its minutes call when they are over', async () => {
    const at = await pour()
    const [end] = at.view.value.deadlines
    expect(end).toMatchObject({ kind: 'step', stepId: 'pour' })
    const minutes = at.view.value.planned!.minutes.value
    expect(end!.atMs - at.kitchen.port.nowMs).toBeCloseTo(minutes * 60_000, -4)
  })
})

describe('a probe in the bowl', () => {
  it('is bound in one tap, its reading stands in place of the model’s, and a silent one is told', async () => {
    const at = await sabayon()
    haveProbes()
    at.kitchen.reads(PROBE, 55)
    await at.press('Bind a probe')
    await at.press(/^Probe 1/)
    expect(at.kitchen.last('channel.bound').payload).toMatchObject({ channelId: PROBE, place: 'bowl' })
    for (let i = 0; i < 20; i += 1) {
      await waitS(at, 1)
      at.kitchen.reads(PROBE, 56 + 0.1 * i)
    }
    await at.settle()
    expect(at.view.value.probe?.health).toBe('good')
    expect(says(at)).toContain('SIMULATED')
    expect(Math.abs(bowl(at).tempC - 57.9)).toBeLessThan(1)
    await waitS(at, 40)
    expect(says(at)).toContain('Probe 1 silent since')
    await at.press('Take it off')
    expect(at.kitchen.last('channel.released').payload).toEqual({ channelId: PROBE })
    expect(at.view.value.probe).toBeUndefined()
  })
  it('another is taken over in its place: the old one is let go in the same tap', async () => {
    const at = await sabayon()
    haveProbes()
    await at.press('Bind a probe')
    await at.press(/^Probe 1/)
    await at.press('Take it off')
    await at.press('Bind a probe')
    await at.press(/^Probe 2/)
    expect(at.kitchen.made.map((f) => [f.kind, (f.payload as { channelId: string }).channelId])).toEqual([
      ['channel.bound', PROBE],
      ['channel.released', PROBE],
      ['channel.bound', OTHER],
    ])
  })
})

describe('with a stick blender', () => {
  it('no bath is planned: very hot butter, where it ends, and a thermometer of its own', async () => {
    const { schools = [] } = catalog.formulas.find((f) => f.id === 'hollandaise')!
    const tool = schools.find((s) => s.options.some((o) => o.says.includes('stick blender')))!
    const way = tool.options.find((o) => o.says.includes('stick blender'))!
    const choices = { schools: { [tool.id]: way.id }, swaps: {} }
    const made = chosenFormula(catalog.formulas, 'hollandaise', choices)!
    const step = made.steps.find((s) => s.technique === 'blend')!
    expect(made.steps.some((s) => s.technique === 'whisk')).toBe(false)
    const at = await workAt('hollandaise', step.id, 0, { choices })
    expect(at.view.value.planned!.stand).not.toBe('bath')
    expect(says(at)).toMatch(/Butter at \d+\s?°C? ends near \d+\s?°/)
    await type(at, 'Temperature', 66)
    expect((at.kitchen.last('reading.taken').payload as Payloads['reading.taken']).how).toBe('temperature')
  })
})
