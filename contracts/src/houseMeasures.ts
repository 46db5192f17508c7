import { z } from 'zod'
import { finite, slug, text } from './primitives'

const weighed = z
  .strictObject({ low: finite.min(0), value: finite.min(0), high: finite.min(0) })
  .refine((w) => w.low <= w.value && w.value <= w.high, 'low, value and high must rise')
/** What a kitchen has said once of loose words. */
export const houseMeasuresSchema = z.strictObject({
  readings: z.record(slug, text(30)),
  weighed: z.record(z.string().max(140), weighed),
})
