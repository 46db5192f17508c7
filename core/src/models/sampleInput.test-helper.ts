import type { ModelInput, PlainInput } from './model'
import type { Row, Values } from './values'

/** A value inside a plain input's range: its middle, on a logarithmic scale where it spans decades. */
export const samplePlain = (input: PlainInput): number | string => {
  if (input.optional !== undefined) return input.optional
  if ('oneOf' in input) return input.oneOf[Math.floor(input.oneOf.length / 3)]!
  if ('text' in input) return 'to a third'
  const { min, max } = input.range
  return min > 0 && max / min > 100 ? Math.sqrt(min * max) : (min + max) / 2
}
/** The two ends of a plain input. */
export const endsOf = (input: PlainInput): (number | string)[] => {
  if ('range' in input) return [input.range.min, input.range.max]
  return 'oneOf' in input ? [input.oneOf[0]!, input.oneOf.at(-1)!] : ['to a third', 'half', 'a pinch of 3/0']
}
const row = (of: readonly PlainInput[], value: (input: PlainInput) => number | string): Row =>
  Object.fromEntries(of.map((i) => [i.name, value(i)]))

/** A value of any input. */
export const sample = (input: ModelInput): Values[string] =>
  'rows' in input
    ? Array.from({ length: Math.max(1, input.rows.min) }, () => row(input.rows.of, samplePlain))
    : samplePlain(input)
/** The ends of any input: a list is as short as it may be at its lower ends, and two rows at its upper ones. */
export const ends = (input: ModelInput): Values[string][] => {
  if (!('rows' in input)) return endsOf(input)
  const { of, min, max } = input.rows
  return [
    Array.from({ length: min }, () => row(of, (i) => endsOf(i)[0]!)),
    Array.from({ length: Math.min(2, max) }, () => row(of, (i) => endsOf(i).at(-1)!)),
  ]
}
