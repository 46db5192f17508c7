import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../testing/testApp'
import { ROUTES } from './may'

const demo = readFileSync(new URL('../../../demo/larchwater-house.json', import.meta.url), 'utf8')
let t: TestApp
let strange: { kitchenId: string; token: string; deviceId: string }
let looker: string
let ids: string[]
let before: Awaited<ReturnType<typeof kept>>
/** A digest of every table's rows of a kitchen, to the last letter. */
const kept = () =>
  t.deps.database.inKitchen(t.kitchenId, async ({ $client }) => {
    const { rows: tables } = await $client.query<{ name: string }>(
      `select table_name as name from information_schema.columns
       where table_schema = 'public' and column_name = 'kitchen_id' order by 1`,
    )
    const all = [{ name: 'kitchens' }, ...tables].map(
      ({ name }) =>
        `select '${name}' as name, count(*)::int as rows, md5(string_agg(r::text, '' order by r::text)) as digest
         from ${name} r where ${name === 'kitchens' ? 'id' : 'kitchen_id'} = current_setting('app.kitchen_id')::uuid`,
    )
    return (await $client.query<{ name: string; rows: number; digest: string }>(all.join(' union all '))).rows
  })
beforeAll(async () => {
  t = await createTestApp()
  await t.request('/import', { raw: demo })
  const channel = (await (
    await t.request('/channels', { body: { kind: 'probe', name: 'P', isSimulated: true } })
  ).json()) as { id: string }
  await t.request(`/channels/${channel.id}/samples`, {
    body: { groupId: uuidv7(), sentAtMs: NOW_MS, samples: [{ atMs: NOW_MS, value: 61 }] },
  })
  const person = (await (await t.request('/crew', { body: { name: 'Ada', role: 'cook' } })).json()) as {
    id: string
  }
  const { facts } = await t.deps.facts.after(t.kitchenId, 0)
  const { details } = (await (await t.request('/guest-details')).json()) as { details: { id: string }[] }
  const streams = [...new Map(facts.map((f) => [f.streamKind, f.streamId])).values()]
  ids = [
    ...streams,
    ...streams.slice(0, 1),
    facts[0]!.id,
    details[0]!.id,
    channel.id,
    person.id,
    t.deviceId,
    t.kitchenId,
    'ilse',
    'beurreBlanc',
    'butter',
  ]
  const kitchenId = await t.deps.devices.createKitchen('Next door')
  const { token, device } = await t.deps.devices.enrol(kitchenId, 'tablet')
  strange = { kitchenId, token, deviceId: device.deviceId }
  looker = (await t.deps.devices.enrol(await t.deps.devices.createKitchen('Only looks'), 'tablet')).token
  before = await kept()
  for (const table of [
    'kitchens',
    'events',
    'batches',
    'catalog_items',
    'devices',
    'people',
    'guest_details',
    'samples',
  ])
    expect(before.find(({ name }) => name === table)?.rows).toBeGreaterThan(0)
}, 60_000)
afterAll(() => t.close())

const own = () => ({ kitchenId: strange.kitchenId, deviceId: strange.deviceId })
/** What a caller of the next kitchen, where he may do everything, would send with an id of this one. */
const bodies = (id: string): unknown[] => [
  {},
  { kitchenId: t.kitchenId },
  { name: 'Mine', role: 'admin' },
  { pin: '8024' },
  { crewId: id, pin: '2468' },
  { id, note: 'mine', allergies: [], noLightlyCookedEgg: false },
  { groupId: uuidv7(), sentAtMs: NOW_MS, samples: [{ atMs: NOW_MS, value: 1 }] },
  { callId: `${id} redWineShallot`, tableId: id, plates: 1, fromBatchId: null },
  { batchId: id, itemId: 'butter', ingredientId: 'butter', massG: 10 },
  ...(id.length < 30
    ? []
    : [
        [testFact(own(), 'fact.voided', id, { factId: id, reason: 'mine' })],
        [testFact(t, 'pan.lifted', id, { stepId: 'a' })],
        [testFact(own(), 'pan.lifted', id, { stepId: 'a' })],
      ].map((facts) => ({ facts }))),
]

const ASKED = Object.keys(ROUTES).filter(
  (route) => !['GET /api/live', 'POST /api/demo/clock'].includes(route),
)

describe('kitchens on one server', () => {
  it.each(ASKED)(
    '%s shows and changes nothing of another kitchen, whatever of its ids is named',
    async (route) => {
      const [method = '', path = ''] = route.split(' ')
      for (const id of path.includes(':id') || method !== 'GET' ? ids : [''])
        for (const body of method === 'GET' || method === 'DELETE' ? [undefined] : bodies(id)) {
          const answer = await t.request(
            path
              .replace('/api', '')
              .replace(':id', id)
              .replace(':mode', 'preview')
              .replace(':model', 'boilingPoint'),
            {
              method,
              // what another caller has sent is theirs, whatever ids it named: who looks has sent nothing
              token: method === 'GET' ? looker : strange.token,
              ...(body === undefined ? {} : { body }),
            },
          )
          expect(answer.status).toBeLessThan(500)
          const text = await answer.text()
          const told = method === 'GET' ? ids.filter((of) => of.length > 20 && text.includes(of)) : []
          expect([route, told]).toEqual([route, []])
          expect(text).not.toContain('Ada')
        }
      expect(await kept()).toEqual(before)
    },
    60_000,
  )
  it('is spoken for one at a time by a tablet that is enrolled in both, and switched between', async () => {
    const cookie = (answer: Response) =>
      answer.headers
        .getSetCookie()
        .map((c) => c.split(';')[0]!)
        .reduce<Record<string, string>>(
          (all, c) => ({ ...all, [c.split('=')[0]!]: c.slice(c.indexOf('=') + 1) }),
          {},
        )
    const asCookies = (all: Record<string, string>) =>
      Object.entries(all)
        .map(([k, v]) => `${k}=${v}`)
        .join('; ')
    const call = (path: string, cookies: Record<string, string>, body?: unknown) =>
      t.app.request(`/api${path}`, {
        method: body === undefined ? 'GET' : 'POST',
        headers: { cookie: asCookies(cookies), 'content-type': 'application/json' },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      })
    const code = (await t.deps.devices.newCode(strange.kitchenId)).code
    const enrolled = cookie(
      await call('/devices/enrol', { liquamen_device: t.token }, { name: 'both', code }),
    )
    const list = async (cookies: Record<string, string>) =>
      (
        (await (await call('/kitchens', cookies)).json()) as { kitchens: { kitchenId: string }[] }
      ).kitchens.map((k) => k.kitchenId)
    expect(await list(enrolled)).toEqual([strange.kitchenId, t.kitchenId])
    const back = await call('/kitchens/switch', enrolled, { kitchenId: t.kitchenId })
    expect(back.status).toBe(204)
    const now = cookie(back)
    expect(await list(now)).toEqual([t.kitchenId, strange.kitchenId])
    const session = (await (await call('/session', now)).json()) as { kitchenId: string; deviceId: string }
    expect(session).toMatchObject({ kitchenId: t.kitchenId, deviceId: t.deviceId })
    expect((await call('/kitchens/switch', now, { kitchenId: uuidv7() })).status).toBe(404)
  })
})
