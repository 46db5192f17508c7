import { lessonsOf, type LessonRow } from '@liquamen/core'
import { describe, expect, it, vi } from 'vitest'
import { api } from '../port/api'
import { settle } from '../testing/onScreen'
import { button, catalog, mountScreen } from '../testing/mountScreen'
import ForetoldAgainst from './ForetoldAgainst.vue'
import HouseStep from './HouseStep.vue'

const formula = catalog.formulas.find((f) => f.id === 'redWineShallot')!
const step = formula.steps.find((s) => s.id === 'sweat')!
const strain = formula.steps.find((s) => s.technique === 'strain')!
const says = (w: ReturnType<typeof mountScreen>) => w.text().replace(/\s+/g, ' ')

/** A closed batch of which one step took so long, and a sieve let so much through. */
const row = (i: number, tookMin: number, errorTimes = 1): LessonRow => ({
  batchId: `b${i}`,
  formulaId: formula.id,
  atMs: i * 86_400_000,
  lessons: {
    steps: [{ stepId: step.id, saidMin: step.minutes!.value, tookMin }],
    reductions: [
      {
        stepId: 'reduceWine',
        ringId: 'ring2',
        panId: 'sauteuse24',
        ratioLn: -0.2,
        foretoldMin: { low: 8, value: 10, high: 13 },
        tookMin: 10 * errorTimes,
      },
    ],
    sieves: [{ stepId: strain.id, foretoldFrac: 0.97, weighedFrac: 0.9 }],
  },
})
function lessons(rows: readonly LessonRow[], kept = true) {
  const take = vi.fn(() => Promise.resolve(kept))
  return { take, rows: { value: rows }, isRefused: { value: !kept } } as never as { take: typeof take }
}
const houseStep = (of: typeof step, rows: readonly LessonRow[], kept = true) => {
  const given = lessons(rows, kept)
  return { w: mountScreen(HouseStep, { step: of, formulaId: formula.id, lessons: given }), take: given.take }
}

describe('what the house learned of a step', () => {
  it('is shown beside the typed figure, and taken in one tap once three batches say it', async () => {
    const two = houseStep(step, [row(1, 7), row(2, 7.4)])
    expect(says(two.w)).toContain('(2 times)')
    expect(two.w.find('button').exists()).toBe(false)
    const { w, take } = houseStep(step, [row(1, 7), row(2, 7.4), row(3, 6.8)])
    await button(w, 'take it').trigger('click')
    const [[id, stepId, change]] = take.mock.calls as unknown as [
      [string, string, { minutes: { value: number } }],
    ]
    expect([id, stepId]).toEqual([formula.id, step.id])
    expect(change.minutes.value).toBeGreaterThan(6)
    expect(change.minutes.value).toBeLessThan(7.4)
  })
  it('what was taken is not offered again for a hair', () => {
    const taken = { ...step, minutes: { low: 6, value: 6.9, high: 8 } }
    const { w } = houseStep(taken, [row(1, 7), row(2, 7.4), row(3, 6.8)])
    expect(w.find('button').exists()).toBe(false)
    expect(says(w)).toContain('(3 times)')
  })
  it('a sieve is told in what was foretold and what was weighed', async () => {
    const { w, take } = houseStep(strain as never, [row(1, 7), row(2, 7), row(3, 7)])
    expect(says(w)).toContain('lets 94.0 % through, 97.0 % foretold (3 times)')
    await button(w, 'take it').trigger('click')
    expect(take).toHaveBeenCalledWith(formula.id, strain.id, { yieldFrac: 0.94 })
  })
  it('nothing is said of a step that nothing was learned of', () => {
    expect(says(houseStep(step, []).w)).toBe('')
  })
})

describe('forecasts against what came', () => {
  it('says how many bands held, and that they lie nearer than they did', () => {
    const rows = [1.5, 1.4, 1.3, 1.05, 1.02, 1.03].map((times, i) => row(i + 1, 5, times))
    const text = says(mountScreen(ForetoldAgainst, { rows }))
    expect(text).toContain('4 of the last 6 reductions came within their band')
    expect(text).toContain('within 40 % of the middle at first, within 3 % of late')
  })
  it('bands that hold too seldom are said to be too narrow; nothing is drawn of nothing', () => {
    const rows = Array.from({ length: 10 }, (_, i) => row(i, 5, 1.6))
    expect(says(mountScreen(ForetoldAgainst, { rows }))).toContain('our bands are too narrow')
    expect(says(mountScreen(ForetoldAgainst, { rows: [] }))).toBe('')
  })
})

describe('lessons over the wire', () => {
  it('are asked for by sauce, and what a browser folds is what the server keeps', async () => {
    const asked = vi.spyOn(globalThis, 'fetch').mockResolvedValue(
      new Response(
        JSON.stringify({ rows: [{ ...row(1, 5), batchId: '018f0000-0000-7000-8000-00000000000b' }] }),
        {
          headers: { 'content-type': 'application/json' },
        },
      ),
    )
    const [got] = await api.lessons('redWineShallot')
    expect(asked.mock.calls[0]![0]).toBe('/api/lessons?formulaId=redWineShallot')
    expect(got!.lessons).toEqual(row(1, 5).lessons)
    expect(lessonsOf({ steps: {} } as never)).toBeUndefined()
    await settle()
    asked.mockRestore()
  })
})
