import 'fake-indexeddb/auto'
import { flushPromises } from '@vue/test-utils'
import { v7 as uuidv7 } from 'uuid'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { factOf, fakeServer } from '../testing/fakeServer'
import { openLocalStore } from './localStore'
import { createSender } from './sendQueue'
import { PATIENCE } from '../testing/patience'

let server: ReturnType<typeof fakeServer>
beforeEach(() => {
  server = fakeServer()
})
afterEach(() => vi.unstubAllGlobals())
const newStore = () => openLocalStore(`send-${uuidv7()}`)
const tap = (seq: number) => [factOf(uuidv7(), 's', seq)]

describe('the sender of the queue', () => {
  it('a tap that comes in the very moment in which a round ends is sent too', async () => {
    const store = await newStore()
    let isFirst = true
    const send = createSender(store, {
      round: () => Promise.resolve(),
      settled: async () => {
        if (!isFirst) return
        isFirst = false
        await store.append(tap)
        void send()
      },
      lost: () => undefined,
    })
    await store.append(tap)
    await send()
    expect(server.facts).toHaveLength(2)
    expect(await store.count()).toBe(0)
  })
  it('taps that come while a round is under way wait for the next, never for a tap after them', async () => {
    const store = await newStore()
    const send = createSender(store, {
      round: () => Promise.resolve(),
      settled: () => Promise.resolve(),
      lost: () => undefined,
    })
    const all: Promise<void>[] = []
    for (let i = 0; i < 20; i += 1) {
      await store.append(tap)
      all.push(send())
    }
    await Promise.all(all)
    await vi.waitFor(async () => expect(await store.count()).toBe(0), PATIENCE)
    expect(server.facts).toHaveLength(20)
    expect(new Set(server.facts.map((f) => f.id)).size).toBe(20)
  })
  it('without an answer it says so, keeps everything, and tries again by itself', async () => {
    const store = await newStore()
    const lost = vi.fn()
    const send = createSender(store, {
      round: () => Promise.resolve(),
      settled: () => Promise.resolve(),
      lost,
    })
    await store.append(tap)
    server.is.away = true
    await send()
    expect(lost).toHaveBeenCalledOnce()
    expect(await store.count()).toBe(1)
    server.is.away = false
    await vi.waitFor(async () => {
      await flushPromises()
      expect(await store.count()).toBe(0)
    }, PATIENCE)
    expect(server.facts).toHaveLength(1)
  })
})
