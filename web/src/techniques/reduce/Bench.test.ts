import { recordDue, stagesOf, type Payloads } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { useChannels } from '../../port/channels.store'
import { button, catalog } from '../../testing/mountScreen'
import { workAt, type AtBench } from '../../testing/workAt'

const wine = catalog.formulas.find((f) => f.id === 'redWineShallot')!
const atWine = (afterMin = 3) => workAt(wine.id, 'reduceWine', afterMin)
const live = (at: AtBench) => {
  const of = at.view.value.live
  if (of?.kind !== 'reduce') throw new Error('no reduction is live')
  return of
}
const stage = (at: AtBench) => live(at).stage
const grossOf = (at: AtBench, massG: number) => Math.round(massG + stage(at).tareG + stage(at).inPan.massG)
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const type = async (at: AtBench, key: string | RegExp, value: number) => {
  await at.press(key)
  await at.enter(value)
}
/** Weighs what the pan would hold if it were this many grams off what is believed. */
const weighOff = (at: AtBench, offG: number) =>
  type(at, /^Weigh/, grossOf(at, live(at).estimate.massG + offG))

describe('a pan on its way down', () => {
  it('a weighing draws the estimate to it, narrows its band, and the forecast that is shown goes on record', async () => {
    const at = await atWine()
    const before = live(at).estimate
    await weighOff(at, 12)
    const after = live(at).estimate
    expect(after.sdMassG).toBeLessThan(before.sdMassG)
    expect(after.massG - before.massG).toBeGreaterThan(3)
    expect(after.massG - before.massG).toBeLessThanOrEqual(12.5)
    const { payload } = at.kitchen.last('forecast.shown')
    expect(payload.massG).toBeCloseTo(after.massG, 1)
    expect(payload.p50AtMs).toBe(Math.round(live(at).clock.targetAtMs!))
    expect(payload.p10AtMs!).toBeLessThanOrEqual(payload.p50AtMs!)
    expect(payload.p90AtMs!).toBeGreaterThanOrEqual(payload.p50AtMs!)
    expect(at.kitchen.kinds()).toEqual(['reading.taken', 'forecast.shown'])
  })
  it('a dip opens at the depth that is believed, and confirming it moves nothing much', async () => {
    const at = await atWine()
    const before = live(at)
    await at.press(/^Dip/)
    expect(Number((at.w.find('.digits input').element as HTMLInputElement).value)).toBeCloseTo(
      before.depthMm,
      0,
    )
    await at.w.find('form').trigger('submit')
    await at.settle()
    expect(at.kitchen.last('reading.taken').payload).toMatchObject({ how: 'depth' })
    expect(Math.abs(live(at).estimate.massG - before.estimate.massG)).toBeLessThan(before.estimate.sdMassG)
  })
  it('a reading that does not fit is asked about; called a misreading it no longer counts', async () => {
    const at = await atWine()
    const before = live(at).estimate.massG
    await weighOff(at, 260)
    const asks = at.w.find('[role=alertdialog]')
    expect(asks.text()).toMatch(/That does not fit|The level has moved/)
    expect(button(at.w, 'Something was added').exists()).toBe(true)
    await at.press('Misread')
    expect(at.kitchen.last('reading.explained').payload).toMatchObject({
      readingId: at.kitchen.last('reading.taken').id,
      answer: 'mistake',
    })
    expect(Math.abs(live(at).estimate.massG - before)).toBeLessThan(2)
    expect(at.w.find('[role=alertdialog]').exists()).toBe(false)
  })
  it('a reading that is confirmed counts, whatever was expected', async () => {
    const at = await atWine()
    const wanted = live(at).estimate.massG - 120
    await type(at, /^Weigh/, grossOf(at, wanted))
    expect(button(at.w, 'Some was taken').exists()).toBe(true)
    await at.press('It is right')
    expect(live(at).estimate.massG).toBeCloseTo(wanted, -1)
  })
  it('a lower flame comes to the notch later; off the heat it waits, and put back it goes on', async () => {
    const at = await atWine()
    const first = live(at).clock.targetAtMs!
    await at.press(/^Flame/)
    await at.press(/^medium( \d|$)/)
    expect(at.kitchen.last('heat.changed').payload).toMatchObject({ level: 'medium' })
    expect(at.kitchen.last('heat.changed').payload.ratio).toBeLessThan(1)
    expect(live(at).clock.targetAtMs!).toBeGreaterThan(first)
    await at.press('Take off')
    expect(at.view.value.state.isPanOff).toBe(true)
    const massG = live(at).estimate.massG
    at.kitchen.wait(4)
    await at.settle()
    expect(live(at).estimate.massG).toBeGreaterThan(massG - 25)
    await at.press('Put back')
    expect(at.view.value.state.isPanOff).toBe(false)
  })
  it('what goes in and what is ladled out count in grams, water or salt alike', async () => {
    const at = await atWine()
    const before = live(at).estimate.massG
    await type(at, /^Add/, 100)
    expect(live(at).estimate.massG).toBeCloseTo(before + 100, 0)
    await type(at, /^Add/, -60)
    expect(live(at).estimate.massG).toBeCloseTo(before + 40, 0)
    expect(at.kitchen.last('addition.made').payload.coolerByK).toBe(0)
    await at.press(/^Undo/)
    expect(live(at).estimate.massG).toBeCloseTo(before + 100, 0)
  })
  it('looks, and a temperature, are readings too', async () => {
    const at = await atWine()
    await at.press('Look')
    await at.press('boiling hard')
    expect(at.kitchen.last('reading.taken').payload).toMatchObject({ how: 'look', look: 'boilingHard' })
    await type(at, 'Temperature', 96)
    expect(at.kitchen.last('reading.taken').payload).toMatchObject({ how: 'temperature', tempC: 96 })
  })
  it('at its notch it calls to stop, past it says what to give back and what salt that makes', async () => {
    const at = await atWine()
    at.kitchen.wait((live(at).clock.targetAtMs! - at.kitchen.port.nowMs) / 60_000 + 0.1)
    await at.settle()
    expect(at.w.find('.block-act').text()).toContain('Stop')
    await type(at, /^Weigh/, grossOf(at, 0.8 * stage(at).targetMassG))
    if (at.w.find('[role=alertdialog]').exists()) await at.press('It is right')
    expect(says(at)).toMatch(/\d+ g past the notch\. Give back:/)
    const missingG = Math.round(stage(at).targetMassG - live(at).estimate.massG)
    await at.press(new RegExp(`^${missingG} g Water salt then [\\d.]+ %`))
    expect(live(at).estimate.massG).toBeCloseTo(stage(at).targetMassG, -1)
    expect(says(at)).not.toContain('past the notch')
  })
  it('ends with the mass that is believed, from which the next reduction is planned', async () => {
    const at = await atWine(6)
    await weighOff(at, -5)
    const { massG } = live(at).estimate
    await at.press('Step done')
    const ended = at.kitchen.made.find((f) => f.kind === 'step.finished')!
    expect((ended.payload as Payloads['step.finished']).massG).toBeCloseTo(massG, 1)
    expect(at.view.value.state.currentStepId).toBe(
      wine.steps[wine.steps.findIndex((s) => s.id === 'reduceWine') + 1]!.id,
    )
    await at.press(/^Undo/)
    expect(at.view.value.step?.id).toBe('reduceWine')
    expect(live(at).estimate.massG).toBeCloseTo(massG, 0)
  })
  it('its letters open what its keys open, but not while something is typed', async () => {
    const at = await atWine()
    const strike = async (key: string, on: EventTarget = window) => {
      on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }))
      await nextTick()
    }
    await strike('D')
    expect(at.w.find('.digits input').exists()).toBe(true)
    await strike('t', at.w.find('.digits input').element)
    expect(says(at)).not.toContain('Temperature of the liquid')
    await at.enter(Math.round(live(at).depthMm))
    await strike('z')
    await at.settle()
    expect(at.kitchen.kinds()).toContain('fact.voided')
  })
  it('the plan that began it is what the walk of the batch makes of what really went in', async () => {
    const at = await atWine()
    const [planned] = stagesOf(at.view.value.state.plan!)
    expect(stage(at).targetMassG).toBeCloseTo(planned!.targetMassG, 0)
    expect(stage(at).start.salt).toBeCloseTo(planned!.start.salt, 2)
  })
  it('each heat word says when the pan would be down at it, the stronger the sooner', async () => {
    const at = await atWine()
    await at.press(/^Flame/)
    const times = at.w
      .findAll('.choice-row button')
      .flatMap((b) => /(\d\d):(\d\d)$/.exec(b.text().trim()) ?? [])
      .filter((t) => /^\d\d:\d\d$/.test(t))
    expect(times.length).toBeGreaterThan(2)
    expect(at.w.text()).not.toContain('NaN')
  })
  it('a flame that was turned without a word is asked about once the readings tell, and yes goes on record', async () => {
    const at = await atWine(1)
    const startG = live(at).estimate.massG
    const weighed = async (massG: number) => {
      await at.kitchen.port.record('reading.taken', at.view.value.state.id, {
        stepId: 'reduceWine',
        how: 'weighing',
        grossG: grossOf(at, massG),
        massG,
        sigmaG: 2,
        modelVersion: 'estimator-1',
      })
      await at.settle()
    }
    await at.press(/^Flame/)
    await at.press(/^medium( \d|$)/)
    at.kitchen.wait(0.1)
    await weighed(startG)
    at.kitchen.wait(3)
    await weighed(startG - 24)
    at.kitchen.wait(3)
    await weighed(startG - 24 - 60)
    expect(says(at)).toMatch(/Since \d\d:\d\d it loses 2\.5 times as fast\. Flame turned to full\?/)
    await at.press('Yes')
    expect(at.kitchen.last('heat.changed').payload).toMatchObject({ level: 'high', ratio: 1 })
    expect(says(at)).not.toContain('Flame turned')
  })
})

describe('a notch stick', () => {
  it('is drawn life-size once the screen was measured with a card, and asked for anew', async () => {
    localStorage.removeItem('liquamen.screen')
    const at = await atWine()
    await at.press('Notch stick')
    expect(says(at)).toContain('Lay a payment card on the frame')
    const slide = at.w.find('input[type=range]')
    await slide.setValue('428')
    await at.press('Larger')
    await at.press('It fits')
    expect(JSON.parse(localStorage.getItem('liquamen.screen')!)).toMatchObject({ pxPerMm: 429 / 85.6 })
    const svg = at.w.find('svg[aria-label^="notch at"]')
    const cutY = Number(/^M60 ([\d.]+)H/.exec(svg.find('.cut').attributes('d')!)![1])
    const footY = Number(/^M40 ([\d.]+)H/.exec(svg.find('.foot').attributes('d')!)![1])
    expect((footY - cutY) / (429 / 85.6)).toBeCloseTo(stage(at).targetDepthMm, 1)
    expect(says(at)).toContain(`notch at ${Math.round(stage(at).targetDepthMm)} mm`)
    await at.press('Measure the screen again')
    expect(says(at)).toContain('Lay a payment card on the frame')
    at.w.unmount()
    localStorage.setItem('liquamen.screen', '{"pxPerMm":"wide","ratio":1}') // what others wrote there counts for nothing
  })
})

describe('a scale under the pan', () => {
  const SCALE = '018f0000-0000-7000-8000-0000000000c3'
  const onScale = async () => {
    const at = await atWine(stageWarm)
    useChannels().channels = [
      { id: SCALE, kind: 'scale', name: 'Scale', isSimulated: true, deviceId: SCALE } as never,
    ]
    await at.settle()
    await at.press(/^Put the pan on a scale/)
    await at.press(/^Scale/)
    return at
  }
  const stageWarm = 6
  it('is bound in one tap, and then every sample draws the level; taken away it stops', async () => {
    const at = await onScale()
    expect(at.kitchen.last('channel.bound').payload).toMatchObject({ channelId: SCALE, place: 'scale' })
    const massG = live(at).estimate.massG - 40
    for (let i = 0; i < 12; i += 1) {
      at.kitchen.wait(0.2)
      at.kitchen.reads(SCALE, grossOf(at, massG - 2 * i))
    }
    await at.settle()
    expect(Math.abs(live(at).estimate.massG - (massG - 22))).toBeLessThan(12)
    expect(says(at)).toContain('every sample a reading')
    await at.press('Take it off')
    expect(at.kitchen.last('channel.released').payload).toEqual({ channelId: SCALE })
    expect(at.view.value.scale).toBeUndefined()
  })
  it('what it shows is due on the record once a minute; less than the empty pan only after a while', async () => {
    const at = await onScale()
    const nowMs = () => at.kitchen.port.nowMs
    at.kitchen.wait(1.2)
    at.kitchen.reads(SCALE, grossOf(at, live(at).estimate.massG))
    await at.settle()
    expect(recordDue(at.view.value, nowMs())).toMatchObject({ how: 'weighing', scale: { channelId: SCALE } })
    at.kitchen.wait(0.05)
    at.kitchen.reads(SCALE, 3)
    await at.settle()
    expect(recordDue(at.view.value, nowMs())).toBeUndefined()
    at.kitchen.wait(1)
    at.kitchen.reads(SCALE, 3)
    await at.settle()
    const due = recordDue(at.view.value, nowMs())!
    expect(due).toMatchObject({ how: 'weighing', grossG: 3, massG: 0 })
    await at.kitchen.port.record('reading.taken', at.view.value.state.id, due)
    await at.settle()
    expect(says(at)).toContain('The scale shows 3 g, less than the empty pan')
    await at.press('Zeroed with the pan on')
    expect(at.kitchen.last('reading.explained').payload).toMatchObject({ answer: 'zeroed' })
    expect(says(at)).not.toContain('less than the empty pan')
  })
})

describe('what a reduction is part of, and what it costs', () => {
  it('a chain says how far each goes and what goes in between; the one under way stands out', async () => {
    const at = await workAt(wine.id, 'reduceToCoat', 3)
    const chain = at.w.findAll('ol.chain > li').map((li) => li.text().replace(/\s+/g, ' '))
    expect(chain).toHaveLength(2)
    expect(chain[0]).toMatch(/\d+ → \d+ ml/)
    expect(chain[1]).toMatch(/^then \d+ g Demi-glace.*to coat.* \d+ → \d+ ml/)
    expect(at.w.find('ol.chain > li[aria-current=true]').text()).toContain('to coat')
    const single = await workAt('meatGlaze', 'reduce', 3)
    expect(single.w.findAll('ol.chain > li').length).not.toBe(1)
  })
  it('a stock’s flame says what fat it beats in; a bound sauce holds its fat whatever the flame', async () => {
    const stock = await workAt('meatGlaze', 'reduce', 3)
    await stock.press(/^Flame/)
    const costs = stock.w
      .findAll('.choice-row button')
      .map((b) => Number(/([\d.]+) g\/l fat/.exec(b.text())?.[1] ?? 0))
    expect(Math.max(...costs)).toBeGreaterThan(0.15)
    expect(costs.indexOf(Math.max(...costs))).toBeGreaterThan(costs.findIndex((c) => c > 0))
    const bound = await workAt('demiGlaceMade', 'reduce', 3)
    await bound.press(/^Flame/)
    expect(bound.w.find('.choice-row').text()).not.toContain('g/l fat')
  })
  it('a depth deeper than the pan is kept, asked about, and moves nothing', async () => {
    const at = await atWine()
    const before = live(at).estimate.massG
    await type(at, /^Dip/, 210)
    expect(at.kitchen.last('reading.taken').payload).toMatchObject({ how: 'depth', depthMm: 210 })
    expect(says(at)).toContain('deeper than this pan’s wall')
    expect(Math.abs(live(at).estimate.massG - before)).toBeLessThan(1)
    await at.press('Misread')
    expect(says(at)).not.toContain('deeper than this pan’s wall')
  })
})
