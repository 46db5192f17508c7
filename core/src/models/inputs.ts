import type { Range } from '../errors'
import { airPressureKPa } from '../heat/atmosphere'
import { LID_FACTOR, surroundings, type Lid, type Surroundings } from '../heat/evaporation'
import { REFERENCE_IDS, referenceComposition } from '../ingredients/referenceTable'
import { LIMITS } from '../limits'
import { addCompositions, EMPTY, type Composition } from '../mixture/composition'
import { density20GPerMl } from '../mixture/volume'
import type { ModelInput, PlainInput } from './model'
import { num, rows, word, type Row, type Values } from './values'

/** Inputs that several models share, and how they are read. */
export const number = (name: string, says: string, range: Range, optional?: number): PlainInput => ({
  name,
  says,
  range,
  ...(optional === undefined ? {} : { optional }),
})
export const choice = (
  name: string,
  says: string,
  oneOf: readonly string[],
  optional?: string,
): PlainInput => ({
  name,
  says,
  oneOf,
  ...(optional === undefined ? {} : { optional }),
})
/** A list of rows, each of plain inputs. */
export const list = (
  name: string,
  says: string,
  of: readonly PlainInput[],
  { min = 1, max = 50 }: { readonly min?: number; readonly max?: number } = {},
): ModelInput => ({ name, says, rows: { of, min, max } })

const range = (min: number, max: number, unit: string): Range => ({ min, max, unit })
/** Ranges that come back. */
export const R = {
  tempC: range(-30, 150, '°C'),
  minutes: range(0, 2880, 'min'),
  grams: range(0, 60_000, 'g'),
  someGrams: range(0.1, 60_000, 'g'),
  kilograms: range(0.05, 60, 'kg'),
  ml: range(1, 60_000, 'ml'),
  mm: range(1, 800, 'mm'),
  pct: range(0, 100, '%'),
  somePct: range(0.01, 100, '%'),
  watts: range(1, 30_000, 'W'),
  share: range(0, 1, '(0..1)'),
  days: range(0, 400, 'd'),
  hours: range(0, 96, 'h'),
  one: range(0, 1e6, '1'),
} as const

export const ALTITUDE = number('altitudeM', 'height of the kitchen', LIMITS.altitudeM, 0)
export const pressureOf = (v: Values): number => airPressureKPa(num(v, 'altitudeM'))

/** What is boiled: one liquid or several. */
export const LIQUIDS = list(
  'liquids',
  'what is in the pan',
  [
    choice('ingredient', 'liquid', REFERENCE_IDS),
    number('volumeMl', 'at 20 °C', LIMITS.volumeMl, 0),
    number('massG', 'or weighed', LIMITS.massG, 0),
  ],
  { max: 12 },
)
const liquid = (row: Row): Composition => {
  const id = word(row, 'ingredient')
  const density = density20GPerMl(referenceComposition(id, 100))
  return referenceComposition(id, num(row, 'massG') + num(row, 'volumeMl') * density)
}
export const mixtureOf = (v: Values): Composition =>
  rows(v, 'liquids').map(liquid).reduce(addCompositions, EMPTY)

/** The pan's surface and the room. */
export const SURFACE: readonly ModelInput[] = [
  number('diameterMm', 'diameter of the surface', LIMITS.diameterMm),
  number('wallMm', 'height of the wetted wall', range(5, 400, 'mm'), 80),
  choice('lid', 'lid', Object.keys(LID_FACTOR), 'open'),
  number('convectionWPerM2K', 'draught over it', range(2, 12, 'W/(m² K)'), 4),
  ALTITUDE,
]
export const surfaceOf = (v: Values): Surroundings =>
  surroundings({
    diameterMm: num(v, 'diameterMm'),
    wallMm: num(v, 'wallMm'),
    lid: word(v, 'lid') as Lid,
    convectionWPerM2K: num(v, 'convectionWPerM2K'),
    pressureKPa: pressureOf(v),
  })

/** A temperature log. */
export const tempLog = (min: number): ModelInput =>
  list(
    'readings',
    'of a probe',
    [number('min', 'after the flame went off', R.minutes), number('tempC', 'read', R.tempC)],
    { min, max: 2000 },
  )
