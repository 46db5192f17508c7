import type { BatchRow } from '@liquamen/contracts'
import { compareFacts, foldBatch, type Fact } from '@liquamen/core'
import Papa from 'papaparse'

const iso = (ms: number | null | undefined) => (ms === null || ms === undefined ? '' : new Date(ms).toISOString())
// A cell that a spreadsheet would run as a formula is written as text
const csv = (rows: object[]) => Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })

/** The Log's lines as CSV. */
export function listCsv(rows: readonly BatchRow[]): string {
  return csv(rows.map((row) => ({ batch: row.id, sauce: row.sauceName, status: row.status, portions: row.portions, servedPortions: row.servedPortions, plannedMin: row.plannedMin?.toFixed(1) ?? '', startedAt: iso(row.startedAtMs), finishedAt: iso(row.finishedAtMs), pickupAt: iso(row.pickupAtMs), deviations: row.deviations })))
}

/** One batch as CSV: a line for each thing that happened, with what was read and what was foretold. */
export function batchCsv(batchId: string, facts: readonly Fact[]): string {
  const sorted = facts.filter((fact) => fact.streamId === batchId).sort(compareFacts)
  const state = foldBatch(batchId, sorted)
  const lines = sorted.map((fact) => {
    const p = fact.payload as Record<string, unknown>
    const cell = (name: string) => { const value = p[name]; return typeof value === 'number' || typeof value === 'string' ? value : '' }
    return { at: iso(fact.atMs), kind: fact.kind, step: cell('stepId'), how: cell('how'), grossG: cell('grossG'), depthMm: cell('depthMm'), tempC: cell('tempC'), look: cell('look'), massG: cell('massG'), sigmaG: cell('sigmaG'), foretold10: iso(p.p10AtMs as number | undefined), foretold50: iso(p.p50AtMs as number | undefined), foretold90: iso(p.p90AtMs as number | undefined), portions: fact.kind === 'portion.served' ? cell('portions') : '', by: fact.actor.crewId ?? '', detail: state.deviations.filter((d) => d.factId === fact.id).map((d) => d.code).join(' ') }
  })
  return csv(lines)
}
