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

describe('under pressure', () => {
  const asked = { choices: { schools: { cooker: 'pressure' }, swaps: {} } }
  const at = () => workAt('brownStockMade', 'simmer', 0, asked)
  it('says when it is up, when the flame goes off and when it opens; the cook’s word moves both', async () => {
    const bench = await at()
    const { work } = bench.view.value.planned!
    if (work.kind !== 'simmer' || !work.pressure) throw new Error('no pressure')
    const pressed = () => {
      const { live } = bench.view.value
      return live?.kind === 'timed' ? live.pressure : undefined
    }
    const [due] = bench.view.value.deadlines
    expect(due).toMatchObject({ kind: 'lookSoon', code: 'pressureUp' })
    bench.kitchen.wait(work.comeUpMin! + 7)
    await bench.settle()
    expect(pressed()!.isUp).toBe(false)
    await bench.press('At pressure')
    const upAtMs = bench.kitchen.last('cue.seen').atMs
    expect(pressed()).toEqual({ upAtMs, isUp: true, offAtMs: upAtMs + work.pressure.holdMin * 60_000 })
    bench.kitchen.wait(work.pressure.holdMin + 0.1)
    await bench.settle()
    expect(bench.view.value.deadlines[0]).toMatchObject({ kind: 'actNow', code: 'pressureOff' })
    await bench.press('Flame is off')
    expect(bench.view.value.deadlines[0]).toMatchObject({ kind: 'step', code: 'stepEnds' })
    expect(bench.view.value.deadlines[0]!.atMs).toBeCloseTo(
      pressed()!.offAtMs + work.pressure.releaseMin * 60_000,
      0,
    )
    expect(bench.w.text()).not.toContain('Top up')
  })
  it('carries its cautions and what it is worth in open minutes', async () => {
    const text = (await at()).w.text()
    expect(text).toContain('never force the lid')
    expect(text).toContain('worth 360 open minutes')
  })
})

describe('a stock’s clarity', () => {
  it('is foretold, and so is how long the pot comes up', async () => {
    const bench = await workAt('brownStockMade', 'simmer')
    expect(bench.w.text()).toContain('It should stand clear')
    expect(bench.w.text()).toMatch(/Full flame until it simmers, about \d/)
  })
})

describe('what is poured onto a stock', () => {
  it('cold stops the simmer and raises scum: a skim is due at the end of that; boiling water only restores', async () => {
    const bench = await workAt('brownStockMade', 'simmer', 90)
    await bench.press(/^Skimmed|^Looked|^Stirred/).catch(() => undefined)
    const next = () => bench.view.value.deadlines.find((d) => d.kind === 'lookSoon')!
    await bench.press(/^Top up/)
    await bench.enter(500)
    expect(bench.kitchen.last('addition.made').payload).toMatchObject({ massG: 500, coolerByK: 0 })
    const restored = next()
    await bench.press(/^Cold to raise scum/)
    await bench.enter(400)
    expect(bench.kitchen.last('addition.made').payload.coolerByK).toBeGreaterThan(70)
    expect(next().code).toBe('skim')
    const afterMin = (next().atMs - bench.kitchen.port.nowMs) / 60_000
    expect(afterMin).toBeGreaterThan(3)
    expect(next().atMs).toBeLessThan(restored.atMs)
  })
})
