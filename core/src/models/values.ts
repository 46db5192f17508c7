/** One row of a list: plain values by name. */
export type Row = Readonly<Record<string, number | string>>
/** Inputs of a model by name, complete and in range. */
export type Values = Readonly<Record<string, number | string | readonly Row[]>>
/** A number among them. */
export const num = (values: Values | Row, name: string): number => Number(values[name])
/** A word among them. */
export const word = (values: Values | Row, name: string): string => String(values[name])
/** A list among them. */
export const rows = (values: Values, name: string): readonly Row[] => values[name] as readonly Row[]
/** The numbers of one column of a list. */
export const column = (values: Values, name: string, of: string): number[] =>
  rows(values, name).map((row) => num(row, of))

/** A value with the same share either side of it. */
export const within = (value: number, by: number) => ({
  value,
  low: value * (1 - by),
  high: value * (1 + by),
})
