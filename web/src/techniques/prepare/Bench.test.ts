import { actualWalk, contentsG } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { button } from '../../testing/mountScreen'
import { firstStep, workAt, type AtBench } from '../../testing/workAt'

const strained = firstStep('prepare', 'strain')
const sweated = firstStep('prepare', 'sweat')
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')

describe('what goes in', () => {
  it('is ticked off at its weight on this scale, corrected where the scale said otherwise', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === sweated.step.id)
    const asShown = `✓ ${Math.round(line!.shownG)} g`
    await at.press(asShown)
    expect((at.w.find('.digits input').element as HTMLInputElement).value).toBe(
      String(Math.round(line!.shownG)),
    )
    await at.enter(line!.shownG + 7)
    expect(at.kitchen.last('ingredient.weighed').payload).toEqual({
      itemId: line!.itemId,
      ingredientId: line!.ingredientId,
      massG: line!.shownG + 7,
    })
    expect(says(at)).toContain(`✓ ${Math.round(line!.shownG + 7)} g`)
    await at.press(/^Undo/)
    expect(says(at)).toContain(asShown)
  })
  it('what was really weighed is what stands in the pan from then on', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    const endG = () =>
      contentsG(actualWalk(at.view.value.state)!.find((w) => w.step.id === sweated.step.id)!.end)
    const before = endG()
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === sweated.step.id)
    await at.press(`✓ ${Math.round(line!.shownG)} g`)
    await at.enter(line!.shownG * 2)
    expect(endG()).toBeGreaterThan(before + line!.shownG * 0.5)
  })
  it('with the server gone the weight is kept, and the lot is said to be counted later', async () => {
    const withLot = firstStep('prepare', 'add')
    const at = await workAt(withLot.formula.id, withLot.step.id, 1)
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === withLot.step.id)
    await at.kitchen.port.record('lot.stored', '018f0000-0000-7000-8000-0000000000f1', {
      ingredientId: line!.ingredientId,
      massG: 5000,
      place: 'fridge',
      madeAtMs: Math.round(at.kitchen.port.nowMs - 86_400_000),
      expiresAtMs: Math.round(at.kitchen.port.nowMs + 86_400_000),
      batchId: null,
    })
    await at.settle()
    expect(says(at)).toContain('from the larder, made')
    at.kitchen.goAway()
    await at.press(`✓ ${Math.round(line!.shownG)} g`)
    await at.w.find('form').trigger('submit')
    await at.settle()
    expect(at.kitchen.last('ingredient.weighed')).toBeDefined()
    expect(says(at)).toContain('count the lot later')
  })
})

describe('what stays behind', () => {
  it('in the sieve is said in grams, with what goes on', async () => {
    const at = await workAt(strained.formula.id, strained.step.id)
    const { begin, end, clungG } = actualWalk(at.view.value.state)!.find(
      (w) => w.step.id === strained.step.id,
    )!
    const stays = contentsG(begin) - contentsG(end) + clungG
    expect(stays).toBeGreaterThan(1)
    expect(says(at)).toContain(`${Math.round(stays)} g stays behind`)
  })
})

describe('a step that is not begun', () => {
  it('is begun by its own key, after a step before it was taken up again and ended', async () => {
    const at = await workAt(strained.formula.id, strained.step.id)
    const started = at.kitchen.port.factsOf(at.view.value.state.id)
    const own = started.findLast((f) => f.kind === 'step.started')!
    await at.kitchen.port.takeBack([own.id], at.view.value.state.id, 'by mistake')
    await at.settle()
    await at.press(/^Start /)
    expect(at.kitchen.last('step.started').payload).toMatchObject({ stepId: strained.step.id })
    expect(button(at.w, 'Step done').exists()).toBe(true)
  })
  it('thrown away with its reason, the batch is over', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    await at.press(/^Discard/)
    expect(at.w.text()).toContain('Hold to discard')
  })
})
