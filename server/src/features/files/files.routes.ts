import { createRoute, z } from '@hono/zod-openapi'
import { importAnswerSchema } from '@liquamen/contracts'
import { stream } from 'hono/streaming'
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

/** Kitchen files in and out, of any size: neither is ever held whole. */
export function filesRoutes({ files, log, stopping }: AppDeps) {
  const router = createRouter()
  router.openapi(importRoute, async (c) =>
    c.json(await files.importFile(c.get('device'), c.req.raw.body ?? []), 200),
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
