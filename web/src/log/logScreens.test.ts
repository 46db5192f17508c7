import { settle } from '../testing/onScreen'
import type { BatchRow } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api, OutOfReach } from '../port/api'
import { EVERY_SAUCE } from '../testing/everySauce'
import { memoryKitchen, type MemoryKitchen } from '../testing/memoryKitchen'
import { mountScreen } from '../testing/mountScreen'
import { BATCH_ID, rehearsed } from '../testing/rehearsed'
import { numberText } from '../ui/format'
import BatchPage from './BatchPage.vue'
import LogPage from './LogPage.vue'

const made = rehearsed('redWineShallot', 'serve', 1)
let kitchen: MemoryKitchen
beforeEach(() => {
  vi.spyOn(api, 'lessons').mockResolvedValue([])
  setActivePinia(createPinia())
  kitchen = memoryKitchen(made.nowMs)
})
afterEach(() => vi.restoreAllMocks())
const row = (more: Partial<BatchRow>): BatchRow => ({
  id: BATCH_ID,
  sauceName: 'Red wine & shallot',
  formulaId: 'redWineShallot',
  status: 'finished',
  portions: 10,
  servedPortions: 10,
  plannedMin: 40,
  startedAtMs: made.nowMs - 3600_000,
  finishedAtMs: made.nowMs,
  pickupAtMs: made.nowMs,
  deviations: 0,
  ...more,
})

describe('the log', () => {
  const page = async () => {
    const w = mountScreen(LogPage, {}, { port: kitchen.port })
    await settle()
    return { w, says: () => w.text().replace(/\s+/g, ' ') }
  }
  it('lists the server’s batches by day, with what went otherwise, and asks for the days that are chosen', async () => {
    const asked = vi
      .spyOn(api, 'batches')
      .mockResolvedValue([row({}), row({ id: 'b2', deviations: 2, startedAtMs: made.nowMs - 30 * 3600_000 })])
    const { w, says } = await page()
    expect(w.findAll('h2.day')).toHaveLength(2)
    expect(says()).toContain('2 ▽')
    const { fromMs, toMs } = asked.mock.calls[0]![0]
    expect(Number(toMs) - Number(fromMs)).toBe(7 * 86_400_000)
    expect(w.find('a[download]').attributes('href')).toContain(`fromMs=${fromMs}`)
  })
  it('what this browser made since stands in place of the server’s line', async () => {
    vi.spyOn(api, 'batches').mockResolvedValue([row({ status: 'planned' })])
    kitchen.knows(made.facts)
    const { says } = await page()
    expect(says()).toContain('under way')
    expect(says()).not.toMatch(/· planned/)
  })
  it('while the server is away it lists what the browser holds of those days and says so', async () => {
    vi.spyOn(api, 'batches').mockRejectedValue(new OutOfReach())
    kitchen.knows(made.facts)
    const { w, says } = await page()
    expect(says()).toContain('Server out of reach: this is what the browser holds.')
    expect(w.findAll('a.line')).toHaveLength(1)
    kitchen.wait(20 * 24 * 60)
    const later = await page()
    expect(later.says()).toContain('No batch in these days.')
  })
})

describe('the record of a batch', () => {
  const page = async (facts: readonly Fact[]) => {
    vi.spyOn(api, 'batchFacts').mockResolvedValue([...facts])
    const w = mountScreen(BatchPage, {}, { port: kitchen.port, params: { id: BATCH_ID } })
    await settle()
    return { w, says: () => w.text().replace(/\s+/g, ' ') }
  }
  it.each(EVERY_SAUCE)('of %s: every step with what was foretold and what it took', async (id, formula) => {
    const of = rehearsed(id, formula.steps.at(-1)!.id, 1)
    const { w, says } = await page(of.facts)
    const rows = w.findAll('tbody')[0]!.findAll('tr')
    expect(rows.map((r) => r.find('td').text())).toEqual(formula.steps.map((s) => s.verb))
    const { steps, plan } = of.view.state
    for (const [i, step] of formula.steps.entries()) {
      const own = steps[step.id]
      const foretold = own?.stage?.minutes ?? plan!.steps.find((s) => s.stepId === step.id)!.minutes
      expect(rows[i]!.text(), step.id).toContain(numberText(foretold.value, 1))
      if (own?.startedAtMs !== undefined && own.finishedAtMs !== undefined)
        expect(rows[i]!.text()).toContain(numberText((own.finishedAtMs - own.startedAtMs) / 60_000, 1))
      if (own?.massG !== undefined) expect(rows[i]!.text()).toContain(numberText(own.massG))
    }
    expect(says()).not.toMatch(/NaN|undefined|\[object/)
  })
  it('a discarded one offers to start again, with the moment by which that still makes it', async () => {
    const end = { result: 'discarded' as const, reason: 'Split over the bath' }
    kitchen.knows(made.facts)
    await kitchen.port.record('batch.finished', BATCH_ID, end)
    const { w, says } = await page([...made.facts, ...kitchen.made])
    expect(says()).toContain('discarded: Split over the bath')
    expect(says()).toMatch(/Start again.*a fresh one/)
    expect(w.findAll('a').some((a) => a.attributes('href')?.includes(`restart=${BATCH_ID}`))).toBe(true)
  })
  it('has a tap that was not sent yet, and one that nobody knows says so', async () => {
    kitchen.knows(made.facts)
    await kitchen.port.record('portion.served', BATCH_ID, { portions: 3, orderId: null })
    const { says } = await page(made.facts)
    expect(says()).toContain('3 portions')
    const other = await page([])
    setActivePinia(createPinia())
    kitchen = memoryKitchen(made.nowMs)
    const none = await page([])
    expect(none.says()).toContain('There is no such batch here.')
    expect(other.says()).toContain('3 portions')
  })
})
