import { randomUUID } from 'node:crypto'
import { setTimeout as pause } from 'node:timers/promises'
import type { Enrolled } from '../enrol'
import type { KitchenServer } from '../kitchenServer'

/** Devices that send facts until the server says that it has them, whatever happens to it meanwhile. */
export function createSenders(
  kitchen: KitchenServer,
  { headers, deviceId, kitchenId, serverNowMs }: Enrolled,
) {
  const acknowledged = new Map<string, number>()
  const statuses = new Map<number, number>()
  let isOver = false
  let deviceSeq = 0
  const fact = () => ({
    id: randomUUID(),
    kitchenId,
    streamKind: 'batch',
    streamId: randomUUID(),
    kind: 'hold.stirred',
    v: 1,
    deviceId,
    deviceSeq: ++deviceSeq,
    deviceAtMs: serverNowMs + deviceSeq,
    clockOffsetMs: 0,
    actor: { deviceId },
    payload: { stepId: 'hold' },
  })
  async function lane(): Promise<void> {
    while (!isOver) {
      const facts = Array.from({ length: 5 }, fact)
      for (;;) {
        const answer = await fetch(`${kitchen.url}/api/facts`, {
          method: 'POST',
          headers,
          body: JSON.stringify({ facts }),
          signal: AbortSignal.timeout(10_000),
        }).catch(() => undefined)
        const json = (await answer?.json().catch(() => undefined)) as
          { results?: { id: string; status: string; seq?: number }[] } | undefined
        if (answer) statuses.set(answer.status, (statuses.get(answer.status) ?? 0) + 1)
        if (answer?.ok && json?.results?.every((r) => r.status !== 'refused')) {
          for (const { id, seq = 0 } of json.results) acknowledged.set(id, seq)
          break
        }
        await pause(20)
      }
    }
  }
  const lanes = Array.from({ length: 8 }, lane)
  return {
    acknowledged,
    statuses,
    async stop(): Promise<void> {
      isOver = true
      await Promise.all(lanes)
    },
    /** Every fact that the server has, by id, with how often it is there. */
    async stored(): Promise<Map<string, number>> {
      const found = new Map<string, number>()
      for (let after = 0; ;) {
        const { facts } = (await (
          await fetch(`${kitchen.url}/api/facts?after=${after}`, { headers })
        ).json()) as { facts: { id: string; seq: number }[] }
        if (facts.length === 0) return found
        for (const { id } of facts) found.set(id, (found.get(id) ?? 0) + 1)
        after = facts.at(-1)!.seq
      }
    },
  }
}
/** What became of what was acknowledged. */
export async function tally(senders: ReturnType<typeof createSenders>) {
  const stored = await senders.stored()
  const lost = [...senders.acknowledged.keys()].filter((id) => !stored.has(id)).length
  const doubled = [...stored.values()].filter((n) => n > 1).length
  const other5xx = [...senders.statuses]
    .filter(([status]) => status >= 500 && status !== 503)
    .reduce((n, [, count]) => n + count, 0)
  return { acknowledged: senders.acknowledged.size, stored: stored.size, lost, doubled, other5xx }
}
