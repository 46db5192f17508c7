import { checkpointsOf } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { catalog } from '../../testing/mountScreen'
import { guestWithout, firstStep, workAt, type AtBench } from '../../testing/workAt'

const { formula, step } = firstStep('season')
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const grams = (at: AtBench) => Number(/Add ([\d.]+) g \(/.exec(says(at))?.[1])

describe('salt at the end', () => {
  it('is dosed on what is eaten, less what its goods brought, in grams and spoons', async () => {
    const at = await workAt(formula.id, step.id)
    const { salt } = at.view.value.state.plan!
    expect(grams(at)).toBeCloseTo(salt.addG, 0)
    expect(says(at)).toMatch(/tsp fine sea\) now/)
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

const SEASONED = catalog.formulas.flatMap((f) =>
  f.steps.filter((s) => s.technique === 'season').map((s) => [f.id, s.id] as const),
)
const word = (at: AtBench, says: string) => at.w.findAll('.tastings button').find((b) => b.text() === says)!

describe('the Season sheet', () => {
  it.each(SEASONED)(
    '%s: what it should taste of is told before the spoon, and the tastings follow each other to the end',
    async (formulaId, stepId) => {
      const at = await workAt(formulaId, stepId)
      const bars = at.w.findAll('.bars [role=img]').map((b) => b.attributes('aria-label'))
      expect(bars).toHaveLength(4)
      expect(bars.join()).not.toMatch(/NaN|undefined/)
      expect(bars[0]).toMatch(/^salt: [\d.]+ %. usual/)
      const points = checkpointsOf(at.view.value.formula).filter((c) => c.stepId === stepId)
      for (const { id } of points) {
        await word(at, 'Right').trigger('click')
        await at.settle()
        expect(at.kitchen.last('taste.noted').payload).toMatchObject({ checkpoint: id, word: 'right' })
      }
      expect(at.w.findAll('.tastings button')).toHaveLength(0)
    },
  )
  it('a word that says the contrary of the sum is asked about, and only then mended, in grams that go in by one tap', async () => {
    const at = await workAt('hollandaise', 'season')
    await word(at, 'Too salty').trigger('click')
    await at.settle()
    expect(says(at)).toMatch(/Too salty, and the sum says 0\.\d+ % salt/)
    expect(says(at)).not.toContain('What mends it')
    await word(at, 'Taste again').trigger('click')
    await at.settle()
    expect(at.view.value.state.tastes).toEqual([])
    await word(at, 'Flat').trigger('click')
    await at.settle()
    expect(says(at)).toMatch(/What mends it.*g lemon juice/)
    const salt = at.w.findAll('.remedies li').find((l) => l.text().includes('g salt'))!
    await salt.find('button').trigger('click')
    await at.settle()
    const { massG } = at.kitchen.last('salt.added').payload
    expect(at.view.value.state.saltAdded!.massG).toBe(massG)
    expect(says(at), 'one change, then it is tasted').not.toContain('What mends it')
    expect(at.w.find('.tastings .due .name').text()).toBe('Before any acid')
    await word(at, 'Flat').trigger('click')
    await at.settle()
    await at.w
      .findAll('.remedies li')
      .find((l) => l.text().includes('g salt'))!
      .find('button')
      .trigger('click')
    await at.settle()
    expect(at.view.value.state.saltAdded!.massG).toBeGreaterThan(massG)
  })
  it('too sharp is mended with butter or sugar', async () => {
    const at = await workAt('beurreBlanc', 'season')
    await word(at, 'Too sharp').trigger('click')
    await at.settle()
    expect(says(at)).toMatch(/g unsalted butter.*g sugar/)
  })
  it('spoons are of the salt in the box, grams stay grams', async () => {
    const at = await workAt(formula.id, step.id)
    const before = grams(at)
    await at.press(/^coarse, light/)
    expect(grams(at)).toBe(before)
    expect(says(at)).toMatch(/tsp coarse, light\) now/)
    await at.press(/^Add .* now$/)
    await at.enter(before)
    expect(at.kitchen.last('salt.added').payload).toMatchObject({ salt: 'hollowFlakeKosher' })
    await at.press(/^fine sea/)
  })
  it('consistency goes on the house’s scale of five', async () => {
    const at = await workAt('bordelaise', 'season')
    await at.press(/^3 nappe/)
    expect(at.kitchen.last('spoon.seen').payload).toMatchObject({ grade: 3, stepId: 'season' })
  })
  it('a reduction alone is tasted at its own bench, where too much of everything is as it should be; salt there is told with its ceiling', async () => {
    const at = await workAt('bordelaise', 'reduceWine', 1)
    expect(says(at)).toMatch(/Salt now: at most [\d.]+ g, [\d.]+ % here/)
    await at.press(/^Taste/)
    await word(at, 'Too sharp').trigger('click')
    await at.settle()
    expect(at.kitchen.last('taste.noted').payload).toMatchObject({ checkpoint: 'reduction', word: 'sharp' })
    expect(says(at)).not.toContain('What mends it')
  })
})

describe('what mends a taste and a guest must not have', () => {
  it('is asked about at any bench before it goes in, whichever way it would', async () => {
    const at = await workAt('bordelaise', 'season')
    await guestWithout(at, ['milk'])
    await word(at, 'Too sharp').trigger('click')
    await at.settle()
    const stands = word(at, 'It stands')
    if (stands) await stands.trigger('click')
    await at.w
      .findAll('.remedies li')
      .find((l) => l.text().includes('butter'))!
      .find('button')
      .trigger('click')
    await at.settle()
    expect(says(at)).toMatch(/Butter.* brings Milk; Table 7 must not have it/)
    await at.press('Leave it out')
    expect(at.kitchen.kinds()).not.toContain('addition.made')
  })
  it('too salty is stretched with the stock that it was made with, where that can help', async () => {
    const at = await workAt('roastJus', 'season')
    const half = Math.round(14 * grams(at)) / 10 // half as much again
    await at.press(/^Add .* now$/)
    await at.enter(half)
    await word(at, 'Too salty').trigger('click')
    await at.settle()
    expect(says(at)).toMatch(/g water.*unsalted stock/)
  })
})
