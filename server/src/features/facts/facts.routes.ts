import { createRoute, z } from '@hono/zod-openapi'
import { factsPageSchema, postFactsAnswerSchema, postFactsSchema } from '@liquamen/contracts'
import { streamSSE } from 'hono/streaming'
import type { AppDeps } from '../../app'
import { createRouter } from '../../http/context'
import { CATALOG_CHANNEL } from '../catalog/catalog.repo'

const HEARTBEAT_MS = 15_000
const json = <T>(schema: T) => ({ 'application/json': { schema } })
const postRoute = createRoute({
  method: 'post',
  path: '/facts',
  request: { body: { content: json(postFactsSchema) } },
  responses: { 200: { description: 'an answer for each fact', content: json(postFactsAnswerSchema) } },
})
const afterRoute = createRoute({
  method: 'get',
  path: '/facts',
  request: { query: z.object({ after: z.coerce.number().int().min(0).optional(), sinceMs: z.coerce.number().optional() }) },
  responses: { 200: { description: 'facts after a number, or of everything on the stove', content: json(factsPageSchema) } },
})

/** Facts in, facts out, and the live stream. */
export function factsRoutes({ facts, channels, feed, stopping, clock, demoClock }: AppDeps) {
  const router = createRouter()
  router.openapi(postRoute, async (c) => c.json(await facts.post(c.get('device'), c.req.valid('json').facts), 200))
  router.openapi(afterRoute, async (c) => {
    const { after, sinceMs } = c.req.valid('query')
    const { kitchenId } = c.get('device')
    return c.json(
      (after === undefined ? await facts.current(kitchenId, sinceMs ?? 0) : await facts.after(kitchenId, after)) as unknown as z.infer<
        typeof factsPageSchema
      >,
      200,
    )
  })
  // One stream per browser: pages of facts as they come, resumed by Last-Event-ID; never compressed
  router.get('/live', (c) =>
    streamSSE(c, async (stream) => {
      const { kitchenId } = c.get('device')
      let seq = Number(c.req.header('last-event-id') ?? c.req.query('after') ?? 0) || 0
      let wake: () => void = () => undefined
      let isDue = true
      const dueChannels = new Set<string>()
      const ring = () => {
        isDue = true
        wake()
      }
      const leave = feed.subscribe(kitchenId, (channelId) => {
        if (channelId) {
          dueChannels.add(channelId)
          wake()
        } else ring()
      })
      let isClockDue = false
      const leaveClock = demoClock?.subscribe(() => {
        isClockDue = true
        wake()
      })
      stopping.addEventListener('abort', ring)
      stream.onAbort(() => {
        leave()
        leaveClock?.()
        ring()
      })
      while (!stream.aborted && !stopping.aborted) {
        while (isDue && !stream.aborted) {
          isDue = false
          const page = await facts.after(kitchenId, seq).catch(() => undefined)
          if (page?.facts.length) {
            seq = page.facts.at(-1)?.seq ?? seq
            await stream.writeSSE({ event: 'facts', id: String(seq), data: JSON.stringify(page.facts) })
            if (page.hasMore) isDue = true
          }
        }
        if (isClockDue && !stream.aborted) {
          isClockDue = false
          await stream.writeSSE({ event: 'clock', data: String(clock()) })
        }
        for (const channelId of [...dueChannels]) {
          dueChannels.delete(channelId)
          if (channelId === CATALOG_CHANNEL) {
            await stream.writeSSE({ event: 'catalog', data: '' })
            continue
          }
          const latest = await channels.latest(kitchenId, channelId).catch(() => undefined)
          if (latest?.samples.length && !stream.aborted) await stream.writeSSE({ event: 'samples', data: JSON.stringify(latest) })
        }
        if (stopping.aborted) break
        const isQuiet = await new Promise<boolean>((resolve) => {
          const timer = setTimeout(() => resolve(true), HEARTBEAT_MS)
          wake = () => {
            clearTimeout(timer)
            resolve(false)
          }
          if (isDue || isClockDue || dueChannels.size) wake()
        })
        if (isQuiet && !stream.aborted) await stream.writeSSE({ event: 'beat', data: '' })
      }
      leave()
      leaveClock?.()
      stopping.removeEventListener('abort', ring)
    }),
  )
  return router
}
