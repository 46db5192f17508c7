import type { Payloads } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { button, catalog } from '../../testing/mountScreen'
import { BATCH_ID, ORDER_ID, rehearsed } from '../../testing/rehearsed'
import { firstStep, workAt, type AtBench } from '../../testing/workAt'

const { formula, step } = firstStep('hold')
const [wellA, wellB] = catalog.wells
/** A sauce that was put into its well some minutes ago. */
async function held(minutes = 0): Promise<AtBench> {
  const at = await workAt(formula.id, step.id)
  await at.press(new RegExp(`^${wellA!.letter}\\b`))
  at.kitchen.wait(minutes)
  await at.settle()
  return at
}
const type = async (at: AtBench, tempC: number) => {
  await at.press('Temperature')
  await at.enter(tempC)
}
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')

describe('into a well', () => {
  it('starts the clock with the limits of the house and of its code, and leaves its ring', async () => {
    const at = await held()
    const { payload } = at.kitchen.last('hold.started')
    expect(payload).toMatchObject({ wellId: wellA!.id, letter: wellA!.letter, onto: null })
    expect(payload.limits.codeS).toBeGreaterThanOrEqual(payload.limits.houseS)
    expect(payload.portions).toBe(at.view.value.state.plan!.yieldPortions)
    expect(at.w.find('h1').text()).toContain(wellA!.letter)
    expect(at.view.value.hold?.wellId).toBe(wellA!.id)
  })
  it('each place says how long it may stand there; what it stands in changes it, and both are on record', async () => {
    const at = await workAt(formula.id, step.id)
    expect(says(at)).toMatch(/In the flask \d+ min/)
    expect(says(at)).toMatch(/On the warm shelf \d+ min/)
    await at.press('in plastic')
    await at.press(/^On the warm shelf/)
    expect(at.kitchen.last('hold.started').payload).toMatchObject({
      wellId: null,
      place: 'shelf',
      wall: 'plastic',
    })
    await at.settle()
    expect(says(at)).toContain('On the warm shelf, in plastic')
  })
  it('a ticket that wants it thinner says how much warm water goes into its share', async () => {
    const at = await held()
    const { state } = at.view.value
    await at.kitchen.port.record('order.taken', ORDER_ID, {
      formulaId: formula.id,
      portions: 3,
      pickupAtMs: state.plan!.pickupAtMs,
      label: 'Table 7',
      detailsId: null,
      texture: 'pouring',
    })
    await at.settle()
    const grams = Number(/Table 7 pouring: whisk ([\d.]+) g warm water/.exec(says(at))?.[1])
    expect(grams).toBeGreaterThan(5)
    expect(grams).toBeLessThan(80)
  })
  it('what stands open and unstirred has a skin, and says to lift it', async () => {
    const at = await workAt(formula.id, step.id)
    await at.press(/^On the side/)
    at.kitchen.wait(12)
    await at.settle()
    expect(says(at)).toContain('It has a skin by now')
    await at.press('Stirred')
    at.kitchen.wait(1)
    await at.settle()
    expect(says(at)).not.toContain('It has a skin by now')
  })
  it('a well with another sauce is not for it; with the same it is topped up, the older clock going on', async () => {
    const at = await workAt(formula.id, step.id)
    const other = '018f0000-0000-7000-8000-00000000000e'
    const earlier = rehearsed(formula.id, step.id).facts.map((f) => ({
      ...f,
      id: `e${f.id}`,
      streamId: other,
      atMs: f.atMs - 30 * 60_000,
    }))
    at.kitchen.knows(earlier)
    at.kitchen.wait(-20)
    const limits = { houseS: 7200, codeS: 14400, code: 'usModel', hotHoldC: 57 }
    await at.kitchen.port.record('hold.started', other, {
      wellId: wellB!.id,
      letter: wellB!.letter,
      limits: limits as Payloads['hold.started']['limits'],
      portions: 4,
      onto: null,
    })
    at.kitchen.wait(20)
    await at.settle()
    const { startedAtMs } = at.kitchen.viewOf(other).value.hold!.clock
    await at.press(new RegExp(`^${wellB!.letter}\\b`))
    expect(says(at)).toContain('New never onto old')
    await at.press('Onto it all the same')
    expect(at.kitchen.last('hold.started').payload.onto).toEqual({
      batchId: other,
      clockStartedAtMs: Math.round(startedAtMs),
      portions: 4,
    })
    expect(at.kitchen.last('batch.finished')).toMatchObject({
      streamId: other,
      payload: { result: 'merged' },
    })
    expect(at.view.value.hold!.clock.startedAtMs).toBe(startedAtMs)
  })
})

describe('a sauce in its well', () => {
  it('says what time is left, and how warm it was last found', async () => {
    const at = await held(5)
    expect(says(at)).toContain('no probe')
    await type(at, 61)
    expect(at.kitchen.last('reading.taken').payload).toMatchObject({ how: 'temperature', tempC: 61 })
    expect(says(at)).toMatch(/61(\.0)?\s*°/)
    await type(at, 52)
    expect(says(at)).toContain('Under 57°: time alone keeps it')
  })
  it('is stirred when it is due, and the next stir is counted from there', async () => {
    const at = await held()
    const due = at.view.value.hold!.stirAtMs
    at.kitchen.wait((due - at.kitchen.port.nowMs) / 60_000 + 1)
    await at.settle()
    const [before] = [at.view.value.hold!.stirAtMs]
    await at.press('Stirred')
    expect(at.view.value.hold!.stirAtMs).toBeGreaterThan(before)
  })
  it('is served until it is gone, and then ended in one tap', async () => {
    const at = await held(5)
    const { portionsLeft } = at.view.value.hold!
    await at.press(`Serve ${portionsLeft}`)
    expect(at.kitchen.last('portion.served').payload).toEqual({
      portions: portionsLeft,
      orderId: ORDER_ID,
    })
    await at.press('Finish')
    expect(at.kitchen.kinds().slice(-2)).toEqual(['step.finished', 'batch.finished'])
  })
  it('past the house’s limit it goes on only with a name and a reason, and never past the code’s', async () => {
    const at = await held()
    const { limits } = at.view.value.state.hold!
    at.kitchen.wait(limits.houseS / 60 + 1)
    await at.settle()
    expect(at.w.findAll('button').some((b) => b.text().startsWith('Serve'))).toBe(false)
    await at.press('Go on by name')
    const go = () => button(at.w, /^Go on by name: /)
    expect(go().attributes('disabled')).toBeDefined()
    await at.w.find('.choice-row input').setValue('Still 61 °C, smooth')
    expect(go().attributes('disabled')).toBeUndefined()
    await at.kitchen.port.record('hold.goneOn', BATCH_ID, { reason: 'Still 61 °C, smooth' })
    await at.settle()
    expect(button(at.w, 'Serve 1').attributes('disabled')).toBeUndefined()
    at.kitchen.wait((limits.codeS - limits.houseS) / 60 + 1)
    await at.settle()
    expect(at.w.findAll('button').some((b) => b.text().startsWith('Serve'))).toBe(false)
    expect(at.w.findAll('button').some((b) => b.text().startsWith('Go on'))).toBe(false)
  })
  it('is not served to a guest who must not have lightly cooked egg, without a log that says otherwise', async () => {
    const at = await workAt('hollandaise', 'hold')
    await at.press(/^A\b/)
    const detailsId = '018f0000-0000-7000-8000-0000000000dd'
    await at.kitchen.port.record('order.taken', ORDER_ID, {
      formulaId: 'hollandaise',
      portions: 4,
      pickupAtMs: at.view.value.state.plan!.pickupAtMs,
      label: 'Table 4',
      detailsId,
    })
    await at.kitchen.port.keepDetails({ id: detailsId, noLightlyCookedEgg: true } as never)
    await at.settle()
    expect(says(at)).toContain('must not have lightly cooked egg')
    expect(button(at.w, 'Serve 1').attributes('disabled')).toBeDefined()
    await at.kitchen.port.record('pasteurisation.credited', BATCH_ID, {
      channelId: detailsId,
      name: 'Probe 1',
      isSimulated: true,
      band: 'over8',
      modelVersion: 'emulsion-1',
    })
    await at.settle()
    expect(button(at.w, 'Serve 1').attributes('disabled')).toBeUndefined()
  })
})

/** Any sauce, put into the first well when it is done. */
async function inWell(formulaId: string): Promise<AtBench> {
  const { steps } = catalog.formulas.find((f) => f.id === formulaId)!
  const at = await workAt(formulaId, (steps.find((s) => s.technique === 'hold') ?? steps.at(-1)!).id)
  const limits = {
    houseS: 7200,
    codeS: 14_400,
    code: 'usModel',
    hotHoldC: 57,
  } as Payloads['hold.started']['limits']
  await at.kitchen.port.record('hold.started', BATCH_ID, {
    wellId: wellA!.id,
    letter: wellA!.letter,
    limits,
    portions: at.view.value.state.plan!.yieldPortions,
    onto: null,
  })
  await at.settle()
  return at
}
const wait = async (at: AtBench, minutes: number) => {
  at.kitchen.wait(minutes)
  await at.settle()
}

describe('how long it may stand', () => {
  it('what binds is told; read too hot it is shorter, and the heat that would let it stand longer is said', async () => {
    const at = await held(5)
    expect(says(at)).toContain('is taken for it') // nobody has read it
    await type(at, 56)
    expect(says(at)).not.toContain('is taken for it')
    expect(says(at)).toContain('then one in twenty has broken')
    const rested = at.view.value.hold!.endsAtMs
    await type(at, 64)
    expect(says(at)).toContain('then its yolk is in grains')
    expect(says(at)).toMatch(/At 54°: \+ \d+ min/)
    expect(at.view.value.hold!.endsAtMs).toBeLessThan(rested)
    at.kitchen.wait(60)
    await at.settle()
    expect(at.w.find('[role=alert]').text()).toContain('Too hot for too long')
  })
  it('every sauce of the book, put into a well, says how it stands, and nothing in it is no number', async () => {
    for (const f of catalog.formulas.filter((f) => !f.makes)) {
      const at = await inWell(f.id)
      await wait(at, 45)
      const standing = at.w.find('section[aria-label="How it stands"]').text()
      expect(standing, f.id).toMatch(/have broken by now|Nothing in it breaks/)
      expect(standing, f.id).toContain('is taken for it')
      expect(standing, f.id).not.toMatch(/NaN|undefined|Infinity/)
      at.w.unmount()
    }
  })
  it('a beurre blanc: warm water is whisked in by the tap that says its grams and minutes', async () => {
    const at = await inWell('beurreBlanc')
    await wait(at, 2)
    await type(at, 52)
    const before = at.view.value.hold!.endsAtMs
    const [, grams] = /Whisk in (\d+) g warm water: \+ \d+ min/.exec(says(at))!
    await at.press(/^Whisk in/)
    expect(at.kitchen.last('addition.made').payload).toMatchObject({
      ingredientId: 'water',
      massG: Number(grams),
    })
    await wait(at, 2)
    expect(at.view.value.hold!.endsAtMs).toBeGreaterThan(before)
  })
})
