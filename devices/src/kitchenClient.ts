import type { DeviceKind } from '@liquamen/core'
import { randomUUID } from 'node:crypto'
import type { FeedAnswer, FeedCard, FeedOrder } from './floor'

/** A refusal of the kitchen, with its code. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
  ) {
    super(code)
  }
}

/** What a device needs of the kitchen's public interface (docs/devices.md): enrol, name a channel, send samples, bring orders; and, as a wall display, read facts. */
export function createKitchenClient(url: string, clock: () => number) {
  let token = ''
  async function call<T>(path: string, body?: unknown): Promise<T> {
    const answer = await fetch(`${url}/api${path}`, {
      method: body === undefined ? 'GET' : 'POST',
      signal: AbortSignal.timeout(5000),
      headers: {
        ...(token ? { authorization: `Bearer ${token}` } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const told = answer.headers.get('x-device-token')
    if (told) token = told
    const json = (await answer.json()) as T & { code?: string }
    if (!answer.ok) throw new Refused(answer.status, json.code ?? 'unknown')
    return json
  }
  return {
    token: () => token,
    useToken: (kept: string) => {
      token = kept
    },
    /** `kind` counts where no code says what this is. */
    enrol: (name: string, kind: DeviceKind, code?: string) =>
      call<{ deviceId: string }>('/devices/enrol', { name, kind, ...(code ? { code } : {}) }),
    addChannel: (kind: 'probe' | 'scale', name: string) =>
      call<{ id: string }>('/channels', { kind, name, isSimulated: true }),
    /** Times are the device's own; the kitchen settles them by `sentAtMs`. */
    send: (channelId: string, samples: readonly { atMs: number; value: number }[]) =>
      call<unknown>(`/channels/${channelId}/samples`, { groupId: randomUUID(), sentAtMs: clock(), samples }),
    /** What may be sold tonight, and when guests sit down. */
    card: () => call<FeedCard>('/order-feed/card'),
    sendOrders: (source: string, orders: readonly FeedOrder[]) =>
      call<FeedAnswer>('/order-feed/orders', { source, sentAtMs: clock(), orders }),
    /** The kitchen's time, in which what is measured happens; a demo kitchen's may run ahead. */
    kitchenNowMs: async () => (await call<{ nowMs: number }>('/health')).nowMs,
    factsAfter: (seq: number) => call<{ facts: never[]; hasMore: boolean }>(`/facts?after=${seq}`),
  }
}
export type KitchenClient = ReturnType<typeof createKitchenClient>
