import 'fake-indexeddb/auto'
import type { PostFactsAnswer } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { OutOfReach, Refusal } from './api'
import { drainOnce } from './drainQueue'
import { openLocalStore } from './localStore'

const newStore = () => openLocalStore(`test-${uuidv7()}`)
const tap = (deviceSeq: number) =>
  ({
    id: uuidv7(),
    kitchenId: 'k',
    streamKind: 'batch',
    streamId: 's',
    kind: 'pan.lifted',
    v: 1,
    deviceId: 'd',
    deviceSeq,
    deviceAtMs: 1,
    clockOffsetMs: 0,
    actor: { deviceId: 'd' },
    payload: { stepId: 'a' },
    atMs: 1,
  }) as unknown as Fact
const answer = (results: PostFactsAnswer['results']) => ({
  postFacts: () => Promise.resolve({ results, serverNowMs: 5 }),
  putGuestDetails: () => Promise.resolve(undefined as never),
})
const refusal = { type: '', title: 'No.', status: 422, code: 'badInput' }

describe('the queue of unsent taps', () => {
  it('numbers taps by device, and keeps them in order until the server has them', async () => {
    const store = await newStore()
    const [a, b] = [await store.append(tap), await store.append(tap)]
    expect([a.deviceSeq, b.deviceSeq]).toEqual([1, 2])
    const round = await drainOnce(
      store,
      answer([
        { id: a.id, status: 'stored', seq: 7, atMs: 9 },
        { id: b.id, status: 'known', seq: 8, atMs: 9 },
      ]),
    )
    expect(round?.settled.map((f) => f.seq)).toEqual([7, 8])
    expect(await store.count()).toBe(0)
    expect((await store.readAll()).facts.map((f) => f.seq).sort()).toEqual([7, 8])
    expect(await drainOnce(store, answer([]))).toBeUndefined()
  })
  it('a server out of reach loses nothing', async () => {
    const store = await newStore()
    await store.append(tap)
    await expect(
      drainOnce(store, { ...answer([]), postFacts: () => Promise.reject(new OutOfReach()) }),
    ).rejects.toThrow(OutOfReach)
    expect(await store.count()).toBe(1)
  })
  it('a refused tap goes to the tray and does not block those behind it', async () => {
    const store = await newStore()
    const [a, b] = [await store.append(tap), await store.append(tap)]
    const round = await drainOnce(
      store,
      answer([
        { id: a.id, status: 'refused', problem: refusal },
        { id: b.id, status: 'stored', seq: 1, atMs: 1 },
      ]),
    )
    expect(round?.refused.map((r) => r.id)).toEqual([a.id])
    const all = await store.readAll()
    expect([all.tray.map((r) => r.id), all.facts.map((f) => f.id), all.unsent]).toEqual([[a.id], [b.id], 0])
    await store.dropFromTray(a.id)
    expect((await store.readAll()).tray).toEqual([])
  })
  it('what a guest said goes before the order that points to it', async () => {
    const store = await newStore()
    const sent: string[] = []
    const server = {
      putGuestDetails: (d: { id: string }) => {
        sent.push(`details ${d.id}`)
        return Promise.resolve(undefined as never)
      },
      postFacts: (facts: readonly { id: string }[]) => {
        sent.push(...facts.map(() => 'fact'))
        return Promise.resolve({
          results: facts.map((f) => ({ id: f.id, status: 'stored' as const, seq: 1, atMs: 1 })),
          serverNowMs: 1,
        })
      },
    }
    await store.append(tap)
    await store.appendDetails({ id: 'g1', note: '', allergies: [], noLightlyCookedEgg: false })
    await store.append(tap)
    while (await drainOnce(store, server as never)) {
      /* until it is empty */
    }
    expect(sent).toEqual(['fact', 'details g1', 'fact'])
  })
  it('what a guest said and the server refused goes to the tray, and blocks nothing', async () => {
    const store = await newStore()
    await store.appendDetails({ id: 'g1', note: '', allergies: ['milk'], noLightlyCookedEgg: false })
    const round = await drainOnce(store, {
      ...answer([]),
      putGuestDetails: () => Promise.reject(new Refusal(refusal)),
    })
    expect(await store.count()).toBe(0)
    expect(round?.refused).toMatchObject([
      { details: { id: 'g1', allergies: ['milk'] }, problem: { code: 'badInput' } },
    ])
    const kept = await store.readAll()
    expect(kept.tray).toMatchObject([{ id: 'g1', details: { allergies: ['milk'] } }])
    expect(kept.details).toMatchObject([{ id: 'g1' }]) // and still stands by its order
  })
  it('another database: the mirror is forgotten, unsent taps stay', async () => {
    const store = await newStore()
    await store.receive([{ ...tap(1), seq: 1 } as Fact], 1)
    const mine = await store.append(tap)
    await store.clearMirror()
    expect((await store.readAll()).facts.map((f) => f.id)).toEqual([mine.id])
    expect((await store.remembered()).headSeq).toBeUndefined()
  })
})
