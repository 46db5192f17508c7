import type { GuestDetails, PostFactsAnswer, Problem } from '@liquamen/contracts'
import type { Envelope, Fact } from '@liquamen/core'
import { vi } from 'vitest'
import { catalog } from './mountScreen'

const SERVER_NOW_MS = Date.UTC(2026, 10, 28, 18)
/** A fact as it is made somewhere else. */
export const factOf = (id: string, streamId: string, seq: number, more: Partial<Fact> = {}) =>
  ({
    id,
    kitchenId: KITCHEN,
    streamKind: 'batch',
    streamId,
    kind: 'pan.lifted',
    v: 1,
    deviceId: OTHER_DEVICE,
    deviceSeq: seq,
    deviceAtMs: SERVER_NOW_MS,
    clockOffsetMs: 0,
    actor: { deviceId: OTHER_DEVICE },
    payload: { stepId: 'a' },
    atMs: SERVER_NOW_MS,
    seq,
    ...more,
  }) as unknown as Fact
export const KITCHEN = '018f0000-0000-7000-8000-0000000000a1'
export const DEVICE = '018f0000-0000-7000-8000-0000000000a2'
export const OTHER_DEVICE = '018f0000-0000-7000-8000-0000000000a3'

/** The live stream as a page opens it, spoken by the test. */
class Stream extends EventTarget {
  onopen?: () => void
  onerror?: () => void
  isClosed = false
  constructor(readonly url: string) {
    super()
    streams.push(this)
  }
  close() {
    this.isClosed = true
  }
}
let streams: Stream[] = []
/** Tabs of one browser, each hearing what the others say. */
class Tabs {
  static all: Tabs[] = []
  onmessage?: (event: { data: unknown }) => void
  constructor() {
    Tabs.all.push(this)
  }
  postMessage(data: unknown) {
    for (const tab of Tabs.all) if (tab !== this) tab.onmessage?.({ data: structuredClone(data) })
  }
}

/** A server in this process, as the browser's port speaks with it: what it keeps, what it refuses, and when it is away. */
export function fakeServer() {
  const facts: Fact[] = []
  const details: GuestDetails[] = []
  const asked: string[] = []
  const refused = new Map<string, Problem>()
  const is = {
    away: false,
    codeNeeded: false,
    enrolled: true,
    failing: false,
    kitchenId: KITCHEN,
    deviceId: DEVICE,
    signOnIsOver: false,
  }
  streams = []
  Tabs.all = []
  const problem = (status: number, code: string): Problem => ({
    type: 'x',
    title: `No: ${code}.`,
    status,
    code,
  })
  const answer = (status: number, json: unknown) =>
    ({
      ok: status < 400,
      status,
      headers: new Headers(is.signOnIsOver ? { 'x-sign-on': 'over' } : {}),
      json: () => Promise.resolve(structuredClone(json)),
    }) as Response

  function postFacts(sent: readonly Envelope[]): PostFactsAnswer {
    const results = sent.map((e) => {
      const mine = is.deviceId === DEVICE || e.deviceId === is.deviceId
      const no = mine ? refused.get(e.kind) : problem(403, 'notYourDevice')
      if (no) return { id: e.id, status: 'refused' as const, problem: no }
      const known = facts.find((f) => f.id === e.id)
      if (known) return { id: e.id, status: 'known' as const, seq: known.seq!, atMs: known.atMs }
      facts.push({ ...e, seq: facts.length + 1, atMs: e.deviceAtMs } as unknown as Fact)
      return { id: e.id, status: 'stored' as const, seq: facts.length, atMs: e.deviceAtMs }
    })
    return { results, serverNowMs: SERVER_NOW_MS }
  }
  function handle(method: string, path: string, body: unknown): Response {
    const session = {
      deviceId: is.deviceId,
      deviceName: 'tablet',
      deviceKind: 'tablet' as const,
      isClaimed: true,
      kitchenId: is.kitchenId,
      headSeq: facts.length,
      chainHead: '',
      serverNowMs: SERVER_NOW_MS,
      zoneClock: { fromMs: SERVER_NOW_MS - 864e5, untilMs: SERVER_NOW_MS + 864e5, utcOffsetMin: 0 },
      catalog,
    }
    if (path === '/open') {
      if (is.codeNeeded && !is.enrolled) return answer(403, problem(403, 'codeNeeded'))
      is.enrolled = true
      const current = { facts, headSeq: facts.length, hasMore: false }
      return answer(200, { session, current, details, channels: [] })
    }
    if (path === '/crew/sign-on') {
      const { crewId, pin } = body as { crewId: string; pin: string }
      const role = catalog.crew.find((c) => c.id === crewId)?.role ?? 'cook'
      return pin === '2468'
        ? answer(200, { crewId, role, token: `proof of ${crewId}` })
        : answer(403, problem(403, 'wrongPin'))
    }
    if (path === '/crew/sign-off') return answer(204, undefined)
    if (path === '/session')
      return is.enrolled ? answer(200, session) : answer(401, problem(401, 'notEnrolled'))
    if (path === '/devices/enrol') {
      if (is.codeNeeded && (body as { code?: string }).code !== '4711')
        return answer(403, problem(403, 'codeNeeded'))
      is.enrolled = true
      return answer(200, { deviceId: is.deviceId })
    }
    if (path === '/facts' && method === 'POST')
      return answer(200, postFacts((body as { facts: Envelope[] }).facts))
    if (method === 'PUT' && path.startsWith('/guest-details')) {
      details.push(body as GuestDetails)
      return answer(200, {})
    }
    if (path === '/guest-details') return answer(200, { details })
    if (path === '/channels') return answer(200, { channels: [] })
    return answer(404, problem(404, 'notFound'))
  }
  vi.stubGlobal('fetch', (url: string, init: RequestInit = {}) => {
    const path = url.replace(/^\/api/, '')
    asked.push(`${init.method ?? 'GET'} ${path.split('?')[0]}`)
    if (is.away) return Promise.reject(new TypeError('no line'))
    if (is.failing) return Promise.resolve(answer(500, problem(500, 'unforeseen')))
    return Promise.resolve(
      handle(
        init.method ?? 'GET',
        path,
        init.body === undefined ? undefined : JSON.parse(init.body as string),
      ),
    )
  })
  vi.stubGlobal('EventSource', Stream)
  vi.stubGlobal('BroadcastChannel', Tabs)
  const held = new Map<string, Promise<unknown>>()
  const request = (name: string, work: () => Promise<unknown>) => {
    const turn = (held.get(name) ?? Promise.resolve()).then(work, work)
    held.set(name, turn)
    return turn
  }
  Object.defineProperty(navigator, 'locks', { configurable: true, value: { request } })

  return {
    facts,
    details,
    asked,
    is,
    /** Facts of this kind are refused from now on. */
    refuse: (kind: string) => refused.set(kind, problem(422, 'badInput')),
    streams: () => streams,
    /** Tells the newest live stream something. */
    tell(type: string, data: unknown, lastEventId = '') {
      const event = new MessageEvent(type, {
        data: typeof data === 'string' ? data : JSON.stringify(data),
        lastEventId,
      })
      streams.at(-1)!.dispatchEvent(event)
    },
    nowMs: SERVER_NOW_MS,
  }
}
