import { describe, expect, it } from 'vitest'
import { techniqueOf } from '@liquamen/core'
import { catalog } from '../../testing/mountScreen'
import { BATCH_ID } from '../../testing/rehearsed'
import { firstStep, workAt, type AtBench } from '../../testing/workAt'

const { formula, step } = firstStep('mount')
const work = (at: AtBench) => {
  const of = at.view.value.planned!.work
  if (of.kind !== 'mount') throw new Error('nothing is mounted')
  return of
}
const stepOf = (formulaId: string) =>
  catalog.formulas.find((f) => f.id === formulaId)!.steps.find((s) => techniqueOf(s).id === 'mount')!.id
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const read = async (at: AtBench, tempC: number) => {
  await at.press('Temperature')
  await at.enter(tempC)
}

describe('cold butter into a hot reduction', () => {
  it('says its grams, how full of fat it ends, and the window in which it stays whole', async () => {
    const at = await workAt(formula.id, step.id, 0.2)
    const { butterG, phaseFrac, phaseLimitFrac, window } = work(at)
    expect(says(at)).toContain(
      `${Math.round(butterG)} g butter: φ ${phaseFrac.toFixed(2)} of ${phaseLimitFrac.toFixed(2)} at most`,
    )
    expect(says(at)).toMatch(new RegExp(`between ${window.lowC}.* and ${window.highC}`))
  })
  it('a reading outside its window is marked, one inside is not', async () => {
    const at = await workAt(formula.id, step.id, 0.2)
    const { window } = work(at)
    await read(at, window.highC + 6)
    expect(says(at)).toMatch(new RegExp(`▽ ${window.highC + 6}`))
    await read(at, (window.lowC + window.highC) / 2)
    expect(says(at)).not.toContain('▽ ')
    await read(at, window.lowC - 8)
    expect(says(at)).toMatch(new RegExp(`▽ ${window.lowC - 8}`))
  })
  it('no sauce of the book asks for more butter than it can hold', async () => {
    const mounted = catalog.formulas.flatMap((f) =>
      f.steps.filter((s) => techniqueOf(s).id === 'mount').map((s) => [f.id, s.id] as const),
    )
    expect(mounted.length).toBeGreaterThan(10)
    for (const [formulaId, stepId] of mounted) {
      const at = await workAt(formulaId, stepId, 0.2)
      expect(work(at).phaseFrac, formulaId).toBeLessThanOrEqual(work(at).phaseLimitFrac)
      expect(says(at)).not.toContain('More fat than it can hold')
      expect(says(at), formulaId).toMatch(/Whole on a plate of up to \d+°/)
      expect(says(at), formulaId).toMatch(/Taken up in \d+\.\d min/)
      expect(says(at), formulaId).toMatch(/Off the flame|kJ to give/i)
      expect(says(at), formulaId).not.toMatch(/NaN|undefined|Infinity/)
      at.w.unmount()
    }
  })
  it('a gloss is still too hot when its butter is in; a whole sauce would set without a flame under it', async () => {
    const gloss = await workAt('madeiraSauce', stepOf('madeiraSauce'), 0.2)
    expect(says(gloss)).toMatch(/brings it to 8\d° only: under 75°/)
    const whole = await workAt('beurreRouge', stepOf('beurreRouge'), 0.2)
    expect(says(whole)).toMatch(/\d+ kJ to give: \d\.\d min of the lowest flame/)
    expect(says(whole)).toContain('Never a bubble')
    const choices = { schools: { heat: 'off' }, swaps: {} }
    const off = await workAt('beurreRouge', stepOf('beurreRouge'), 0.2, { choices })
    expect(says(off)).toContain('where fat sets: a low flame under it')
    expect(says(off)).toMatch(/Keep it: .+, \d+ min/)
  })
  it('a reduction that was left too wet says what to boil off first; one that went too dry, how much water', async () => {
    const reduced = async (leftG: number) => {
      const stepId = stepOf('beurreRouge')
      const { steps } = catalog.formulas.find((f) => f.id === 'beurreRouge')!
      const before = steps[steps.findIndex((s) => s.id === stepId) - 1]!
      const at = await workAt('beurreRouge', before.id, 1)
      await at.kitchen.port.recordAll([
        { kind: 'step.finished', streamId: BATCH_ID, payload: { stepId: before.id, massG: leftG } },
        { kind: 'step.started', streamId: BATCH_ID, payload: { stepId } },
      ] as never)
      await at.settle()
      return at
    }
    const wet = says(await reduced(120))
    expect(wet).toMatch(/Wetter than planned: boil \d+ g off before the butter/)
    const dry = await reduced(18)
    expect(dry.w.find('[role=alert]').text()).toMatch(/\d+ g of it too much here, or \d+ g warm water first/)
  })
})
