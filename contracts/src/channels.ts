import { z } from 'zod'
import { deviceMs, finite, instantMs, queryMs, text, uuid } from './primitives'

/** Most samples in one group: ten minutes of one a second. */
export const MOST_SAMPLES = 600
const WILDEST = 100_000 // whatever a broken device says is kept, so long as it is a number a database can hold

/** A probe or a scale, as the device that reads it names it. Probes send °C, scales g. */
export const newChannelSchema = z.strictObject({
  kind: z.enum(['probe', 'scale']),
  name: text(60).min(1),
  isSimulated: z.boolean(),
})
export const channelSchema = newChannelSchema.extend({ id: uuid, deviceId: uuid })
export type Channel = z.infer<typeof channelSchema>
export const channelListSchema = z.object({ channels: z.array(channelSchema) })

/** A group of samples with the device's own clock at sending, by which its times are settled. The same group again is stored once. */
export const postSamplesSchema = z.strictObject({
  groupId: uuid,
  sentAtMs: deviceMs,
  samples: z
    .array(z.strictObject({ atMs: deviceMs, value: finite.min(-WILDEST).max(WILDEST) }))
    .min(1)
    .max(MOST_SAMPLES),
})
export type PostSamples = z.infer<typeof postSamplesSchema>
/** `clock`: the device's clock was off and its times were moved. `future`, `late`: kept, and counted for nothing that is live. */
export const sampleSchema = z.object({
  atMs: z.number(),
  value: z.number(),
  flag: z.enum(['clock', 'future', 'late']).optional(),
})
export type Sample = z.infer<typeof sampleSchema>
export const postSamplesAnswerSchema = z.object({
  status: z.enum(['stored', 'known']),
  flagged: z.number().int(),
  serverNowMs: instantMs,
})
export const samplesSchema = z.object({ channelId: uuid, samples: z.array(sampleSchema) })
export type Samples = z.infer<typeof samplesSchema>
export const samplesQuerySchema = z.object({ fromMs: queryMs, toMs: queryMs })
