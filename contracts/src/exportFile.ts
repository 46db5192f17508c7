import { ROLES } from '@liquamen/core'
import { z } from 'zod'
import { guestDetailsSchema } from './api'
import { catalogSchema, formulaSchema } from './catalog'
import { channelSchema, MOST_SAMPLES, sampleSchema } from './channels'
import { storedFactSchema } from './facts/facts'
import { instantMs, slug, text, uuid } from './primitives'

/** Name and version of the open format; an import of another is refused by name. Version 1, without readings and people, is read as well. */
export const EXPORT_FORMAT = 'liquamen/kitchen'
export const EXPORT_VERSION = 2
const digest = z.string().regex(/^[0-9a-f]{64}$/)

/** A group of readings as its channel sent it, with its place and its link in the channel's chain. */
export const sampleGroupSchema = z.strictObject({
  channelId: uuid,
  seq: z.number().int().min(1),
  groupId: uuid,
  chain: digest,
  samples: z.array(sampleSchema).min(1).max(MOST_SAMPLES),
})

/** What a file says before and beside its two long lists. */
export const exportHeadSchema = z.strictObject({
  format: z.literal(EXPORT_FORMAT),
  version: z.literal([1, EXPORT_VERSION]),
  exportedAtMs: instantMs,
  kitchenId: uuid,
  shiftFromMs: instantMs.optional(),
  /** All there is, from the first fact on: a kitchen without facts becomes this one, its record with it. */
  isWhole: z.boolean().optional(),
  chainHead: digest.optional(),
  headSeq: z.number().int().min(0).optional(),
  catalog: catalogSchema,
  /** Earlier versions of formulas, by id and version. */
  formulaVersions: z.array(z.strictObject({ id: text(80), formula: formulaSchema })).optional(),
  /** Who cooks or once did; a name may have been erased. */
  people: z
    .array(z.strictObject({ id: slug, name: text(60), role: z.enum(ROLES), isRemoved: z.boolean() }))
    .optional(),
  guestDetails: z.array(guestDetailsSchema),
  /** Probes and scales, and the devices that read them. */
  devices: z
    .array(z.strictObject({ id: uuid, name: text(60), kind: z.string(), enrolledAtMs: instantMs }))
    .optional(),
  channels: z.array(channelSchema).optional(),
})
export type ExportHead = z.infer<typeof exportHeadSchema>
const { kitchenId, shiftFromMs, isWhole } = exportHeadSchema.shape
/** What stands before the facts, since they are taken by it. */
export const exportStartSchema = z.object({ kitchenId, shiftFromMs, isWhole })
export type ExportStart = z.infer<typeof exportStartSchema>

/**
 * A kitchen, or one batch of it, as a file: what it is, the facts in receipt order, and what its probes read.
 * `shiftFrom`: every instant is moved by (time of import − shiftFrom), so that demo data is always of today.
 */
export const exportFileSchema = exportHeadSchema.extend({
  facts: z.array(storedFactSchema),
  samples: z.array(sampleGroupSchema).optional(),
})
export type ExportFile = z.infer<typeof exportFileSchema>

/** How a kitchen file begins, until its first fact: a part a line, as after it an entry a line, so that it is read fast and a change is a line. */
export const kitchenFileOpening = (head: object): string =>
  `{\n${Object.entries(head)
    .map(([name, part]) => `${JSON.stringify(name)}: ${JSON.stringify(part)}`)
    .join(',\n')},\n"facts": [`
