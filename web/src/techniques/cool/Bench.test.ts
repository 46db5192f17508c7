import { larderDays, type Payloads } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { catalog } from '../../testing/mountScreen'
import { workAt, type AtBench } from '../../testing/workAt'

const bases = catalog.formulas.filter((f) => f.makes)
const base = bases[0]!
const stepOf = (act: string) => base.steps.find((s) => s.technique === act)!
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const lot = (at: AtBench) => at.kitchen.last('lot.stored').payload as Payloads['lot.stored']
const DAY_MS = 86_400_000

describe('cooling', () => {
  it('has a clock for each stage, and a reading under it is a tick', async () => {
    const at = await workAt(base.id, stepOf('cool').id, 1)
    const stages = () => at.w.findAll('li.label').map((l) => l.text())
    expect(stages()).toHaveLength(2)
    expect(says(at)).toContain('your local code rules')
    await at.press('Temperature')
    await at.enter(19)
    expect(stages()[0]).toMatch(/^✓ 21/)
    expect(stages()[1]).not.toMatch(/^✓/)
    await at.press('Temperature')
    await at.enter(4)
    expect(stages()[1]).toMatch(/^✓ 5/)
  })
})

describe('putting away', () => {
  const away = () => workAt(base.id, stepOf('store').id, 1)
  it('every base ends in a lot of its good, with amount, day and use-by, and the batch with it', async () => {
    for (const made of bases) {
      const at = await workAt(made.id, made.steps.find((s) => s.technique === 'store')!.id, 1)
      await at.press('Put away, labelled')
      expect(at.kitchen.kinds(), made.id).toEqual(['lot.stored', 'step.finished', 'batch.finished'])
      const { ingredientId, massG, madeAtMs, expiresAtMs } = lot(at)
      expect(ingredientId).toBe(made.makes)
      expect(massG).toBeGreaterThan(50)
      expect(expiresAtMs - madeAtMs).toBe(larderDays(made.keeps, 'fridge') * DAY_MS)
      expect(at.view.value.state.status).toBe('stored')
      at.w.unmount()
    }
  })
  it('what is weighed is what is put away; in the freezer it keeps longer', async () => {
    const at = await away()
    await at.press(/^Weigh/)
    await at.enter(1234)
    await at.press('freezer')
    await at.press('Put away, labelled')
    expect(lot(at)).toMatchObject({ massG: 1234, place: 'freezer' })
    expect(lot(at).expiresAtMs - lot(at).madeAtMs).toBe(larderDays(base.keeps, 'freezer') * DAY_MS)
  })
  it('its days are counted from the end of its cooking, not from when it was put away', async () => {
    const at = await away()
    const cooked = Math.max(...Object.values(at.view.value.state.steps).flatMap((s) => s.finishedAtMs ?? []))
    at.kitchen.wait(300)
    await at.settle()
    await at.press('Put away, labelled')
    expect(lot(at).madeAtMs).toBe(Math.round(cooked))
  })
  it('a refused lot leaves the batch as it was, and the tap says so', async () => {
    const at = await away()
    at.kitchen.refuse('No room for lots.')
    await at.press('Put away, labelled')
    expect(says(at)).toContain('That was not kept. No room for lots.')
    expect(at.view.value.state.status).toBe('underWay')
    at.kitchen.refuse()
    await at.press('Put away, labelled')
    expect(at.view.value.state.status).toBe('stored')
  })
})
