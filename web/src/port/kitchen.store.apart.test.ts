import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { houseRules } from '@liquamen/core'
import { factOf, fakeServer, KITCHEN, OTHER_DEVICE } from '../testing/fakeServer'
import { Refusal } from './api'
import { kitchenNowMs } from './clock'
import { useLiveKitchen } from './kitchen.store'
import { openLocalStore } from './localStore'
import type { Entry } from './makeFact'
import { unreadable } from './readStored'
import { lastStoreName } from './storeNames'
import { PATIENCE } from '../testing/patience'

const BATCH = '018f0000-0000-7000-8000-0000000000b1'
const lifted = (stepId = 'a'): Entry => ({ kind: 'pan.lifted', streamId: BATCH, payload: { stepId } })
let server: ReturnType<typeof fakeServer>
const tabs: ReturnType<typeof useLiveKitchen>[] = []

beforeEach(() => {
  localStorage.clear()
  globalThis.indexedDB = new IDBFactory()
  server = fakeServer()
})
afterEach(async () => {
  // a tab of this test that still waits for its server must not send to the next one's
  server.is.away = false
  window.dispatchEvent(new Event('online'))
  await settled(() => tabs.every((t) => t.unsentCount === 0))
  tabs.length = 0
  vi.unstubAllGlobals()
})

/** One tab of the browser: a store of its own on the browser's one database. */
function tab() {
  setActivePinia(createPinia())
  const kitchen = useLiveKitchen()
  tabs.push(kitchen)
  return kitchen
}
async function opened() {
  const kitchen = tab()
  await kitchen.open()
  await settled(() => kitchen.phase === 'open')
  return kitchen
}
/** How many facts the browser's own database has. */
async function keptFacts(): Promise<number> {
  const store = await openLocalStore(lastStoreName())
  const { facts } = await store.readAll()
  store.close()
  return facts.length
}
/** Whether the browser's own database knows the kitchen. */
async function keptSession(): Promise<boolean> {
  const store = await openLocalStore(lastStoreName())
  const { session } = await store.remembered()
  store.close()
  return session !== undefined
}
const settledAt = (isSo: () => Promise<boolean>) =>
  vi.waitFor(async () => expect(await isSo()).toBe(true), PATIENCE)
const settled = (isSo: () => unknown) =>
  vi.waitFor(async () => {
    await flushPromises()
    if (!isSo()) throw new Error(`not yet: ${String(isSo)}`)
  }, PATIENCE)

describe('opening', () => {
  it('reads who it is, what is current, and follows from there, at the server’s time', async () => {
    server.facts.push(factOf('018f0000-0000-7000-8000-0000000000c1', BATCH, 1))
    const kitchen = await opened()
    expect(kitchen.session?.kitchenId).toBe(KITCHEN)
    expect(kitchen.factsOf(BATCH)).toHaveLength(1)
    await settled(() => server.streams().length)
    expect(server.streams()[0]!.url).toBe('/api/live?after=1')
    expect(Math.abs(kitchenNowMs() - server.nowMs)).toBeLessThan(5000)
  })
  it('opens without the server from what the browser kept, and says since when it is away', async () => {
    const first = await opened()
    await first.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => first.unsentCount === 0)
    await settledAt(keptSession)
    server.is.away = true
    const again = await opened()
    expect(again.catalog?.formulas.length).toBeGreaterThan(40)
    expect(again.factsOf(BATCH)).toHaveLength(1)
    expect(again.awaySinceMs).toBeDefined()
    server.is.away = false
    await settled(() => again.awaySinceMs === undefined)
  })
  it('a browser that was never here fails without the server, and asks for the code where one is needed', async () => {
    server.is.away = true
    const kitchen = tab()
    await kitchen.open()
    expect(kitchen.phase).toBe('failed')
    Object.assign(server.is, { away: false, enrolled: false, codeNeeded: true })
    const asked = tab()
    await asked.open()
    expect(asked.phase).toBe('needsCode')
    await expect(asked.enrol('tablet', '0000')).rejects.toThrow(Refusal)
    expect(asked.phase).toBe('needsCode')
    await asked.enrol('tablet', '4711')
    expect(asked.phase).toBe('open')
  })
})

describe('a tap', () => {
  it('is shown at once, kept while the server is away, and sent in order when it is back', async () => {
    const kitchen = await opened()
    server.is.away = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await kitchen.record('pan.returned', BATCH, { stepId: 'a' })
    expect(kitchen.factsOf(BATCH)).toHaveLength(2)
    await settled(() => kitchen.unsentCount === 2 && kitchen.awaySinceMs)
    expect((await kitchen.exportQueue()).map((e) => e.type)).toEqual(['fact', 'fact'])
    server.is.away = false
    window.dispatchEvent(new Event('online'))
    await settled(() => kitchen.unsentCount === 0)
    expect(server.facts.map((f) => f.kind)).toEqual(['pan.lifted', 'pan.returned'])
    expect(kitchen.factsOf(BATCH).map((f) => f.seq)).toEqual([1, 2])
    expect(kitchen.awaySinceMs).toBeUndefined()
  })
  it('of several facts is kept whole or not at all: one that the server would refuse keeps none', async () => {
    const kitchen = await opened()
    const bad = { kind: 'pan.lifted', streamId: BATCH, payload: { stepId: 7 } } as unknown as Entry
    await expect(kitchen.recordAll([lifted(), bad])).rejects.toThrow(Refusal)
    expect(kitchen.factsOf(BATCH)).toEqual([])
    expect(kitchen.unsentCount).toBe(0)
    const ids = await kitchen.recordAll([lifted('a'), lifted('b')])
    expect(kitchen.factsOf(BATCH).map((f) => f.id)).toEqual(ids)
    expect(kitchen.factsOf(BATCH).map((f) => f.deviceSeq)).toEqual([1, 2])
  })
  it('that the server refuses leaves the batch and stands in the tray until somebody has read it', async () => {
    const kitchen = await opened()
    server.refuse('pan.lifted')
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await kitchen.record('pan.returned', BATCH, { stepId: 'a' })
    await settled(() => kitchen.tray.length)
    expect(kitchen.factsOf(BATCH).map((f) => f.kind)).toEqual(['pan.returned'])
    expect(kitchen.tray[0]).toMatchObject({ fact: { kind: 'pan.lifted' }, problem: { code: 'badInput' } })
    const again = await opened()
    expect(again.tray).toHaveLength(1)
    await again.dropRefused(again.tray[0]!.id)
    expect((await opened()).tray).toEqual([])
  })
  it('is taken back by facts of the same stream', async () => {
    const kitchen = await opened()
    const ids = await kitchen.recordAll([lifted('a'), lifted('b')])
    await kitchen.takeBack(ids, BATCH, 'by mistake')
    const voided = kitchen.factsOf(BATCH).filter((f) => f.kind === 'fact.voided')
    expect(voided.map((f) => f.payload.factId)).toEqual(ids)
    expect(voided.every((f) => f.streamKind === 'batch')).toBe(true)
  })
  it('before the kitchen is open is not swallowed', async () => {
    await expect(tab().record('pan.lifted', BATCH, { stepId: 'a' })).rejects.toThrow('not open')
  })
  it('carries the name of whoever is at the stove, kept for the next start', async () => {
    const kitchen = await opened()
    await kitchen.signOn('bram', '2468')
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    expect(kitchen.factsOf(BATCH)[0]!.actor.crewId).toBe('bram')
    expect((await opened()).crewId).toBe('bram')
  })
})

describe('who stands at the tablet', () => {
  it('is proved with each tap, also one that waits, and with commands; nobody’s once signed off', async () => {
    const kitchen = await opened()
    await expect(kitchen.signOn('bram', '0000')).rejects.toThrow(Refusal)
    await kitchen.signOn('bram', '2468')
    server.is.away = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await kitchen.signOff()
    expect(kitchen.crewId).toBeUndefined()
    await kitchen.record('pan.returned', BATCH, { stepId: 'a' })
    server.is.away = false
    window.dispatchEvent(new Event('online'))
    await settled(() => kitchen.unsentCount === 0)
    const sent = server.facts as unknown as { actor: { crewId?: string }; signOn?: string }[]
    expect(sent.map((f) => [f.actor.crewId, f.signOn])).toEqual([
      ['bram', 'proof of bram'],
      [undefined, undefined],
    ])
  })
  it('is nobody after half an hour without a touch, whatever the page does by itself', async () => {
    const kitchen = await opened()
    await kitchen.signOn('bram', '2468')
    const kept = JSON.parse(localStorage.getItem('liquamen.signOn')!) as { touchedAtMs: number }
    localStorage.setItem(
      'liquamen.signOn',
      JSON.stringify({ ...kept, touchedAtMs: Date.now() - 29 * 60_000 }),
    )
    expect((await opened()).crewId).toBe('bram')
    localStorage.setItem(
      'liquamen.signOn',
      JSON.stringify({ ...kept, touchedAtMs: Date.now() - 31 * 60_000 }),
    )
    expect((await opened()).crewId).toBeUndefined()
  })
  it('is nobody as soon as the server says that it is over; the taps go on', async () => {
    const kitchen = await opened()
    await kitchen.signOn('bram', '2468')
    server.is.signOnIsOver = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => kitchen.unsentCount === 0)
    expect([kitchen.crewId, server.facts.length]).toEqual([undefined, 1])
  })
  it('may do what the role may; a tap beyond it is refused here, before anyone believes it kept', async () => {
    const kitchen = await opened()
    const rules: Entry = {
      kind: 'rules.set',
      streamId: KITCHEN,
      payload: { rules: houseRules(kitchen.catalog!.settings as never) },
    }
    expect(kitchen.whyNot('setRules')).toBe('nobodySignedOn')
    await expect(kitchen.recordAll([rules])).rejects.toThrow(
      'It takes an admin, and nobody has signed on here.',
    )
    await kitchen.signOn('bram', '2468')
    expect([kitchen.whyNot('setRules'), kitchen.whyNot('passHouseLimit')]).toEqual(['otherRole', undefined])
    await expect(kitchen.recordAll([rules])).rejects.toThrow('It takes an admin.')
    await kitchen.signOn('maren', '2468')
    await kitchen.recordAll([rules])
    await settled(() => server.facts.some((f) => f.kind === 'rules.set'))
  })
})

describe('a tablet that was revoked and enrolled anew', () => {
  it('sends what it could not send as its former self: nothing goes to the tray', async () => {
    const kitchen = await opened()
    server.is.away = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => kitchen.awaySinceMs !== undefined)
    Object.assign(server.is, { away: false, deviceId: OTHER_DEVICE, codeNeeded: true })
    await kitchen.enrol('tablet', '4711')
    await settled(() => kitchen.unsentCount === 0)
    expect(kitchen.tray).toEqual([])
    expect(server.facts.map((f) => [f.kind, f.deviceId, f.actor.deviceId])).toEqual([
      ['pan.lifted', OTHER_DEVICE, OTHER_DEVICE],
    ])
  })
})

describe('what a guest said', () => {
  it('waits like a tap does and goes to the server, and stands by its order meanwhile', async () => {
    const kitchen = await opened()
    server.is.away = true
    const said = {
      id: '018f0000-0000-7000-8000-0000000000d1',
      note: '',
      allergies: ['milk' as const],
      noLightlyCookedEgg: true,
    }
    await kitchen.keepDetails(said)
    expect(kitchen.details.get(said.id)).toEqual(said)
    expect(kitchen.unsentCount).toBe(1)
    server.is.away = false
    window.dispatchEvent(new Event('online'))
    await settled(() => kitchen.unsentCount === 0)
    expect(server.details).toEqual([said])
  })
})

describe('what the server tells', () => {
  const heard = async () => {
    const kitchen = await opened()
    await settled(() => server.streams().length)
    server.streams()[0]!.onopen?.()
    return kitchen
  }
  it('facts of other devices are folded, kept, and followed from their number', async () => {
    const kitchen = await heard()
    server.tell('facts', [factOf('018f0000-0000-7000-8000-0000000000e1', BATCH, 9)], '9')
    await settled(() => kitchen.factsOf(BATCH).length === 1)
    server.is.away = true
    await settledAt(async () => (await keptFacts()) === 1) // written down once the page is idle
    const again = tab()
    await again.open()
    expect(again.factsOf(BATCH)).toHaveLength(1)
  })
  it('who missed more than is told one by one reads what is current, and keeps what came since', async () => {
    const old = '018f0000-0000-7000-8000-0000000000b2'
    const fresh = '018f0000-0000-7000-8000-0000000000b3'
    server.facts.push(factOf('018f0000-0000-7000-8000-0000000000d1', old, 1))
    const kitchen = await heard()
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => kitchen.unsentCount === 0)
    server.facts.splice(0, 1) // long over: no longer current
    server.tell('gap', '5000', '5000')
    server.tell('facts', [factOf('018f0000-0000-7000-8000-0000000000d2', fresh, 5001)], '5001')
    await settled(() => kitchen.factsOf(old).length === 0)
    expect(kitchen.factsOf(BATCH)).toHaveLength(1)
    expect(kitchen.factsOf(fresh)).toHaveLength(1)
    server.streams().at(-1)!.onerror!()
    await settled(() => server.streams().at(-1)!.url === '/api/live?after=5001')
  })
  it('what is long over is not kept in the browser either', async () => {
    const old = '018f0000-0000-7000-8000-0000000000b2'
    server.facts.push(factOf('018f0000-0000-7000-8000-0000000000d1', old, 1))
    await heard()
    await settledAt(async () => (await keptFacts()) === 1)
    server.facts.splice(0, 1)
    expect((await opened()).factsOf(old)).toEqual([])
    await settledAt(async () => (await keptFacts()) === 0)
  })
  it('its clock is the kitchen’s', async () => {
    const kitchen = await heard()
    server.tell('clock', String(Date.now() + 90_000))
    expect(Math.abs(kitchen.exactNowMs() - Date.now() - 90_000)).toBeLessThan(200)
  })
  it('a tap is never put before the one it follows, however late the server’s time came; a clock that was wrong is set right', async () => {
    const kitchen = await heard()
    const atMs = async (kind: 'pan.lifted' | 'pan.returned') => {
      const id = await kitchen.record(kind, BATCH, { stepId: 'a' })
      return kitchen.factsOf(BATCH).find((f) => f.id === id)!.atMs
    }
    server.tell('clock', String(Date.now() + 90_000))
    const lifted = await atMs('pan.lifted')
    server.tell('clock', String(Date.now() + 85_000)) // five seconds late
    const returned = await atMs('pan.returned')
    expect(returned).toBeGreaterThanOrEqual(lifted)
    expect(
      kitchen
        .factsOf(BATCH)
        .map((f) => f.kind)
        .slice(-2),
    ).toEqual(['pan.lifted', 'pan.returned'])
    server.tell('clock', String(Date.now()))
    expect(await atMs('pan.lifted')).toBeLessThan(lifted - 60_000)
  })
  it('a tap that answers what another tablet did is never put before it, though this clock is a little behind', async () => {
    const kitchen = await heard()
    const theirs = {
      ...factOf('018f0000-0000-7000-8000-0000000000e3', BATCH, 9),
      deviceId: '018f0000-0000-7000-8000-0000000000f9',
      atMs: kitchen.exactNowMs() + 3_000,
    }
    server.tell('facts', [theirs], '9')
    await settled(() => kitchen.factsOf(BATCH).some((f) => f.id === theirs.id))
    const elsewhere = '018f0000-0000-7000-8000-0000000000b7' // nothing was answered there: the time of the tap itself
    await kitchen.record('pan.returned', elsewhere, { stepId: 'a' })
    expect(kitchen.factsOf(elsewhere)[0]!.atMs).toBeLessThan(theirs.atMs)
    const id = await kitchen.record('pan.returned', BATCH, { stepId: 'a' })
    expect(kitchen.factsOf(BATCH).at(-1)!.id).toBe(id)
  })
  it('a lost line is said, reached for again, and what changed meanwhile is asked for', async () => {
    const kitchen = await heard()
    const [first] = server.streams()
    first!.onerror?.()
    expect(kitchen.awaySinceMs).toBeDefined()
    expect(first!.isClosed).toBe(true)
    await settled(() => server.streams().length === 2)
    const before = server.asked.filter((a) => a === 'GET /session').length
    server.streams()[1]!.onopen?.()
    expect(kitchen.awaySinceMs).toBeUndefined()
    await settled(() => server.asked.filter((a) => a === 'GET /session').length > before)
  })
  it('a line that only seems to be there is given up after forty silent seconds, and at once when the network is back', async () => {
    const kitchen = await heard()
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
    try {
      server.tell('beat', '')
      vi.advanceTimersByTime(39_000)
      expect([server.streams().at(-1)!.isClosed, kitchen.awaySinceMs]).toEqual([false, undefined])
      server.tell('beat', '')
      vi.advanceTimersByTime(41_000)
      expect(server.streams().at(-1)!.isClosed).toBe(true)
      expect(kitchen.awaySinceMs).toBeDefined()
      const before = server.streams().length
      window.dispatchEvent(new Event('online'))
      expect(server.streams().length).toBeGreaterThan(before)
      server.streams().at(-1)!.onopen!()
      expect(kitchen.awaySinceMs).toBeUndefined()
    } finally {
      vi.useRealTimers()
    }
  })
  it('an answer that never came is no reason to stay away while the line goes on speaking', async () => {
    const kitchen = await heard()
    const other = await opened()
    server.is.failing = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await other.record('pan.lifted', BATCH, { stepId: 'b' })
    await settled(() => kitchen.awaySinceMs && other.awaySinceMs)
    server.tell('beat', String(Date.now()))
    await settled(() => kitchen.awaySinceMs === undefined && other.awaySinceMs === undefined)
    expect(kitchen.unsentCount).toBeGreaterThan(0) // nothing of it is given up
    server.is.failing = false
    window.dispatchEvent(new Event('online'))
  })
  it('a changed catalogue is read again, in every tab', async () => {
    const kitchen = await heard()
    const other = await opened()
    const before = server.asked.filter((a) => a === 'GET /session').length
    server.tell('catalog', '')
    await settled(() => server.asked.filter((a) => a === 'GET /session').length >= before + 2)
    expect([kitchen.phase, other.phase]).toEqual(['open', 'open'])
  })
})

describe('what cannot be read', () => {
  const odd = {
    ...factOf('018f0000-0000-7000-8000-0000000000e7', BATCH, 2),
    deviceAtMs: 'yesterday',
  } as never
  beforeEach(() => {
    unreadable.value = 0
  })
  it('is left out alone, counted, and holds up neither the opening nor the stream', async () => {
    server.facts.push(factOf('018f0000-0000-7000-8000-0000000000e6', BATCH, 1), odd)
    const kitchen = await opened()
    expect(kitchen.factsOf(BATCH)).toHaveLength(1)
    expect(unreadable.value).toBe(1)
    await settled(() => server.streams().length)
    const good = factOf('018f0000-0000-7000-8000-0000000000e8', BATCH, 3)
    server.tell('facts', [odd, good], '3')
    await settled(() => kitchen.factsOf(BATCH).length === 2)
    expect(unreadable.value).toBe(2)
  })
  it('a server that fails is a server out of reach: nothing is refused, all of it waits', async () => {
    const kitchen = await opened()
    server.is.failing = true
    await kitchen.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => kitchen.awaySinceMs)
    expect([kitchen.unsentCount, kitchen.tray.length]).toEqual([1, 0])
    server.is.failing = false
    window.dispatchEvent(new Event('online'))
    await settled(() => kitchen.unsentCount === 0)
    expect(server.facts).toHaveLength(1)
  })
})

describe('tabs and kitchens', () => {
  it('a tap in one tab is seen in the other', async () => {
    const one = await opened()
    const other = await opened()
    await one.record('pan.lifted', BATCH, { stepId: 'a' })
    expect(other.factsOf(BATCH)).toHaveLength(1)
    await settled(() => one.unsentCount === 0)
    server.is.away = true
    await one.record('pan.returned', BATCH, { stepId: 'a' })
    await settled(() => other.unsentCount === 1)
  })
  it('a tablet that was moved to another kitchen neither shows nor sends what the old one’s cooks tapped', async () => {
    const old = await opened()
    server.is.away = true
    await old.record('pan.lifted', BATCH, { stepId: 'a' })
    await settled(() => old.awaySinceMs)
    Object.assign(server.is, { away: false, kitchenId: '018f0000-0000-7000-8000-0000000000a9' })
    const posts = () => server.asked.filter((a) => a === 'POST /facts').length
    const before = posts()
    const moved = tab()
    await moved.open()
    await settled(() => moved.session?.kitchenId.endsWith('a9'))
    expect(moved.factsOf(BATCH)).toEqual([])
    expect(moved.unsentCount).toBe(0)
    expect(server.facts).toEqual([])
    expect(posts()).toBe(before)
  })
  it('a server whose log is shorter than what was known has another database: the mirror is read anew', async () => {
    const kitchen = await opened()
    await settled(() => server.streams().length)
    server.tell('facts', [factOf('018f0000-0000-7000-8000-0000000000e2', BATCH, 50)], '50')
    await settled(() => kitchen.factsOf(BATCH).length === 1)
    const again = await opened()
    expect(again.factsOf(BATCH)).toEqual([])
    await settled(() => server.streams().at(-1)!.url === '/api/live?after=0') // not from where the other log ended
  })
})
