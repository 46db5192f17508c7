import { createRoute } from '@hono/zod-openapi'
import { openedSchema, problem, type Opened } from '@liquamen/contracts'
import type { AppDeps } from '../../app'
import type { Context } from 'hono'
import { createRouter, deviceOf, giveToken, type Env } from '../../http/context'
import { isFromHere } from '../../http/edges'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { CURRENT_MS } from '../../log/current'

const openRoute = createRoute({
  method: 'post',
  path: '/open',
  responses: {
    200: {
      description: 'all that a browser opens with, in one answer',
      content: { 'application/json': { schema: openedSchema } },
    },
  },
})

/** One call for the first view. A demo kitchen enrols a browser of its own machine with it. */
export function openRoutes({
  devices,
  crew,
  facts,
  guests,
  channels,
  demoKitchenId,
  clock,
  isSecure,
  time,
  met,
}: AppDeps) {
  const router = createRouter()
  async function enrolHere(c: Context<Env>): Promise<{ device: Sender; token: string }> {
    if (!demoKitchenId || !isFromHere(c))
      throw new ProblemError(
        problem(403, 'codeNeeded', 'Enrol this device with the code that stands where the app was started.'),
      )
    return devices.enrol(demoKitchenId, 'browser')
  }
  router.openapi(openRoute, async (c) => {
    const known = await deviceOf(c, devices)
    const { device, token } = known ? { device: known } : await enrolHere(c)
    if (token) giveToken(c, token, isSecure)
    met?.(device.kitchenId)
    const { kitchenId } = device
    const inTime = <T>(work: () => Promise<T>) => time.within(kitchenId, work)
    const signedOn = token ? await inTime(() => crew.signOnFirst(device)) : undefined
    const [session, current, details, list] = await inTime(() =>
      Promise.all([
        devices.session(device),
        facts.current(kitchenId, clock() - CURRENT_MS),
        guests.list(kitchenId),
        channels.list(kitchenId),
      ]),
    )
    return c.json(
      { session, current, details, channels: list, ...(signedOn ? { signedOn } : {}) } as unknown as Opened,
      200,
    )
  })
  return router
}
