import { catalog } from './mountScreen'

/** The sauces of the book, as rows of a table of tests. */
export const EVERY_SAUCE = catalog.formulas.map((f) => [f.id, f] as const)
