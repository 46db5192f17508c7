import { createRoute, z } from '@hono/zod-openapi'
import { importAnswerSchema } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'
import { readExportFile } from './files.service'

const importRoute = createRoute({
  method: 'post',
  path: '/import',
  request: { body: { content: { 'application/json': { schema: z.unknown() } } } },
  responses: {
    200: { description: 'what was taken', content: { 'application/json': { schema: importAnswerSchema } } },
  },
})

/** Kitchen files in and out. */
export function filesRoutes({ files }: AppDeps) {
  const router = createRouter()
  router.openapi(importRoute, async (c) =>
    c.json(await files.importFile(c.get('device').kitchenId, readExportFile(c.req.valid('json'))), 200),
  )
  router.get('/export', async (c) =>
    c.body(JSON.stringify(await files.exportKitchen(c.get('device').kitchenId), null, 1), 200, {
      'content-type': 'application/json',
      'content-disposition': 'attachment; filename="kitchen.json"',
    }),
  )
  return router
}
