import type { Fact } from '@liquamen/core'
import { callIdOf, foldService } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import demo from '../../../../demo/larchwater-house.json'
import { addToCatalog } from '../../catalog/catalog.repo'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

let serviceId: string
let tableId: string
beforeEach(async () => {
  serviceId = uuidv7()
  tableId = uuidv7()
  const opened = testFact(t, 'service.opened', serviceId, { name: 'Supper', timeZone: 'UTC' })
  const ordered = testFact(t, 'table.ordered', serviceId, {
    tableId,
    label: 'Table 5',
    pickUpAtMs: NOW_MS + 60_000,
    plates: [{ plateId: 'p1', dishId: 'beef', count: 2, detailsId: null }],
  })
  await t.request('/facts', { body: { facts: [opened, ordered] } })
})
const callId = () => callIdOf(tableId, 'bearnaise')
const fire = (more: object = {}) =>
  t.request(`/services/${serviceId}/fire`, {
    body: { callId: callId(), tableId, plates: 2, fromBatchId: null, ...more },
  })
const takeBack = () => t.request(`/services/${serviceId}/take-back`, { body: { callId: callId() } })
const answer = async (of: Promise<Response> | Response) =>
  (await (await of).json()) as Record<string, unknown>
async function state() {
  const { facts } = (await (await t.request('/facts?sinceMs=0')).json()) as { facts: Fact[] }
  const own = facts.filter((f) => f.streamId === serviceId)
  return { service: foldService(serviceId, own), kinds: own.map((f) => f.kind) }
}

describe('firing a call', () => {
  it('twenty tablets at once fire it once, and each is told since when', async () => {
    const answers = await Promise.all(Array.from({ length: 20 }, () => answer(fire())))
    expect(answers.filter((a) => a.isNew)).toHaveLength(1)
    expect(new Set(answers.map((a) => a.firedAtMs)).size).toBe(1)
    const { service, kinds } = await state()
    expect(kinds.filter((k) => k === 'call.fired')).toHaveLength(1)
    expect(service.calls[callId()]).toMatchObject({ firedPlates: 2, isHeld: false })
  })
  it('taken back it can be fired again; taken back twice it is taken back once', async () => {
    await fire()
    expect(await answer(takeBack())).toEqual({ firedAtMs: null, isNew: true })
    expect(await answer(takeBack())).toEqual({ firedAtMs: null, isNew: false })
    expect((await state()).service.calls[callId()]!.firedAtMs).toBeUndefined()
    expect(await answer(fire())).toMatchObject({ isNew: true })
    const { kinds, service } = await state()
    expect(kinds.filter((k) => k === 'call.fired')).toHaveLength(2)
    expect(service.calls[callId()]!.firedAtMs).toBeDefined()
  })
  it('from a sauce that is held within its clock; from one that is past it, or broken, nothing is fired', async () => {
    await t.database.inKitchen(t.kitchenId, (tx) => addToCatalog(tx, t.kitchenId, demo.catalog))
    const held = demo.facts.findLast((f) => f.kind === 'hold.started')!
    const fromBatchId = uuidv7()
    const facts = demo.facts
      .filter((f) => f.streamId === held.streamId && f.atMs <= held.atMs)
      .map((f) => ({
        ...testFact(t, f.kind, fromBatchId, f.payload as never),
        deviceAtMs: NOW_MS + f.atMs - held.atMs,
      }))
    const kept = await t.request('/facts', { body: { facts } })
    expect(JSON.stringify(await kept.json())).not.toContain('refused')
    expect(await answer(fire({ fromBatchId: uuidv7() }))).toMatchObject({ code: 'notDrawable', status: 409 })
    t.now.ms = NOW_MS + 5 * 3600_000
    expect(await answer(fire({ fromBatchId }))).toMatchObject({ code: 'notDrawable', status: 409 })
    t.now.ms = NOW_MS + 60_000
    expect(await answer(fire({ fromBatchId }))).toMatchObject({ isNew: true })
    await takeBack()
    const broke = testFact(t, 'sauce.broke', fromBatchId, { stepId: 'hold' })
    await t.request('/facts', { body: { facts: [{ ...broke, deviceAtMs: t.now.ms }] } })
    expect(await answer(fire({ fromBatchId }))).toMatchObject({ code: 'notDrawable', status: 409 })
    t.now.ms = NOW_MS
  })
  it('of a table that has not ordered, or has cancelled, nothing is fired', async () => {
    expect(await answer(fire({ tableId: uuidv7() }))).toMatchObject({ code: 'unknownTable', status: 404 })
    const cancelled = testFact(t, 'table.cancelled', serviceId, { tableId, reason: 'left' })
    await t.request('/facts', { body: { facts: [cancelled] } })
    expect(await answer(fire())).toMatchObject({ code: 'tableCancelled', status: 409 })
    expect((await state()).kinds).not.toContain('call.fired')
  })
  it('a browser cannot fire by itself, and another kitchen not at all', async () => {
    const forged = testFact(t, 'call.fired', serviceId, {
      callId: callId(),
      tableId,
      plates: 2,
      fromBatchId: null,
    })
    expect(JSON.stringify(await answer(t.request('/facts', { body: { facts: [forged] } })))).toContain(
      'refused',
    )
    const elsewhere = await t.deps.devices.createKitchen('Elsewhere')
    const { token } = await t.deps.devices.enrol(elsewhere, 'tablet')
    const body = { callId: callId(), tableId, plates: 2, fromBatchId: null }
    const refused = await t.request(`/services/${serviceId}/fire`, { body, token })
    expect(await answer(refused)).toMatchObject({ code: 'unknownService' })
  })
})
