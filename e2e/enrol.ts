import type { KitchenCatalog } from '@liquamen/core'
import type { KitchenServer } from './kitchenServer'

/** A device that is no browser: who it is, the kitchen it found, and what goes with each of its calls. */
export interface Enrolled {
  readonly headers: Readonly<Record<string, string>>
  readonly deviceId: string
  readonly kitchenId: string
  readonly serverNowMs: number
  readonly catalog: KitchenCatalog
}
/** Enrols a device by the server's own interface. */
export async function enrol(kitchen: KitchenServer, name: string): Promise<Enrolled> {
  const json = { 'content-type': 'application/json' }
  const answer = await fetch(`${kitchen.url}/api/devices/enrol`, {
    method: 'POST',
    headers: json,
    body: JSON.stringify({ name }),
  })
  const headers = { ...json, authorization: `Bearer ${answer.headers.get('x-device-token')}` }
  const session = await fetch(`${kitchen.url}/api/session`, { headers })
  return { ...((await session.json()) as Omit<Enrolled, 'headers'>), headers }
}
