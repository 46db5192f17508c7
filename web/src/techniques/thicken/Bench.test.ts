import { SPOON_GRADES, wantedCoatPaS } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { catalog } from '../../testing/mountScreen'
import { guestWithout, firstStep, workAt, type AtBench } from '../../testing/workAt'
import { scalePaS, scaleX } from './spoonShape'

const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const key = (at: AtBench, of: RegExp) => at.w.findAll('button').find((b) => of.test(b.text()))
const spoon = (at: AtBench, grade: number) => at.w.findAll('button.spoon')[grade - 1]!
/** A red wine sauce boiled down only by a quarter: its slurry must make the coat. */
const SLURRY = { choices: { schools: { thicken: 'slurry' }, swaps: {} } }

/** The step at which a sauce that promises a coat is worked. */
const promised = catalog.formulas.flatMap((f) =>
  f.steps.flatMap((s) => (wantedCoatPaS(s) === undefined ? [] : [[f.id, s.id] as const])),
)

describe('how it coats', () => {
  it.each(promised)(
    '%s, %s: five spoons, where the sauce stands and should, and a spoon that was seen is on record with what was computed',
    async (formulaId, stepId) => {
      const at = await workAt(formulaId, stepId, 0.5)
      expect(at.w.findAll('button.spoon')).toHaveLength(5)
      const scale = at.w.findAll('[role=img]').map((i) => i.attributes('aria-label') ?? '')
      expect(scale.some((s) => s.startsWith('By the spoon now:'))).toBe(true)
      await spoon(at, 3).trigger('click')
      await at.settle()
      const seen = at.kitchen.last('spoon.seen').payload as {
        expectedPaS: number
        grade: number
        stepId: string
      }
      expect(seen).toMatchObject({ stepId, grade: 3 })
      expect(seen.expectedPaS).toBeGreaterThan(0)
      expect(spoon(at, 3).attributes('aria-pressed')).toBe('true')
      expect(says(at)).toMatch(/spoon seen: nappe; computed/)
    },
  )
  it('a step that ends by the spoon asks for one that was not looked at, and one tap answers and ends it', async () => {
    const at = await workAt('bordelaise', 'reduceToCoat', 10)
    const before = at.view.value.step!.id
    await at.press('Step done')
    const ask = at.w.find('[role=alertdialog]')
    expect(ask.text()).toContain('What does the spoon say?')
    expect(ask.findAll('button').length).toBeGreaterThan(SPOON_GRADES.length)
    await ask
      .findAll('button')
      .find((b) => b.text() === 'nappe')!
      .trigger('click')
    await at.settle()
    expect(at.kitchen.kinds()).toContain('spoon.seen')
    expect(at.view.value.step!.id).not.toBe(before)
  })
  it('the scale under the spoons reads back what it shows', () => {
    for (const paS of [0.013, 0.03, 0.2, 0.5, 2, 11]) expect(scalePaS(scaleX(paS))).toBeCloseTo(paS, 6)
  })
})

describe('a sauce that runs', () => {
  const thin = async () => {
    const at = await workAt('panJus', 'reduceStock', 2)
    await at.w.find('input[type=range]').setValue(String(scaleX(0.3)))
    await at.settle()
    return at
  }
  it('is offered each thickener in grams, four fifths first; it goes in with its water in one tap, is waited for, and comes out by one', async () => {
    const at = await thin()
    const [, all] = /Cornstarch ([\d.]+) g/.exec(says(at))!
    const put = key(at, /^In /)!
    const [, starch, water] = /([\d.]+) g in ([\d.]+) g cold water/.exec(put.text())!
    expect(Number(starch) / Number(all)).toBeCloseTo(0.8, 1)
    await put.trigger('click')
    await at.settle()
    const [a, b] = at.kitchen.made.map((f) => f.payload as { ingredientId: string; massG: number })
    expect(a).toMatchObject({ ingredientId: 'cornstarch' })
    expect(a!.massG).toBeCloseTo(Number(starch), 1)
    expect(b).toMatchObject({ ingredientId: 'water' })
    expect(b!.massG).toBeCloseTo(Number(water), 0)
    expect(says(at)).toContain('wait, at a simmer')
    at.kitchen.wait(2)
    await at.settle()
    expect(says(at)).toContain('all swollen: the spoon')
    const [, rest] = /Cornstarch ([\d.]+) g/.exec(says(at)) ?? [, '0']
    expect(Number(rest)).toBeLessThan(0.35 * Number(all))
    await at.press(/^Undo/)
    expect(/Cornstarch ([\d.]+) g/.exec(says(at))![1]).toBe(all)
  })
  it('a spoon that is thinner than the sum says so in grams, and one that is far from it is asked about once', async () => {
    const at = await workAt('bordelaise', 'reduceToCoat', 6)
    expect(says(at)).toContain('At the notch it will coat as it should.')
    await spoon(at, 2).trigger('click')
    await at.settle()
    await at.w.find('input[type=range]').setValue(String(scaleX(0.7)))
    await at.settle()
    expect(says(at)).toMatch(/Cornstarch [\d.]+ g/)
    await spoon(at, 1).trigger('click')
    await at.settle()
    const ask = at.w.findAll('[role=alertdialog]').find((d) => d.text().includes('was the spoon read right'))!
    await ask
      .findAll('button')
      .find((b) => b.text() === 'Look again')!
      .trigger('click')
    await at.settle()
    expect(at.kitchen.last('fact.voided')).toBeDefined()
    expect(spoon(at, 2).attributes('aria-pressed')).toBe('true')
  })
  it('what a guest must not have is said with whose it is, asked in one tap, and kept where it is in already', async () => {
    const at = await workAt('panJus', 'reduceStock', 2)
    await guestWithout(at, ['gluten'])
    await at.w.find('input[type=range]').setValue(String(scaleX(0.3)))
    await at.settle()
    const manie = key(at, /^Kneaded butter/)!
    expect(manie.text()).toMatch(/✕ Gluten · Table 7/)
    expect(key(at, /^In /)!.text(), 'what is offered first may go in').toContain('cold water')
    const ask = async () => {
      await manie.trigger('click')
      await key(at, /^In /)!.trigger('click')
      await at.settle()
    }
    await ask()
    expect(says(at)).toMatch(/brings Gluten; Table 7 must not have it/)
    await key(at, /^Leave it out$/)!.trigger('click')
    await at.settle()
    expect(at.kitchen.made).toEqual([])
    await ask()
    await key(at, /^It is in already$/)!.trigger('click')
    await at.settle()
    const [flour, butter] = at.kitchen.made.map((f) => f.payload as { ingredientId: string; massG: number })
    expect([flour!.ingredientId, butter!.ingredientId]).toEqual(['flour', 'butter'])
    expect(butter!.massG).toBe(flour!.massG)
  })
  it('before the step is begun it is only said', async () => {
    const { formula, step } = firstStep('thicken', 'liaison')
    const at = await workAt(formula.id, step.id, 0)
    expect(says(at)).toContain('never let it boil')
  })
})

describe('a sauce that is too thick', () => {
  it('is let down by grams of water or stock, with the salt that this leaves, to the coat that is wanted', async () => {
    const at = await workAt('redWineShallot', 'slurry', 2, SLURRY)
    await at.w.find('input[type=range]').setValue(String(scaleX(0.03)))
    await at.settle()
    const thin = key(at, /^Thin/)!
    expect(thin.text()).toMatch(/\d+ g water.*% salt/)
    await thin.trigger('click')
    await at.settle()
    expect(at.kitchen.last('addition.made').payload).toMatchObject({ ingredientId: 'water' })
    expect(says(at)).toContain('It coats as it should.')
  })
})

describe('a reduction', () => {
  it('whose notch is past the coat that is wanted says to stop before it', async () => {
    const at = await workAt('bordelaise', 'reduceToCoat', 1)
    await at.w.find('input[type=range]').setValue(String(scaleX(0.15)))
    await at.settle()
    expect(says(at)).toContain('stop when the spoon says so')
    expect(key(at, /^Thin/)).toBeUndefined()
  })
})

describe('a roux', () => {
  it('is told by weight, with the fat that will float and what it is worth', async () => {
    const { formula, step } = firstStep('thicken', 'roux')
    const at = await workAt(formula.id, step.id, 1)
    expect(says(at)).toMatch(/\d+ g flour in \d+ g fat/)
    expect(says(at)).toMatch(/with its liquid: /)
  })
  it('the slurry of the thickener school is watched from when it went in', async () => {
    const at = await workAt('redWineShallot', 'slurry', 0.1, SLURRY)
    expect(says(at)).toContain('wait, at a simmer')
  })
})
