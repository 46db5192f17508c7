import type { Choices } from '@liquamen/core'
import { z } from 'zod'
import { finite, slug } from '../primitives'

/** Schools and swaps that somebody chose. */
export const choicesSchema = z
  .strictObject({
    schools: z.record(slug, slug),
    swaps: z.record(slug, z.strictObject({ ingredientId: slug, factor: finite.min(0).max(100) })),
  })
  .optional() satisfies z.ZodType<Choices | undefined>
