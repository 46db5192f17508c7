import { createRoute, z } from '@hono/zod-openapi'
import {
  channelListSchema,
  channelSchema,
  newChannelSchema,
  postSamplesAnswerSchema,
  postSamplesSchema,
  samplesQuerySchema,
  samplesSchema,
  uuid,
} from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'

const json = <T>(schema: T) => ({ 'application/json': { schema } })
const params = z.object({ id: uuid })
const listRoute = createRoute({
  method: 'get',
  path: '/channels',
  responses: { 200: { description: 'probes and scales', content: json(channelListSchema) } },
})
const addRoute = createRoute({
  method: 'post',
  path: '/channels',
  request: { body: { content: json(newChannelSchema) } },
  responses: {
    201: {
      description: 'the channel; the same name again is the same channel',
      content: json(channelSchema),
    },
  },
})
const postRoute = createRoute({
  method: 'post',
  path: '/channels/{id}/samples',
  request: { params, body: { content: json(postSamplesSchema) } },
  responses: { 200: { description: 'stored, each group once', content: json(postSamplesAnswerSchema) } },
})
const readRoute = createRoute({
  method: 'get',
  path: '/channels/{id}/samples',
  request: { params, query: samplesQuerySchema },
  responses: { 200: { description: 'samples between two instants', content: json(samplesSchema) } },
})

/** Probes and scales: a device names its channels and sends groups of samples; browsers read them. */
export function channelsRoutes({ channels }: AppDeps) {
  const router = createRouter()
  router.openapi(listRoute, async (c) =>
    c.json({ channels: await channels.list(c.get('device').kitchenId) }, 200),
  )
  router.openapi(addRoute, async (c) => c.json(await channels.add(c.get('device'), c.req.valid('json')), 201))
  router.openapi(postRoute, async (c) =>
    c.json(await channels.post(c.get('device'), c.req.valid('param').id, c.req.valid('json')), 200),
  )
  router.openapi(readRoute, async (c) => {
    const { fromMs, toMs } = c.req.valid('query')
    return c.json(await channels.read(c.get('device').kitchenId, c.req.valid('param').id, fromMs, toMs), 200)
  })
  return router
}
