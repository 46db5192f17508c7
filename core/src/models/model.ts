import type { Range } from '../errors'

/** An input of a model: a number in a range, or one of a few words. */
export type ModelInput = {
  readonly name: string
  readonly says: string
  readonly optional?: number | string
} & (
  | { readonly range: Range }
  | { readonly oneOf: readonly string[] }
  | { readonly text: { readonly maxLength: number } }
)

/** What every model answers: a number with its band, or a band it cannot give and why. */
export interface ModelAnswer {
  readonly value: number
  readonly low: number
  readonly high: number
  readonly unit: string
  readonly coverage: number
  readonly modelVersion: string
  readonly warnings: readonly string[]
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
  readonly run: (input: Readonly<Record<string, number | string>>) => {
    readonly value: number
    readonly low?: number
    readonly high?: number
    readonly warnings?: readonly string[]
  }
}

/**
 * Asks a model.
 * @param input - complete and in range; `contracts` checks what comes from outside
 */
export function runModel(model: Model, input: Readonly<Record<string, number | string>>): ModelAnswer {
  const filled = Object.fromEntries(model.inputs.map((i) => [i.name, input[i.name] ?? i.optional ?? NaN]))
  const { value, low = value, high = value, warnings = [] } = model.run(filled)
  return {
    value,
    low,
    high,
    unit: model.unit,
    coverage: model.coverage,
    modelVersion: `${model.id}-${model.version}`,
    warnings,
  }
}
