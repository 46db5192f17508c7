import { IN_ANY_STREAM, KINDS, STREAM_KINDS, type FactKind, type Payloads } from '@liquamen/core'
import { z } from 'zod'
import { deviceMs, instantMs, slug, text, uuid } from '../primitives'
import { BATCH_SCHEMAS } from './batch'
import { KITCHEN_SCHEMAS } from './kitchen'
import { LOT_SCHEMAS } from './lot'
import { ORDER_SCHEMAS } from './order'
import { SERVICE_SCHEMAS } from './service'

/** The schema of every kind's newest payload, checked against the core's types. */
export const PAYLOAD_SCHEMAS: { readonly [K in FactKind]: z.ZodType<Payloads[K]> } = {
  ...BATCH_SCHEMAS,
  ...ORDER_SCHEMAS,
  ...LOT_SCHEMAS,
  ...SERVICE_SCHEMAS,
  ...KITCHEN_SCHEMAS,
  'fact.corrected': z
    .strictObject({
      factId: uuid,
      kind: z.enum(Object.keys(KINDS).filter((k) => !IN_ANY_STREAM.some((any) => any === k))),
      payload: z.unknown(),
    })
    .superRefine((c, ctx) => {
      const found = PAYLOAD_SCHEMAS[c.kind as FactKind].safeParse(c.payload)
      for (const issue of found.success ? [] : found.error.issues)
        ctx.addIssue({ code: 'custom', path: ['payload', ...issue.path], message: issue.message })
    }),
  'fact.voided': z.strictObject({ factId: uuid, reason: text(200) }),
}

const WIDEST_OFFSET_MS = 3e14 // a clock anywhere in its range can be put right by it
const FACT_KINDS = Object.keys(KINDS) as [FactKind, ...FactKind[]]

/** The wrapping of a fact, before its payload is looked at. Devices may send kinds' older versions. */
export const envelopeSchema = z.strictObject({
  id: uuid,
  kitchenId: uuid,
  streamKind: z.enum(STREAM_KINDS),
  streamId: uuid,
  kind: z.enum(FACT_KINDS),
  v: z.number().int().min(1).max(1000),
  deviceId: uuid,
  deviceSeq: z.number().int().min(0).max(Number.MAX_SAFE_INTEGER),
  deviceAtMs: deviceMs,
  clockOffsetMs: z.number().int().min(-WIDEST_OFFSET_MS).max(WIDEST_OFFSET_MS),
  actor: z.strictObject({ deviceId: uuid, crewId: slug.optional() }),
  payload: z.unknown(),
})

/** A fact as a server sends or a file keeps it. */
export const storedFactSchema = envelopeSchema.extend({
  atMs: deviceMs,
  receivedAtMs: instantMs.optional(),
  seq: z.number().int().min(1).optional(),
  clockFlag: z.enum(['future', 'unmeasured']).optional(),
  chain: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .optional(),
})
