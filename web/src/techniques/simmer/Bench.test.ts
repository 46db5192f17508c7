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
    expect(at.w.text()).toMatch(/(look|skim|stir) at \d/)
    at.kitchen.wait((first - at.kitchen.port.nowMs) / 60_000 + 1)
    await at.settle()
    expect(at.w.text()).toMatch(/(look|skim|stir) now/)
    await at.press(/^(Looked|Skimmed|Stirred)/)
    expect(at.kitchen.last('alarm.silenced').payload).toMatchObject({ alarm: 'lookSoon', stepId: step.id })
    expect(look()?.atMs ?? Infinity).toBeGreaterThan(first)
    expect(at.w.text()).not.toMatch(/(look|skim|stir) now/)
  })
  it('every long simmer of the book is visited by name: bones skimmed and topped up, what catches stirred', async () => {
    for (const [f, s] of catalog.formulas.flatMap((x) => x.steps.map((y) => [x, y] as const))) {
      if (techniqueOf(s).id !== 'simmer' || (s.minutes?.value ?? 0) < 30) continue
      const at = await workAt(f.id, s.id)
      at.w.unmount() // its record is enough: hours of a bench need not be drawn
      const { work } = at.view.value.planned!
      if (work.kind !== 'simmer') throw new Error('no simmer')
      expect(
        work.losses!.map((l) => l.lossG),
        f.id,
      ).toEqual([...work.losses!.map((l) => l.lossG)].sort((a, b) => b - a))
      const visits = new Set<string>()
      for (let min = 0; min < s.minutes!.value; min += 2) {
        const due = at.view.value.deadlines.find((d) => d.kind === 'lookSoon')
        if (due && due.atMs <= at.kitchen.port.nowMs) {
          visits.add(due.code)
          if (due.code === 'topUp')
            await at.kitchen.port.record('addition.made', at.view.value.state.id, {
              stepId: s.id,
              ingredientId: 'water',
              massG: 500,
              sdG: 5,
              coolerByK: 0,
            })
          await at.kitchen.port.record('alarm.silenced', at.view.value.state.id, {
            alarm: 'lookSoon',
            stepId: s.id,
          })
        }
        at.kitchen.wait(2)
      }
      if (work.catches !== 'clearStock') expect([...visits], f.id).toContain('stir')
      if (work.skimAtMin!.length) expect([...visits], f.id).toContain('skim')
      if (work.bareAfterMin != null) expect([...visits], f.id).toContain('topUp')
    }
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
