import { createHash } from 'node:crypto'
import { createReadStream, readFileSync } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { z } from 'zod'

export const BACKUP_FORMAT = 'liquamen/backup'
export const BACKUP_VERSION = 1
const digest = z.string().regex(/^[0-9a-f]{64}$/)
const kitchenSchema = z.object({
  id: z.uuid(),
  name: z.string(),
  recordId: z.uuid(),
  lastSeq: z.number().int().min(0),
  chainHead: digest,
  channels: z.array(z.object({ channelId: z.uuid(), lastSeq: z.number().int(), chainHead: z.string() })),
})
/** What lies beside a backup: what it is, and where the chain of each kitchen stood in it. Kept elsewhere it shows what a record was. */
export const manifestSchema = z.object({
  format: z.literal(BACKUP_FORMAT),
  version: z.literal(BACKUP_VERSION),
  madeAtMs: z.number(),
  /** How many migrations its tables have had. */
  migrations: z.number().int(),
  bytes: z.number().int(),
  sha256: digest,
  kitchens: z.array(kitchenSchema),
})
export type Manifest = z.infer<typeof manifestSchema>
export const manifestOf = (file: string): string => `${file}.json`

/** The digest of a file, however large. */
export async function fileDigest(file: string): Promise<string> {
  const sum = createHash('sha256')
  await pipeline(createReadStream(file), sum)
  return sum.digest('hex')
}

/** Reads what lies beside a backup. @throws Error with a sentence for whoever asked */
export function readManifest(file: string): Manifest {
  let json: unknown
  try {
    json = JSON.parse(readFileSync(manifestOf(file), 'utf8'))
  } catch {
    throw new Error(
      `${manifestOf(file)} is not there or cannot be read: a backup is two files, which belong together`,
    )
  }
  const { format, version } = (json ?? {}) as { format?: unknown; version?: unknown }
  if (format !== BACKUP_FORMAT) throw new Error(`${manifestOf(file)} does not describe a Liquamen backup`)
  if (version !== BACKUP_VERSION)
    throw new Error(
      `the backup is of version ${String(version)}, which this release does not know: use the release that made it, or a newer one`,
    )
  const read = manifestSchema.safeParse(json)
  if (!read.success)
    throw new Error(`${manifestOf(file)} is damaged: ${read.error.issues[0]?.path.join('.')}`)
  return read.data
}
