import 'fake-indexeddb/auto'
import type { PostFactsAnswer } from '@liquamen/contracts'
import type { Fact } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { describe, expect, it } from 'vitest'
import { OutOfReach, Refusal } from './api'
import { drainOnce } from './drainQueue'
import { openLocalStore, type LocalStore } from './localStore'

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
/** One tap of one fact. */
const append = async (store: LocalStore) => (await store.append((seq) => [tap(seq)]))[0]!
const answer = (results: PostFactsAnswer['results']) => ({
  postFacts: () => Promise.resolve({ results, serverNowMs: 5 }),
  putGuestDetails: () => Promise.resolve(undefined as never),
})
const refusal = { type: '', title: 'No.', status: 422, code: 'badInput' }

describe('the queue of unsent taps', () => {
  it('numbers taps by device, and keeps them in order until the server has them', async () => {
    const store = await newStore()
    const [a, b] = [await append(store), await append(store)]
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
  it('what one tap makes is kept together, one number after the other, and sent in one round', async () => {
    const store = await newStore()
    await append(store)
    const facts = await store.append((firstSeq) => [tap(firstSeq), tap(firstSeq + 1)])
    expect(facts.map((f) => f.deviceSeq)).toEqual([2, 3])
    expect((await append(store)).deviceSeq).toBe(4)
    expect((await store.queue()).map((e) => e.type === 'fact' && e.fact.deviceSeq)).toEqual([1, 2, 3, 4])
  })
  it('who tapped once reads of one tap, though it made two entries, until the last of them is sent', async () => {
    const store = await newStore()
    await append(store)
    const [first, second] = await store.append((firstSeq) => [tap(firstSeq), tap(firstSeq + 1)])
    expect(await store.count()).toBe(2)
    expect((await store.readAll()).unsent).toBe(2)
    const keys = (await store.oldest(3)).map(({ key }) => key)
    await store.settle(keys.slice(0, 2), [first!], [])
    expect(await store.count()).toBe(1)
    await store.settle(keys.slice(2), [second!], [])
    expect(await store.count()).toBe(0)
  })
  it('a forecast that is shown after a tap is no tap of its own, unless it alone still waits', async () => {
    const store = await newStore()
    await append(store)
    await store.append((seq) => [{ ...tap(seq), kind: 'forecast.shown' } as unknown as Fact])
    await append(store)
    expect(await store.count()).toBe(2)
    const keys = (await store.oldest(3)).map(({ key }) => key)
    await store.settle([keys[0]!, keys[2]!], [], [])
    expect(await store.count()).toBe(1)
  })
  it('a tap of which one entry cannot be stored keeps none of them', async () => {
    const store = await newStore()
    const broken = { ...tap(2), payload: { stepId: () => 'not data' } } as unknown as Fact
    await expect(store.append((firstSeq) => [tap(firstSeq), broken])).rejects.toThrow()
    expect(await store.count()).toBe(0)
    expect((await store.readAll()).facts).toEqual([])
  })
  it('a server out of reach loses nothing', async () => {
    const store = await newStore()
    await append(store)
    await expect(
      drainOnce(store, { ...answer([]), postFacts: () => Promise.reject(new OutOfReach()) }),
    ).rejects.toThrow(OutOfReach)
    expect(await store.count()).toBe(1)
  })
  it('a refused tap goes to the tray and does not block those behind it', async () => {
    const store = await newStore()
    const [a, b] = [await append(store), await append(store)]
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
  it('what is too large for one post is halved, and an entry that is too large alone goes to the tray by itself', async () => {
    const store = await newStore()
    const sizes: number[] = []
    const taps = []
    for (let i = 0; i < 9; i += 1) taps.push(await append(store))
    const huge = taps[6]!
    const server = {
      ...answer([]),
      postFacts: (facts: readonly { id: string }[]) => {
        sizes.push(facts.length)
        if (facts.length > 4 || facts.some((f) => f.id === huge.id))
          return Promise.reject(new Refusal({ ...refusal, status: 413, code: 'tooLarge' }))
        return Promise.resolve({
          results: facts.map((f) => ({ id: f.id, status: 'stored' as const, seq: 1, atMs: 1 })),
          serverNowMs: 5,
        })
      },
    }
    const refused: string[] = []
    for (let round = await drainOnce(store, server); round; round = await drainOnce(store, server))
      refused.push(...round.refused.map((r) => r.id))
    expect(refused).toEqual([huge.id])
    expect(await store.count()).toBe(0)
    expect((await store.readAll()).tray).toMatchObject([{ id: huge.id, problem: { code: 'tooLarge' } }])
    expect(Math.max(...sizes)).toBe(9)
  })
  it.each([401, 403, 429])('a refusal of the sender (%i) refuses no tap: all of it waits', async (status) => {
    const store = await newStore()
    await append(store)
    await store.appendDetails({ id: 'g1', note: '', allergies: ['milk'], noLightlyCookedEgg: false })
    const no = () => Promise.reject(new Refusal({ ...refusal, status }))
    await expect(drainOnce(store, { ...answer([]), postFacts: no })).rejects.toThrow(Refusal)
    expect(await store.count()).toBe(2)
    const onlyDetails = await newStore()
    await onlyDetails.appendDetails({ id: 'g1', note: '', allergies: ['milk'], noLightlyCookedEgg: false })
    await expect(drainOnce(onlyDetails, { ...answer([]), putGuestDetails: no })).rejects.toThrow(Refusal)
    expect(await onlyDetails.count()).toBe(1)
    expect((await onlyDetails.readAll()).tray).toEqual([])
  })
  it('an entry that the server passed over is not lost: it stands in the tray', async () => {
    const store = await newStore()
    const [a, b] = [await append(store), await append(store)]
    const round = await drainOnce(store, answer([{ id: a.id, status: 'stored', seq: 1, atMs: 1 }]))
    expect(round?.refused).toMatchObject([{ id: b.id, problem: { code: 'strangeAnswer' } }])
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
    await append(store)
    await store.appendDetails({ id: 'g1', note: '', allergies: [], noLightlyCookedEgg: false })
    await append(store)
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
  it('what is current takes the place of what was kept; unsent taps and what guests said here stay', async () => {
    const store = await newStore()
    await store.receive([{ ...tap(1), seq: 1 } as Fact], 1)
    const mine = await append(store)
    const said = { id: 'g2', note: '', allergies: ['milk' as const], noLightlyCookedEgg: false }
    await store.appendDetails(said)
    const now = { ...tap(9), id: 'now', seq: 9 } as Fact
    await store.keepCurrent([now], 9)
    await store.replaceDetails([{ ...said, id: 'g3' }])
    const kept = await store.readAll()
    expect(kept.facts.map((f) => f.id).sort()).toEqual([mine.id, 'now'].sort())
    expect(kept.details.map((d) => d.id).sort()).toEqual(['g2', 'g3'])
    expect((await store.remembered()).headSeq).toBe(9)
  })
})
