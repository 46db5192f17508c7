import { z } from 'zod'
import { formulaSchema, ingredientSchema } from './catalog'

/** Largest ingredient table that is taken at once, bytes of JSON. */
export const CSV_LIMIT_BYTES = 16 * 1024 * 1024

export const savedFormulaSchema = z.object({ formula: formulaSchema })
export const formulaVersionsSchema = z.object({ versions: z.array(formulaSchema) })
export const ingredientCsvSchema = z.strictObject({ csv: z.string().max(CSV_LIMIT_BYTES) })
/** What a table would do: nothing is written by a preview. */
export const ingredientPreviewSchema = z.object({
  added: z.number().int(),
  changed: z.number().int(),
  same: z.number().int(),
  bad: z.array(z.object({ line: z.number().int(), why: z.string() })),
  badCount: z.number().int(),
  isWritten: z.boolean(),
})
export type IngredientPreviewAnswer = z.infer<typeof ingredientPreviewSchema>
/** What came of the house book. */
export const houseBookAnswerSchema = z.object({ formulas: z.number().int(), ingredients: z.number().int() })
export const savedIngredientSchema = z.object({ ingredient: ingredientSchema })
