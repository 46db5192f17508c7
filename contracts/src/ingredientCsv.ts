import { ALLERGENS, SPECIES, type Allergen, type AllergenMark, type Ingredient } from '@liquamen/core'
import Papa from 'papaparse'
import { ingredientSchema } from './catalog'

/** Columns of the ingredient table, in order. Species are g per 100 g; an empty `other` is what is left to 100. */
export const INGREDIENT_COLUMNS = [
  'id',
  'name',
  'group',
  'isLiquid',
  ...SPECIES,
  'fixedAcid',
  'bulkGPerMl',
  'pieceG',
  'trimYield',
  'solidShare',
  'solidMlPerG',
  'gives',
  'shelfDays',
  'costMinorPerKg',
  'months',
  'emulsionRole',
  'thickens',
  'marks',
  'contains',
  'mayContain',
  'unknownLabel',
  'source',
] as const
type Column = (typeof INGREDIENT_COLUMNS)[number]
type Row = Partial<Record<Column, string>>

/** Good rows and bad ones, each bad one with its line and why; nothing is written before a person has seen both. */
export interface IngredientPreview {
  readonly good: readonly Ingredient[]
  readonly bad: readonly { readonly line: number; readonly why: string }[]
}

const LEVELS: readonly AllergenMark[] = ['contains', 'mayContain', 'unknownLabel']
const words = (text: string | undefined) => (text ?? '').split(/[\s;]+/).filter(Boolean)
/** A number as typed, with point or comma; NaN where it is none, so that the schema says so. */
const numberOf = (text: string | undefined): number | undefined =>
  text === undefined || text.trim() === '' ? undefined : Number(text.trim().replace(',', '.'))
const defined = <T extends object>(of: T): T =>
  Object.fromEntries(Object.entries(of).filter(([, v]) => v !== undefined)) as T

/** What bones give to a liquor, "gelatin:1.9 salt:0.1", g per 100 g. */
function readGives(text: string | undefined) {
  const pairs = words(text).map((pair) => pair.split(':'))
  return pairs.length
    ? Object.fromEntries(pairs.map(([species = '', g]) => [species, numberOf(g)]))
    : undefined
}

function readRow(row: Row): unknown {
  const species = Object.fromEntries(SPECIES.map((s) => [s, numberOf(row[s])]))
  const sum = Object.entries(species).reduce((total, [s, v]) => total + (s === 'other' ? 0 : (v ?? 0)), 0)
  if (species.other === undefined && sum < 100) species.other = Math.round((100 - sum) * 1000) / 1000
  const allergens = Object.fromEntries(
    LEVELS.flatMap((level) => words(row[level]).map((a) => [a as Allergen, level])),
  )
  const solidShare = numberOf(row.solidShare)
  return defined({
    id: row.id?.trim(),
    name: row.name?.trim(),
    group: row.group?.trim() || undefined,
    isLiquid: /^(yes|true|1)$/i.test(row.isLiquid ?? ''),
    per100G: defined(species),
    fixedAcid: row.fixedAcid?.trim() || undefined,
    bulkGPerMl: numberOf(row.bulkGPerMl),
    pieceG: numberOf(row.pieceG),
    trimYield: numberOf(row.trimYield),
    solidInPan:
      solidShare === undefined
        ? undefined
        : { massShare: solidShare, volumeMlPerG: numberOf(row.solidMlPerG) ?? 1 },
    gives: readGives(row.gives),
    shelfDays: numberOf(row.shelfDays),
    costMinorPerKg: numberOf(row.costMinorPerKg),
    months: words(row.months).length ? words(row.months).map(Number) : undefined,
    emulsionRole: row.emulsionRole?.trim() || undefined,
    thickens: row.thickens?.trim() || undefined,
    marks: words(row.marks).length ? words(row.marks) : undefined,
    allergens,
    source: row.source?.trim() || 'imported, source not said',
  })
}

/** Reads an ingredient table. Bad lines are listed beside the good ones, whatever their number. */
export function readIngredientCsv(text: string): IngredientPreview {
  // a table pasted together has both kinds of line ends; blank lines are skipped below, so that the others keep their numbers
  const { data, meta } = Papa.parse<Row>(text.replace(/^\ufeff/, '').replace(/\r\n?/g, '\n'), {
    header: true,
    newline: '\n',
  })
  const missing = ['id', 'name'].filter((c) => !(meta.fields ?? []).includes(c))
  if (missing.length)
    return { good: [], bad: [{ line: 1, why: `the column ${missing.join(', ')} is missing` }] }
  const good: Ingredient[] = []
  const bad: { line: number; why: string }[] = []
  const seen = new Set<string>()
  data.forEach((row, i) => {
    const line = i + 2
    if (Object.values(row).every((cell) => !String(cell).trim())) return
    const read = ingredientSchema.safeParse(readRow(row))
    if (!read.success)
      bad.push({
        line,
        why: read.error.issues
          .slice(0, 3)
          .map((issue) => `${issue.path.join('.')} ${issue.message}`.trim())
          .join('; '),
      })
    else if (seen.has(read.data.id)) bad.push({ line, why: `the id ${read.data.id} stands twice` })
    else {
      seen.add(read.data.id)
      good.push(read.data)
    }
  })
  return { good, bad }
}

/** The table of ingredients as CSV; read again it is the same. A cell that a spreadsheet would run is written as text. */
export function writeIngredientCsv(ingredients: readonly Ingredient[]): string {
  const at = (i: Ingredient, level: AllergenMark) =>
    ALLERGENS.filter((a) => i.allergens[a] === level).join(' ')
  const rows = ingredients.map((i): Record<Column, string | number> => ({
    id: i.id,
    name: i.name,
    group: i.group ?? '',
    isLiquid: i.isLiquid ? 'yes' : 'no',
    ...(Object.fromEntries(SPECIES.map((s) => [s, i.per100G[s] ?? ''])) as Record<
      (typeof SPECIES)[number],
      number | string
    >),
    fixedAcid: i.fixedAcid ?? '',
    bulkGPerMl: i.bulkGPerMl ?? '',
    pieceG: i.pieceG ?? '',
    trimYield: i.trimYield ?? '',
    solidShare: i.solidInPan?.massShare ?? '',
    solidMlPerG: i.solidInPan?.volumeMlPerG ?? '',
    gives: Object.entries(i.gives ?? {})
      .map(([species, g]) => `${species}:${g}`)
      .join(' '),
    shelfDays: i.shelfDays ?? '',
    costMinorPerKg: i.costMinorPerKg ?? '',
    months: (i.months ?? []).join(' '),
    emulsionRole: i.emulsionRole ?? '',
    thickens: i.thickens ?? '',
    marks: (i.marks ?? []).join(' '),
    contains: at(i, 'contains'),
    mayContain: at(i, 'mayContain'),
    unknownLabel: at(i, 'unknownLabel'),
    source: i.source,
  }))
  return Papa.unparse(rows, { columns: [...INGREDIENT_COLUMNS], escapeFormulae: true, newline: '\r\n' })
}
