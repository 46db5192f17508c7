import { describe, expect, it } from 'vitest'
import { actualWalk, contentsG, techniqueOf } from '@liquamen/core'
import { catalog } from '../../testing/mountScreen'
import { workAt, type AtBench } from '../../testing/workAt'

/** The first simmer of the book that is long enough for a look in between. */
const [formula, step] = catalog.formulas
  .flatMap((f) => f.steps.map((s) => [f, s] as const))
  .find(([, s]) => techniqueOf(s).id === 'simmer' && (s.minutes?.value ?? 0) > 60)!
const endG = (at: AtBench) =>
  contentsG(actualWalk(at.view.value.state)!.find((w) => w.step.id === step.id)!.end)

describe('a simmer', () => {
  it('calls for a look in between, and the next look is counted from the last', async () => {
    const at = await workAt(formula.id, step.id)
    const look = () => at.view.value.deadlines.find((d) => d.kind === 'lookSoon')
    const first = look()!.atMs
    expect(at.w.text()).toContain('look at')
    at.kitchen.wait((first - at.kitchen.port.nowMs) / 60_000 + 1)
    await at.settle()
    expect(at.w.text()).toContain('look now')
    await at.press('Looked')
    expect(at.kitchen.last('alarm.silenced').payload).toMatchObject({ alarm: 'lookSoon', stepId: step.id })
    expect(look()?.atMs ?? Infinity).toBeGreaterThan(first)
    expect(at.w.text()).not.toContain('look now')
  })
  it('water back, or scum and liquid out, is counted in what is left at its end', async () => {
    const at = await workAt(formula.id, step.id, 10)
    const before = endG(at)
    await at.press(/^Top up/)
    await at.enter(400)
    expect(at.kitchen.last('addition.made').payload).toMatchObject({ ingredientId: 'water', massG: 400 })
    const topped = endG(at) - before // a share of it boils off with the rest
    expect(topped).toBeGreaterThan(200)
    expect(topped).toBeLessThanOrEqual(400)
    await at.press(/^Top up/)
    await at.enter(-150)
    expect(endG(at) - before).toBeLessThan(topped - 75)
    await at.press(/^Undo/)
    expect(endG(at) - before).toBeCloseTo(topped, 3)
  })
  it('an amount that cannot be is refused where it stands, and nothing is lost', async () => {
    const at = await workAt(formula.id, step.id, 10)
    await at.press(/^Top up/)
    await at.enter(90_000)
    expect(at.kitchen.made).toEqual([])
    expect((at.w.find('.digits input').element as HTMLInputElement).value).toBe('90000')
    await at.enter(90)
    expect(at.kitchen.made).toHaveLength(1)
  })
  it('calls when its minutes are over, and ends then without asking', async () => {
    const at = await workAt(formula.id, step.id)
    const end = at.view.value.deadlines.find((d) => d.kind === 'step')!
    at.kitchen.wait((end.atMs - at.kitchen.port.nowMs) / 60_000 + 1)
    await at.settle()
    await at.press('Step done')
    expect(at.kitchen.kinds()[0]).toBe('step.finished')
  })
})
