import type { Person, SignedOn } from '@liquamen/contracts'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { SIGN_ON_HEADER } from '@liquamen/core'
import { verifyChain } from '../../log/verifyChain'
import { createTestApp, testFact, type TestApp } from '../../testing/testApp'

const MINUTE_MS = 60_000
const PIN = { ada: '8024', bo: '1357' }
let t: TestApp
let ada: string
let bo: string
beforeAll(async () => {
  t = await createTestApp()
  ada = await add({ name: 'Ada', role: 'admin', pin: PIN.ada })
  bo = (await asked('/crew', { name: 'Bo', role: 'cook', pin: PIN.bo }, await on(ada, PIN.ada))).id as string
})
afterAll(() => t.close())

interface Answer {
  readonly status: number
  readonly code?: string
  readonly id?: string
  readonly title?: string
}
async function asked(path: string, body: unknown, proof?: string, method = 'POST'): Promise<Answer> {
  const answer = await t.request(path, { method, body, headers: proof ? { [SIGN_ON_HEADER]: proof } : {} })
  const json = answer.status === 204 ? {} : ((await answer.json()) as object)
  return { ...json, status: answer.status }
}
const add = async (person: { name: string; role: string; pin?: string }, proof?: string) =>
  (await asked('/crew', person, proof)).id!
const on = async (crewId: string, pin: string): Promise<string> =>
  ((await asked('/crew/sign-on', { crewId, pin })) as unknown as SignedOn).token
const people = async () => ((await (await t.request('/crew')).json()) as { crew: Person[] }).crew

describe('a crew', () => {
  it('is anyone’s to begin, and from the first admin with a PIN on only an admin’s', async () => {
    const fresh = await createTestApp()
    const tell = async (body: unknown) => (await fresh.request('/crew', { body })).status
    expect(await tell({ name: 'Cy', role: 'admin' })).toBe(201) // without a PIN nobody runs it yet
    expect(await tell({ name: 'Di', role: 'admin', pin: '9071' })).toBe(201)
    expect(await tell({ name: 'Ed', role: 'admin', pin: '9071' })).toBe(403)
    await fresh.close()
  })
  it.each(['    ', '12 4', '123', '1234567890123', '4444', '1234', '987654', 'abcd', ''])(
    'takes no PIN such as “%s”',
    async (pin) =>
      expect(await asked('/crew', { name: 'Fe', role: 'cook', pin }, await on(ada, PIN.ada))).toMatchObject({
        status: 400,
        code: 'badInput',
      }),
  )
  it('has no two people of one name, however it is written', async () => {
    const proof = await on(ada, PIN.ada)
    expect(await asked('/crew', { name: ' bo ', role: 'cook' }, proof)).toMatchObject({
      status: 409,
      code: 'nameTaken',
    })
    expect(await asked('/crew', { name: '   ', role: 'cook' }, proof)).toMatchObject({ status: 400 })
    expect(await asked(`/crew/${bo}`, { name: 'ADA' }, proof, 'PUT')).toMatchObject({
      status: 409,
      code: 'nameTaken',
    })
  })
  it('never loses its last admin: neither by removing nor by another role, not even two of each other at once', async () => {
    const proof = await on(ada, PIN.ada)
    expect(await asked(`/crew/${ada}`, undefined, proof, 'DELETE')).toMatchObject({
      status: 409,
      code: 'lastAdmin',
    })
    expect(await asked(`/crew/${ada}`, { role: 'cook' }, proof, 'PUT')).toMatchObject({
      status: 409,
      code: 'lastAdmin',
    })
    const gil = await add({ name: 'Gil', role: 'admin', pin: '6280' }, proof)
    const sender = { deviceId: t.deviceId, name: '', kind: 'tablet', kitchenId: t.kitchenId } as const
    const both = await Promise.allSettled([
      t.deps.crew.remove(sender, ada),
      t.deps.crew.set(sender, gil, { role: 'cook' }),
    ])
    expect(both.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected'])
    // whichever was first, the test goes on with Ada
    if ((await people()).find((p) => p.id === ada)!.isRemoved) {
      ada = await add({ name: 'Ada', role: 'admin', pin: PIN.ada }, await on(gil, '6280'))
    }
    const again = await on(ada, PIN.ada)
    expect(await asked(`/crew/${gil}`, undefined, again, 'DELETE')).toMatchObject({ status: 204 })
  })
  it('keeps whose work it was when somebody leaves; the name is erased, the chain stays whole', async () => {
    const proof = await on(ada, PIN.ada)
    const hal = await add({ name: 'Hal', role: 'cook', pin: '7312' }, proof)
    const token = await on(hal, '7312')
    const batchId = uuidv7()
    const fact = testFact(t, 'pan.lifted', batchId, { stepId: 'a' })
    expect((await t.request('/facts', { body: { facts: [{ ...fact, signOn: token }] } })).status).toBe(200)
    const admin = await on(ada, PIN.ada)
    expect(await asked(`/crew/${hal}/name`, undefined, admin, 'DELETE')).toMatchObject({
      status: 409,
      code: 'stillHere',
    })
    await asked(`/crew/${hal}`, undefined, admin, 'DELETE')
    expect(await asked(`/crew/${hal}/name`, undefined, admin, 'DELETE')).toMatchObject({ status: 204 })
    expect((await people()).find((p) => p.id === hal)).toMatchObject({
      name: '',
      isRemoved: true,
      hasPin: false,
    })
    const { facts } = await t.deps.facts.after(t.kitchenId, 0)
    expect(facts.find((f) => f.id === fact.id)!.actor.crewId).toBe(hal)
    expect(JSON.stringify(facts)).not.toMatch(/Hal|Ada/)
    expect(await t.database.inKitchen(t.kitchenId, (tx) => verifyChain(tx, t.kitchenId))).toMatchObject({
      status: 'whole',
    })
    expect(await asked('/crew/sign-on', { crewId: hal, pin: '7312' })).toMatchObject({
      status: 404,
      code: 'unknownPerson',
    })
  })
})

describe('signing on', () => {
  it('proves who it is; a wrong PIN does not, and one who has none is told', async () => {
    expect(await asked('/crew/sign-on', { crewId: bo, pin: PIN.bo })).toMatchObject({
      status: 200,
      crewId: bo,
      role: 'cook',
    })
    expect(await asked('/crew/sign-on', { crewId: bo, pin: PIN.ada })).toMatchObject({
      status: 403,
      code: 'wrongPin',
    })
    const ib = await add({ name: 'Ib', role: 'cook' }, await on(ada, PIN.ada))
    expect(await asked('/crew/sign-on', { crewId: ib, pin: '' })).toMatchObject({
      status: 409,
      code: 'noPin',
    })
  })
  it('is slowed after five wrong tries, however many come at once, twice as long each time, for that one person only', async () => {
    const jo = await add({ name: 'Jo', role: 'cook', pin: '5093' }, await on(ada, PIN.ada))
    const wrong = () => asked('/crew/sign-on', { crewId: jo, pin: '1111' })
    const many = await Promise.all(Array.from({ length: 12 }, wrong))
    expect(many.filter((a) => a.code === 'wrongPin').length).toBe(5)
    expect(await wrong()).toMatchObject({ status: 429, code: 'pinLocked' })
    expect(await asked('/crew/sign-on', { crewId: jo, pin: '5093' })).toMatchObject({ status: 429 }) // the right one too: nothing is told
    expect(await asked('/crew/sign-on', { crewId: bo, pin: PIN.bo })).toMatchObject({ status: 200 })
    t.now.ms += 16 * MINUTE_MS
    expect(await wrong()).toMatchObject({ status: 403 })
    expect(await wrong()).toMatchObject({ status: 429 })
    t.now.ms += 16 * MINUTE_MS
    expect(await asked('/crew/sign-on', { crewId: jo, pin: '5093' })).toMatchObject({ status: 200 })
    expect(await wrong()).toMatchObject({ code: 'wrongPin' }) // from the start again
  })
  it('is over when another signs on there, after half an hour in which nothing was done, and when it is said', async () => {
    const mayAdd = async (proof: string) =>
      (await asked('/crew', { name: uuidv7().slice(-12), role: 'cook' }, proof)).status
    const first = await on(ada, PIN.ada)
    expect(await mayAdd(first)).toBe(201)
    t.now.ms += 20 * MINUTE_MS
    expect(await mayAdd(first)).toBe(201)
    t.now.ms += 20 * MINUTE_MS
    expect(await mayAdd(first)).toBe(201) // something was done in between
    t.now.ms += 31 * MINUTE_MS
    expect(await mayAdd(first)).toBe(403)
    const second = await on(ada, PIN.ada)
    await on(bo, PIN.bo)
    expect(await mayAdd(second)).toBe(403)
    const third = await on(ada, PIN.ada)
    expect((await asked('/crew/sign-off', {})).status).toBe(204)
    expect(await mayAdd(third)).toBe(403)
  })
  it('stays a device’s own: its proof is worth nothing at another', async () => {
    const proof = await on(ada, PIN.ada)
    const { token } = await t.deps.devices.enrol(t.kitchenId, 'another')
    const answer = await t.request('/crew', {
      body: { name: 'Ka', role: 'cook' },
      token,
      headers: { [SIGN_ON_HEADER]: proof },
    })
    expect([answer.status, answer.headers.get(SIGN_ON_HEADER)]).toEqual([403, 'over'])
  })
})

describe('a PIN', () => {
  it('is changed by whoever knows it, and given by an admin; nobody else', async () => {
    const lu = await add({ name: 'Lu', role: 'sousChef', pin: '4196' }, await on(ada, PIN.ada))
    const own = await on(lu, '4196')
    const set = (id: string, body: unknown, proof: string) => asked(`/crew/${id}/pin`, body, proof, 'PUT')
    expect(await set(bo, { pin: '7777' }, own)).toMatchObject({ status: 400 })
    expect(await set(bo, { pin: '7702' }, own)).toMatchObject({ status: 403, code: 'otherRole' })
    expect(await set(lu, { pin: '7702' }, own)).toMatchObject({ status: 403 })
    expect(await set(lu, { pin: '7702', oldPin: '1112' }, own)).toMatchObject({
      status: 403,
      code: 'wrongPin',
    })
    expect(await set(lu, { pin: '7702', oldPin: '4196' }, own)).toMatchObject({ status: 204 })
    expect(await asked('/crew/sign-on', { crewId: lu, pin: '4196' })).toMatchObject({ status: 403 })
    expect(await set(lu, { pin: '4196' }, await on(ada, PIN.ada))).toMatchObject({ status: 204 })
    expect(await asked('/crew/sign-on', { crewId: lu, pin: '4196' })).toMatchObject({ status: 200 })
  })
})

describe('a fact made without a line', () => {
  it('is still his who had signed on when it was made, and nobody’s who had not', async () => {
    const proof = await on(bo, PIN.bo)
    const kept = testFact(
      t,
      'pan.lifted',
      uuidv7(),
      { stepId: 'a' },
      { deviceAtMs: t.now.ms, actor: { deviceId: t.deviceId, crewId: bo } },
    )
    t.now.ms += MINUTE_MS
    await asked('/crew/sign-off', {})
    const late = testFact(
      t,
      'pan.lifted',
      uuidv7(),
      { stepId: 'a' },
      { deviceAtMs: t.now.ms + MINUTE_MS, actor: { deviceId: t.deviceId, crewId: bo } },
    )
    const send = async () =>
      (
        (await (
          await t.request('/facts', { body: { facts: [kept, late].map((f) => ({ ...f, signOn: proof })) } })
        ).json()) as { results: { status: string; isNameless?: true }[] }
      ).results
    expect(await send()).toMatchObject([{ status: 'stored' }, { status: 'stored', isNameless: true }])
    expect(await send()).toMatchObject([{ status: 'known' }, { status: 'known' }])
    const { facts } = await t.deps.facts.after(t.kitchenId, 0)
    expect([kept, late].map(({ id }) => facts.find((f) => f.id === id)!.actor.crewId)).toEqual([
      bo,
      undefined,
    ])
  })
})
