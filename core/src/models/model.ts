import type { Range } from '../errors'
import type { Row, Values } from './values'

/** A plain input: a number in a range, one of a few words, or a phrase. */
export type PlainInput = {
  readonly name: string
  readonly says: string
  readonly optional?: number | string
} & (
  | { readonly range: Range }
  | { readonly oneOf: readonly string[] }
  | { readonly text: { readonly maxLength: number } }
)
/** Rows of plain inputs: the liquids of a mixture, the readings of a probe. */
export interface ListInput {
  readonly name: string
  readonly says: string
  readonly optional?: undefined
  readonly rows: { readonly of: readonly PlainInput[]; readonly min: number; readonly max: number }
}
export type ModelInput = PlainInput | ListInput

/** What every model answers: a number with its band, or a band it cannot give and why. */
export interface ModelAnswer {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly unit: string
  readonly coverage: number
  readonly modelVersion: string
  readonly warnings: readonly string[]
  /** Further figures of the same answer, each in its unit. */
  readonly also: Readonly<Record<string, { readonly value: number; readonly unit: string }>>
}

/** A model that can be asked from anywhere: HTTP, command line, a form, "explain this number". */
export interface Model {
  readonly id: string
  readonly version: string
  readonly says: string
  readonly formula: string
  readonly unit: string
  readonly sources: readonly string[]
  readonly confidence: 'high' | 'medium' | 'low'
  readonly inputs: readonly ModelInput[]
  /** Share of cases that the band is meant to hold; 1 for an exact relation. */
  readonly coverage: number
  /** Further figures that it gives, and their units. */
  readonly also?: Readonly<Record<string, string>>
  readonly run: (input: Values) => {
    readonly value: number
    readonly low?: number
    readonly high?: number
    readonly warnings?: readonly string[]
    readonly also?: Readonly<Record<string, number>>
  }
}

const filledRow = (of: readonly PlainInput[], row: Values | Row): Row =>
  Object.fromEntries(of.map((i) => [i.name, (row[i.name] as number | string) ?? i.optional ?? NaN]))
const filled = (input: ModelInput, given: Values): Values[string] => {
  if ('rows' in input)
    return (given[input.name] as readonly Row[]).map((row) => filledRow(input.rows.of, row))
  return given[input.name] ?? input.optional ?? NaN
}

/**
 * Asks a model.
 * @param input - complete and in range; `contracts` checks what comes from outside
 */
export function runModel(model: Model, input: Values): ModelAnswer {
  const complete = Object.fromEntries(model.inputs.map((i) => [i.name, filled(i, input)]))
  const { value, low = value, high = value, warnings = [], also = {} } = model.run(complete)
  return {
    value,
    low,
    high,
    unit: model.unit,
    coverage: model.coverage,
    modelVersion: `${model.id}-${model.version}`,
    warnings,
    also: Object.fromEntries(
      Object.entries(also).map(([name, figure]) => [name, { value: figure, unit: model.also?.[name] ?? '' }]),
    ),
  }
}
