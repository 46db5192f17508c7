/** Inputs of a model by name, complete and in range. */
export type Values = Readonly<Record<string, number | string>>
/** A number among them. */
export const num = (values: Values, name: string): number => Number(values[name])
