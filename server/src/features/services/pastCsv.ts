import type { Dish } from '@liquamen/core'
import Papa from 'papaparse'

/** A day of a file: its guests and the plates of each dish. */
export interface PastDay {
  readonly date: string
  readonly covers: number
  readonly plates: ReadonlyMap<string, number>
}
/** What a file of past evenings says, and which of its lines cannot be. */
export interface ReadPast {
  readonly days: readonly PastDay[]
  readonly bad: readonly { readonly line: number; readonly why: string }[]
}
const COLUMNS = ['date', 'covers', 'dish', 'plates'] as const
const [MOST_COVERS, MOST_PLATES, MOST_BAD] = [2000, 400, 20]

const whole = (text: string | undefined): number => (/^\s*\d+\s*$/.test(text ?? '') ? Number(text) : NaN)
const isDate = (text: string) => /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(Date.parse(text))

/** Reads `date,covers,dish,plates`, comma or semicolon between, a line for each dish of a day. */
export function readPastCsv(csv: string, dishes: readonly Dish[]): ReadPast {
  const { data, meta } = Papa.parse<Record<string, string>>(csv, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  })
  const missing = COLUMNS.filter((c) => !meta.fields?.includes(c))
  if (missing.length) return { days: [], bad: [{ line: 1, why: `It has no column ${missing.join(', ')}.` }] }
  const known = new Map(
    dishes.flatMap((d) => [[d.id.toLowerCase(), d.id] as const, [d.name.toLowerCase(), d.id] as const]),
  )
  const days = new Map<string, { covers: number; plates: Map<string, number> }>()
  const bad: { line: number; why: string }[] = []
  data.forEach((row, i) => {
    const [date, name] = [row.date?.trim() ?? '', row.dish?.trim() ?? '']
    const [covers, plates] = [whole(row.covers), whole(row.plates)]
    const dishId = known.get(name.toLowerCase())
    const day = days.get(date)
    const why = [
      ...(isDate(date) ? [] : [`“${date}” is no date like 2026-11-28.`]),
      ...(covers > 0 && covers <= MOST_COVERS ? [] : [`Covers must be a number from 1 to ${MOST_COVERS}.`]),
      ...(plates >= 0 && plates <= MOST_PLATES ? [] : [`Plates must be a number from 0 to ${MOST_PLATES}.`]),
      ...(dishId ? [] : [`The house has no dish “${name}”.`]),
      ...(day && day.covers !== covers ? ['Its day has other covers on another line.'] : []),
    ]
    if (why.length || !dishId) bad.push({ line: i + 2, why: why.join(' ') })
    else {
      const of = day ?? { covers, plates: new Map<string, number>() }
      of.plates.set(dishId, (of.plates.get(dishId) ?? 0) + plates)
      days.set(date, of)
    }
  })
  if (data.length === 0) bad.push({ line: 1, why: 'It has no evening.' })
  return { days: [...days].map(([date, of]) => ({ date, ...of })), bad: bad.slice(0, MOST_BAD) }
}
