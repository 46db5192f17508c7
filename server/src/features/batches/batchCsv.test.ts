import { readFileSync } from 'node:fs'
import {
  chosenFormula,
  followPlan,
  frozenAt,
  kitchenGoods,
  placeBatch,
  plannedAt,
  rehearsalRecord,
  type Fact,
  type KitchenCatalog,
} from '@liquamen/core'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { batchCsv, listCsv, temperaturesCsv } from './batchCsv'

const { catalog } = JSON.parse(
  readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as { catalog: KitchenCatalog }
const goods = kitchenGoods(catalog)
const LIT_AT_MS = Date.UTC(2026, 10, 28, 16)
type Row = Record<string, string>
const read = (csv: string) => Papa.parse<Row>(csv, { header: true }).data
const PROBE = { channelId: '018f0000-0000-7000-8000-0000000000c1', name: 'Probe 1', isSimulated: true }

function made(formulaId: string): Fact[] {
  const formula = chosenFormula(catalog.formulas, formulaId)!
  const request = { formula, ingredients: goods, portions: formula.basisPortions, nowMs: LIT_AT_MS }
  const placed = placeBatch({ ...request, pickupAtMs: LIT_AT_MS + 36e6 }, catalog, [])
  const { facts, put } = rehearsalRecord('b')
  const place = { formula, vessels: placed.place.vessels, ring: placed.ring, settings: catalog.settings }
  followPlan({
    batchId: 'b',
    planned: plannedAt(
      { shares: [], formulaId, sauceName: formula.name, fill: formula.fill, sources: {}, phrases: {} },
      placed,
    ),
    frozen: frozenAt(placed.plan, place, goods),
    startAtMs: LIT_AT_MS,
    put,
    truth: { paceFactor: 0.9, stopsAboveFrac: 0.02, reads: true },
    well: { id: catalog.wells[0]!.id, letter: catalog.wells[0]!.letter },
  })
  return facts
}

describe.each(catalog.formulas.map((f) => f.id))('the sheet of %s', (id) => {
  it('has a line for each thing that happened, in order, with step, reading and what was foretold', () => {
    const facts = made(id)
    const rows = read(batchCsv('b', facts))
    expect(rows).toHaveLength(facts.length)
    const at = rows.map((r) => Date.parse(r.at!))
    expect([...at].sort((a, b) => a - b)).toEqual(at)
    const ended = rows.filter((r) => r.kind === 'step.finished').map((r) => r.step)
    expect(new Set(ended).size).toBe(ended.length)
    for (const [i, fact] of [...facts].sort((a, b) => a.atMs - b.atMs).entries()) {
      if (fact.kind === 'reading.taken' && fact.payload.how === 'weighing') {
        const row = rows.find(
          (r) => r.kind === 'reading.taken' && Date.parse(r.at!) === Math.floor(fact.atMs),
        )
        expect(Number(row?.grossG), `line ${i}`).toBe(fact.payload.grossG)
      }
    }
    expect(rows.some((r) => Object.values(r).some((v) => /NaN|undefined|\[object/.test(v)))).toBe(false)
  })
})

describe('what is written for a spreadsheet', () => {
  it('never runs: names that begin as a formula are text', () => {
    const line = {
      id: 'b',
      sauceName: '=HYPERLINK("x")',
      formulaId: 'f',
      status: 'finished' as const,
      portions: 4,
      servedPortions: 4,
      plannedMin: 12.34,
      startedAtMs: LIT_AT_MS,
      finishedAtMs: null,
      pickupAtMs: LIT_AT_MS,
      deviations: 0,
    }
    const csv = listCsv([line])
    const [row] = read(csv)
    expect(row!.sauce!.startsWith('=')).toBe(false)
    expect(row).toMatchObject({ plannedMin: '12.3', startedAt: '2026-11-28T16:00:00.000Z', finishedAt: '' })
    expect(csv.endsWith('\n')).toBe(false)
  })
  it('a probe’s samples carry where it stood, the limit in force, what is simulated and whose clock was wrong', () => {
    const facts = made('hollandaise')
    const binding = { ...PROBE, place: 'bowl' as const, fromMs: LIT_AT_MS, toMs: undefined }
    const samples = [
      { atMs: LIT_AT_MS + 1000, value: 61.5 },
      { atMs: LIT_AT_MS + 2000, value: 61.7, flag: 'late' },
    ]
    const rows = read(temperaturesCsv('b', facts, [{ binding, samples } as never]))
    expect(rows.map((r) => [r.tempC, r.probe, r.simulated, r.place, r.clock])).toEqual([
      ['61.5', 'Probe 1', 'SIMULATED', 'bowl', ''],
      ['61.7', 'Probe 1', 'SIMULATED', 'bowl', 'late'],
    ])
    expect(Number(rows[0]!.hotHoldLimitC)).toBe(57)
    const jus = read(temperaturesCsv('b', made('panJus'), [{ binding, samples } as never]))
    expect(jus[0]!.hotHoldLimitC).toBe('')
  })
  it('facts of another batch are left out', () => {
    const facts = made('panJus')
    const other = facts.map((f) => ({ ...f, id: `o${f.id}`, streamId: 'other' }) as Fact)
    expect(read(batchCsv('b', [...facts, ...other]))).toHaveLength(facts.length)
  })
})
