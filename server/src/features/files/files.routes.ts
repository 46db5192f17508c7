import { createRoute, z } from '@hono/zod-openapi'
import { importAnswerSchema } from '@liquamen/contracts'
import { stream } from 'hono/streaming'
import { createReadStream, createWriteStream } from 'node:fs'
import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pipeline } from 'node:stream/promises'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const importRoute = createRoute({
  method: 'post',
  path: '/import',
  request: { body: { content: { 'application/octet-stream': { schema: z.unknown() } } } },
  responses: {
    200: { description: 'what was taken', content: { 'application/json': { schema: importAnswerSchema } } },
  },
})

/** Who does not read what he asked for holds a connection of the database: no longer than this, ms, nor when the server stops. */
const TAKEN_WITHIN_MS = 30_000
async function taken(write: Promise<unknown>, stopping: AbortSignal): Promise<void> {
  const late = AbortSignal.any([stopping, AbortSignal.timeout(TAKEN_WITHIN_MS)])
  const given = new Promise<never>((_, reject) => {
    late.addEventListener('abort', () => reject(new Error('nobody reads the export')), { once: true })
  })
  await Promise.race([write, given])
}

/** What is sent is all here before the kitchen is held for it: a slow line holds up nobody's taps. */
async function spooled<T>(
  body: ReadableStream<Uint8Array> | null,
  work: (pieces: AsyncIterable<Uint8Array>) => Promise<T>,
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'liquamen-import-'))
  const file = join(folder, 'kitchen.json')
  try {
    await pipeline(body ?? [], createWriteStream(file, { mode: 0o600 }))
    return await work(createReadStream(file) as AsyncIterable<Uint8Array>)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

/** Kitchen files in and out, of any size: neither is ever held whole. */
export function filesRoutes({ files, log, stopping }: AppDeps) {
  const router = createRouter()
  router.openapi(importRoute, async (c) =>
    c.json(await spooled(c.req.raw.body, (pieces) => files.importFile(c.get('device'), pieces)), 200),
  )
  router.get('/export', (c) => {
    const { kitchenId } = c.get('device')
    c.header('content-type', 'application/json')
    c.header('content-disposition', 'attachment; filename="kitchen.json"')
    return stream(
      c,
      (out) => files.writeKitchen(kitchenId, (piece) => taken(out.write(piece), stopping)),
      async (error, out) => {
        log.error({ err: error }, 'an export was cut')
        out.abort() // what came so far ends in the middle: no reader takes it for a whole file
      },
    )
  })
  return router
}
