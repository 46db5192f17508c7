import { problem } from '@liquamen/contracts'
import { DOINGS, SIGN_ON_HEADER, whyNot, type DeviceKind, type Doing, type WhyNot } from '@liquamen/core'
import { createMiddleware } from 'hono/factory'
import { matchedRoutes } from 'hono/route'
import type { SignOns } from '../crew/signOns'
import type { Env } from './context'
import { ProblemError } from './problemError'
import type { Sender } from './sender'

/** What a route is, for whoever is enrolled; those that nobody need be enrolled for are not here. */
export const ROUTES: Readonly<Record<string, Doing>> = {
  'GET /api/session': 'know',
  'GET /api/models': 'know',
  'POST /api/compute/:model': 'know',
  'POST /api/compute/scheduleService': 'work',
  'GET /api/live': 'look',
  'GET /api/facts': 'look',
  'POST /api/facts': 'work',
  'GET /api/batches': 'look',
  'GET /api/batches.csv': 'look',
  'GET /api/batches/:id': 'look',
  'GET /api/batches/:id/temperatures.csv': 'look',
  'GET /api/batches/:id/export.csv': 'look',
  'GET /api/batches/:id/export.json': 'look',
  'GET /api/lessons': 'look',
  'GET /api/guest-details': 'look',
  'PUT /api/guest-details/:id': 'work',
  'DELETE /api/guest-details/:id': 'eraseNames',
  'GET /api/channels': 'know',
  'POST /api/channels': 'measure',
  'POST /api/channels/:id/samples': 'measure',
  'GET /api/channels/:id/samples': 'look',
  'POST /api/larder/take': 'work',
  'POST /api/services/:id/plan': 'work',
  'POST /api/services/:id/fire': 'work',
  'POST /api/services/:id/take-back': 'work',
  'GET /api/services/:id/calls': 'look',
  'GET /api/services/:id/calls.csv': 'look',
  'GET /api/services/past': 'look',
  'POST /api/services/past': 'setKitchen',
  'GET /api/order-feed/card': 'order',
  'POST /api/order-feed/orders': 'order',
  'GET /api/catalog/formulas/:id/versions': 'look',
  'PUT /api/catalog/formulas/:id': 'changeBook',
  'GET /api/catalog/ingredients.csv': 'look',
  'POST /api/catalog/ingredients/:mode': 'changeBook',
  'PUT /api/catalog/ingredients/:id': 'changeBook',
  'POST /api/catalog/book': 'changeBook',
  'PUT /api/catalog/measures': 'setKitchen',
  'GET /api/devices': 'look',
  'GET /api/kitchens': 'look',
  'POST /api/kitchens/switch': 'look',
  'POST /api/devices/codes': 'manageDevices',
  'PUT /api/devices/:id': 'manageDevices',
  'POST /api/devices/:id/revoke': 'manageDevices',
  'GET /api/crew': 'look',
  'POST /api/crew': 'manageCrew',
  'PUT /api/crew/:id': 'manageCrew',
  'DELETE /api/crew/:id': 'manageCrew',
  'DELETE /api/crew/:id/name': 'manageCrew',
  'PUT /api/crew/:id/pin': 'signOn', // one's own; that of others is an admin's
  'POST /api/crew/sign-on': 'signOn',
  'POST /api/crew/sign-off': 'signOn',
  'POST /api/import': 'moveKitchen',
  'GET /api/export': 'moveKitchen',
  'POST /api/demo/clock': 'work',
}

/** What a refusal says: what is in the way, and who may. */
const WHY: Readonly<Record<WhyNot, string>> = {
  otherDevice: 'This device may not do that.',
  nobodySignedOn: 'Nobody has signed on here. Sign on with your PIN first.',
  otherRole: 'You may not do that.',
}
const WHO = { cook: 'a cook', sousChef: 'a sous-chef', admin: 'an admin' } as const
const DEVICE: Readonly<Record<DeviceKind, string>> = {
  tablet: 'a kitchen tablet',
  wall: 'a wall display, which only shows',
  probe: 'a probe, which only measures',
  scale: 'a scale, which only weighs',
  feed: 'an order feed, which only brings orders',
}
/** The refusal of a doing to a caller. */
export function forbidden(why: WhyNot, doing: Doing, { kind }: Sender) {
  const { from } = DOINGS[doing]
  const detail =
    why === 'otherDevice' ? `It is ${DEVICE[kind]}.` : `It takes ${WHO[from as keyof typeof WHO]}.`
  return problem(403, why, `${WHY[why]} ${detail}`)
}

/** Who may not do a thing, and why. Until a kitchen has somebody who runs it, whoever is let in may do what an admin may. */
export async function mayNot(
  signOns: Pick<SignOns, 'isClaimed'>,
  sender: Sender,
  doing: Doing,
): Promise<WhyNot | undefined> {
  const why = whyNot({ kind: sender.kind, role: sender.person?.role }, doing)
  if (why === undefined || why === 'otherDevice' || (await signOns.isClaimed(sender.kitchenId))) return why
  return whyNot({ kind: sender.kind, role: 'admin' }, doing)
}

/** Lets only those through who may do what the route is; a route that is not in the table is nobody's. */
export const requireRight = (signOns: SignOns) =>
  createMiddleware<Env>(async (c, next) => {
    const token = c.req.header(SIGN_ON_HEADER)
    if (token) {
      const person = await signOns.personNow(c.get('device'), token)
      if (person) c.set('device', { ...c.get('device'), person })
      else c.header(SIGN_ON_HEADER, 'over') // what nobody need have signed on for is done all the same
    }
    const route = matchedRoutes(c).find(({ method, path }) => method !== 'ALL' && !path.endsWith('*'))
    if (!route) return next() // there is nothing at that address
    const doing = ROUTES[`${route.method} ${route.path}`]
    const why = doing ? await mayNot(signOns, c.get('device'), doing) : 'otherRole'
    if (why) throw new ProblemError(forbidden(why, doing ?? 'moveKitchen', c.get('device')))
    await next()
  })
