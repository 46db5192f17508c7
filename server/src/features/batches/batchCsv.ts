import { LAST_MOMENT_MS, type BatchRow, type Sample } from '@liquamen/contracts'
import {
  compareFacts,
  foldBatch,
  FOOD_CODES,
  houseRules,
  liftFact,
  type BatchState,
  type ChannelStamp,
  type Fact,
} from '@liquamen/core'
import Papa from 'papaparse'

/** A moment as it is written for a spreadsheet; nothing where it is none, or beyond any date. */
const iso = (ms: number | null | undefined) =>
  ms === null || ms === undefined || !(Math.abs(ms) <= LAST_MOMENT_MS) ? '' : new Date(ms).toISOString()
// A cell that a spreadsheet would run as a formula is written as text
const csv = (rows: object[]) => Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' })

/** The Log's lines as CSV. */
export function listCsv(rows: readonly BatchRow[]): string {
  return csv(
    rows.map((row) => ({
      batch: row.id,
      sauce: row.sauceName,
      status: row.status,
      portions: row.portions,
      servedPortions: row.servedPortions,
      plannedMin: row.plannedMin?.toFixed(1) ?? '',
      startedAt: iso(row.startedAtMs),
      finishedAt: iso(row.finishedAtMs),
      pickupAt: iso(row.pickupAtMs),
      deviations: row.deviations,
    })),
  )
}

/** What every reading of a stand-in is stamped with, on screen and in files. */
const SIMULATED = 'SIMULATED'
const stampOf = (p: Record<string, unknown>): Partial<ChannelStamp> =>
  typeof p.channelId === 'string' ? (p as Partial<ChannelStamp>) : ((p.probe ?? {}) as Partial<ChannelStamp>)
/** The hot-hold limit in force for a batch; empty where none is. */
const limitOf = (state: BatchState) =>
  state.frozen?.formula.emulsion ? FOOD_CODES[houseRules(state.frozen.settings).code].hotHoldC : ''

/** One batch as CSV: a line for each thing that happened, with what was read and what was foretold. */
export function batchCsv(batchId: string, facts: readonly Fact[]): string {
  const sorted = facts
    .filter((fact) => fact.streamId === batchId)
    .map(liftFact)
    .sort(compareFacts)
  const state = foldBatch(batchId, sorted)
  const lines = sorted.map((fact) => {
    const p = fact.payload as Record<string, unknown>
    const cell = (name: string) => {
      const value = p[name]
      return typeof value === 'number' || typeof value === 'string' ? value : ''
    }
    return {
      at: iso(fact.atMs),
      kind: fact.kind,
      step: cell('stepId'),
      how: cell('how'),
      grossG: cell('grossG'),
      depthMm: cell('depthMm'),
      tempC: cell('tempC'),
      look: cell('look'),
      cue: cell('cue'),
      bath: cell('bath'),
      well: cell('letter'),
      probe: stampOf(p).name ?? '',
      probeId: stampOf(p).channelId ?? '',
      simulated: stampOf(p).isSimulated ? SIMULATED : '',
      hotHoldLimitC: limitOf(state),
      massG: cell('massG'),
      sigmaG: cell('sigmaG'),
      foretold10: iso(p.p10AtMs as number | undefined),
      foretold50: iso(p.p50AtMs as number | undefined),
      foretold90: iso(p.p90AtMs as number | undefined),
      portions: fact.kind === 'portion.served' ? cell('portions') : '',
      by: fact.actor.crewId ?? '',
      detail: state.deviations
        .filter((d) => d.factId === fact.id)
        .map((d) => d.code)
        .join(' '),
    }
  })
  return csv(lines)
}

/** The temperature sheet of a batch: every sample of the probes that stood in it, with the probe, the limit in force and what was wrong with a sample's clock. */
export function temperaturesCsv(
  batchId: string,
  facts: readonly Fact[],
  logs: readonly { readonly binding: BatchState['bindings'][number]; readonly samples: readonly Sample[] }[],
): string {
  const state = foldBatch(batchId, facts.map(liftFact).sort(compareFacts))
  return csv(
    logs.flatMap(({ binding, samples }) =>
      samples.map((s) => ({
        at: iso(s.atMs),
        probe: binding.name,
        probeId: binding.channelId,
        simulated: binding.isSimulated ? SIMULATED : '',
        place: binding.place,
        tempC: s.value,
        hotHoldLimitC: limitOf(state),
        clock: s.flag ?? '',
      })),
    ),
  )
}
