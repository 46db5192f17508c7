import {
  DEVICE_KINDS,
  DOINGS,
  KINDS,
  ROLES,
  SIGN_ON_HEADER,
  type DeviceKind,
  type Doing,
  type FactKind,
  type Role,
} from '@liquamen/core'
import { readdirSync, readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { NOW_MS, createTestApp, type TestApp } from '../testing/testApp'
import { ROUTES } from './may'

const PIN = '8024'
type Who = Role | 'nobody'
const WHOS: readonly Who[] = ['nobody', ...ROLES]
const CALLERS = DEVICE_KINDS.flatMap((kind) => WHOS.map((who) => [kind, who] as const))
let t: TestApp
const tokens = new Map<string, { device: string; deviceId: string; signOn?: string }>()
const callerOf = (kind: DeviceKind, who: Who) => tokens.get(`${kind} ${who}`)!

beforeAll(async () => {
  t = await createTestApp()
  const { devices, crew } = t.deps
  const asAdmin = { deviceId: t.deviceId, name: 'tablet', kind: 'tablet', kitchenId: t.kitchenId } as const
  const ids = new Map<Role, string>()
  for (const role of ROLES) ids.set(role, await crew.add(asAdmin, { name: role, role, pin: PIN }))
  for (const [kind, who] of CALLERS) {
    const { device, token } = await devices.enrol(t.kitchenId, `${kind} of ${who}`, kind)
    const signOn = who === 'nobody' ? undefined : (await crew.signOn(device, ids.get(who)!, PIN)).token
    tokens.set(`${kind} ${who}`, { device: token, deviceId: device.deviceId, ...(signOn ? { signOn } : {}) })
  }
})
afterAll(() => t.close())

/** Asks as somebody; a body that no route takes, so that nothing is done where it may be. */
async function ask(kind: DeviceKind, who: Who, route: string): Promise<{ status: number; code: string }> {
  const { device, signOn } = callerOf(kind, who)
  const [method = '', path = ''] = route.split(' ')
  const answer = await t.request(path.replace('/api', '').replace(/:[a-z]+/g, uuidv7()), {
    method,
    token: device,
    headers: { 'content-type': 'text/nothing', ...(signOn ? { [SIGN_ON_HEADER]: signOn } : {}) },
  })
  const isProblem = answer.headers.get('content-type')?.includes('problem') ?? false
  const { code } = isProblem ? ((await answer.json()) as { code: string }) : { code: '' }
  if (!isProblem) await answer.body?.cancel()
  return { status: answer.status, code }
}
const mayBy = (kind: DeviceKind, who: Who, doing: Doing): boolean => {
  const { on, from } = DOINGS[doing] as { on: readonly DeviceKind[]; from: Role | 'anyone' }
  const rank = (role: Who | 'anyone') => ['anyone', 'nobody', ...ROLES].indexOf(role)
  return on.includes(kind) && rank(who) >= rank(from)
}
const NO = ['otherDevice', 'nobodySignedOn', 'otherRole']

describe('who may do what', () => {
  it('every route that needs an enrolled device stands in the table, and the table has no other', () => {
    const open = ['POST /api/open', 'POST /api/devices/enrol', 'GET /api/health', 'GET /api/openapi.json']
    const routes = t.app.routes
      .filter(({ method, path }) => method !== 'ALL' && !path.endsWith('*'))
      .map(({ method, path }) => `${method} ${path}`)
    expect(new Set(routes.filter((r) => !open.includes(r)))).toEqual(new Set(Object.keys(ROUTES)))
  })
  it.each(Object.entries(ROUTES))('%s is for whoever may: %s', async (route, doing) => {
    for (const [kind, who] of CALLERS) {
      const { status, code } = await ask(kind, who, route)
      const isRefused = status === 403 && NO.includes(code)
      expect([kind, who, isRefused]).toEqual([kind, who, !mayBy(kind, who, doing)])
    }
  })
  it('nobody at all without an enrolment', async () => {
    for (const route of Object.keys(ROUTES)) {
      const [method = '', path = ''] = route.split(' ')
      const answer = await t.app.request(path.replace(/:[a-z]+/g, uuidv7()), { method })
      expect([route, answer.status]).toEqual([route, 401])
    }
  })
  it('a sauce in a crisis asks for nobody: its calls, its discard, its clock and what a guest must not have', () => {
    const crisis: FactKind[] = [
      'batch.finished',
      'alarm.silenced',
      'control.lost',
      'allergen.decided',
      'rescue.tried',
      'lot.emptied',
      'table.cancelled',
      'call.gone',
    ]
    expect(crisis.filter((kind) => !mayBy('tablet', 'nobody', KINDS[kind].doing))).toEqual([])
  })
})

describe('facts', () => {
  const golden = goldenFacts()
  const newest = (Object.keys(KINDS) as FactKind[]).map((kind) =>
    golden.find((f) => f.kind === kind && f.v === KINDS[kind].v)!,
  )
  it.each(newest.map((fact) => [fact.kind, fact] as const))(
    '%s is kept by whoever may make it',
    async (kind, fact) => {
      const rule = KINDS[kind]
      for (const [device, who] of CALLERS) {
        const { device: token, deviceId, signOn } = callerOf(device, who)
        const isOfKitchen = fact.streamKind === 'kitchen'
        const sent = {
          ...fact,
          id: uuidv7(),
          kitchenId: t.kitchenId,
          deviceId,
          deviceAtMs: NOW_MS,
          streamId: isOfKitchen ? t.kitchenId : uuidv7(),
          actor: { deviceId, crewId: 'somebody-else' },
          ...(signOn ? { signOn } : {}),
        }
        const answer = await t.request('/facts', { body: { facts: [sent] }, token })
        if (!mayBy(device, 'admin', 'work')) {
          expect([device, answer.status]).toEqual([device, 403])
          continue
        }
        const { results } = (await answer.json()) as {
          results: { status: string; isNameless?: boolean; problem?: { code: string } }[]
        }
        const isTakenBack = kind === 'fact.voided' || kind === 'fact.corrected'
        const isAllowed = rule.madeBy === 'browser' && mayBy(device, who, rule.doing)
        if (!isTakenBack) expect([who, results[0]!.status]).toEqual([who, isAllowed ? 'stored' : 'refused'])
        if (results[0]!.status !== 'stored') continue
        const [stored] = (await t.deps.facts.after(t.kitchenId, 0)).facts.filter((f) => f.id === sent.id)
        const proved = who === 'nobody' ? undefined : expect.stringMatching(/^p-/)
        expect(stored!.actor.crewId).toEqual(proved) // whoever it says it was
      }
    },
  )
  it('of the kitchen and the larder are taken back only by whoever might have made them', async () => {
    const send = async (who: Who, kind: FactKind, streamId: string, streamKind: string, payload: unknown) => {
      const { device: token, deviceId, signOn } = callerOf('tablet', who)
      const id = uuidv7()
      const fact = {
        id,
        kitchenId: t.kitchenId,
        streamKind,
        streamId,
        kind,
        v: KINDS[kind].v,
        deviceId,
        deviceSeq: 1,
        deviceAtMs: NOW_MS,
        clockOffsetMs: 0,
        actor: { deviceId },
        payload,
        ...(signOn ? { signOn } : {}),
      }
      const answer = await t.request('/facts', { body: { facts: [fact] }, token })
      return { id, ...((await answer.json()) as { results: { status: string }[] }).results[0]! }
    }
    const rules = golden.find((f) => f.kind === 'rules.set')!.payload
    const kept = await send('admin', 'rules.set', t.kitchenId, 'kitchen', rules)
    const undone = (who: Who, factId: string) =>
      send(who, 'fact.voided', t.kitchenId, 'kitchen', { factId, reason: 'undone' })
    expect([
      kept.status,
      (await undone('sousChef', kept.id)).status,
      (await undone('sousChef', uuidv7())).status,
    ]).toEqual(['stored', 'refused', 'refused'])
    expect((await undone('admin', kept.id)).status).toBe('stored')
    const lotId = uuidv7()
    const counted = await send('sousChef', 'lot.counted', lotId, 'lot', { massG: 500 })
    const emptied = await send('nobody', 'lot.emptied', lotId, 'lot', { reason: 'past' })
    const takenBack = (factId: string) =>
      send('cook', 'fact.voided', lotId, 'lot', { factId, reason: 'undone' })
    expect([(await takenBack(counted.id)).status, (await takenBack(emptied.id)).status]).toEqual([
      'refused',
      'stored',
    ])
    const corrected = { factId: counted.id, kind: 'lot.emptied', payload: { reason: 'x' } }
    expect((await send('cook', 'fact.corrected', lotId, 'lot', corrected)).status).toBe('refused')
  })
})

/** A fact of every kind in every version, as releases wrote them. */
function goldenFacts() {
  const folder = new URL('../../../contracts/src/golden/', import.meta.url)
  return readdirSync(folder)
    .filter((file) => file.startsWith('facts.'))
    .flatMap(
      (file) =>
        JSON.parse(readFileSync(new URL(file, folder), 'utf8')) as {
          kind: FactKind
          v: number
          streamKind: string
          payload: unknown
        }[],
    )
}
