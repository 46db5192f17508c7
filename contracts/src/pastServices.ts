import { z } from 'zod'

/** An evening that is over: its guests, and the plates of each dish that were asked for. */
export const pastServicesSchema = z.object({
  services: z.array(
    z.object({
      serviceId: z.string(),
      name: z.string(),
      atMs: z.number(),
      covers: z.number(),
      plates: z.record(z.string(), z.number()),
    }),
  ),
})
/** Evenings of a file: `date,covers,dish,plates`, a line for each dish of a day, the dish by its name or id. */
export const pastServicesCsvSchema = z.strictObject({ csv: z.string().max(1_000_000) })
/** What came of it: with a bad line nothing is written. */
export const pastServicesAnswerSchema = z.object({
  /** Evenings that are on record now and were not. */
  added: z.number().int(),
  /** Evenings that were there already. */
  known: z.number().int(),
  bad: z.array(z.object({ line: z.number().int(), why: z.string() })),
})
export type PastServicesAnswer = z.infer<typeof pastServicesAnswerSchema>
