import type { Fact } from '@liquamen/core'
import { foldBatch, foldService } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import demo from '../../../../demo/larchwater-house.json'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

const planned = demo.facts.find((f) => f.kind === 'batch.planned')!.payload
let serviceId: string
beforeEach(async () => {
  serviceId = uuidv7()
  const opened = testFact(t, 'service.opened', serviceId, { name: 'Supper', timeZone: 'UTC' })
  await t.request('/facts', { body: { facts: [opened] } })
})
const plan = (number: number, more: Record<string, unknown> = {}) => ({
  number,
  cause: 'first',
  zeroAtMs: NOW_MS,
  tasks: [{ id: 'a', mode: 0, startS: 0, endS: 60 }],
  modelVersion: 'schedule-1',
  planned: [],
  takenOff: [],
  ...more,
})
const publish = (body: object, id = serviceId) => t.request(`/services/${id}/plan`, { body })
const factsOf = async (id: string): Promise<Fact[]> => {
  const { facts } = (await (await t.request('/facts?sinceMs=0')).json()) as { facts: Fact[] }
  return facts.filter((f) => f.streamId === id)
}
const codeOf = async (answer: Response) => ((await answer.json()) as { code: string }).code

describe('publishing a plan', () => {
  it('puts it in force with its batches; the same again changes nothing', async () => {
    const batchId = uuidv7()
    const body = plan(1, { planned: [{ batchId, planned }] })
    const first = await publish(body)
    expect(first.status).toBe(200)
    expect(await first.json()).toEqual({ number: 1, begun: [] })
    expect(await (await publish(body)).json()).toEqual({ number: 1, begun: [] })
    expect((await factsOf(serviceId)).map((f) => f.kind)).toEqual(['service.opened', 'plan.published'])
    expect(foldService(serviceId, await factsOf(serviceId)).plan?.tasks).toHaveLength(1)
    expect(foldBatch(batchId, await factsOf(batchId)).status).toBe('planned')
  })
  it('of two made from the same plan one wins, and the other is told which plan is in force', async () => {
    const answers = await Promise.all([publish(plan(1)), publish(plan(1, { zeroAtMs: NOW_MS + 1000 }))])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect(await codeOf(answers.find((a) => a.status === 409)!)).toBe('planMoved')
    expect(await codeOf(await publish(plan(3)))).toBe('planMoved')
    expect((await publish(plan(2, { cause: 'order' }))).status).toBe(200)
  })
  it('a batch that was begun meanwhile stays as it is, one that is no more wanted is off the stove', async () => {
    const [begun, waits] = [uuidv7(), uuidv7()]
    const both = [begun, waits].map((batchId) => ({ batchId, planned }))
    await publish(plan(1, { planned: both }))
    const started = demo.facts.find((f) => f.kind === 'batch.started')!.payload
    const lit = testFact(t, 'batch.started', begun, started as never)
    await t.request('/facts', { body: { facts: [lit] } })
    const answer = await publish(
      plan(2, { planned: [{ batchId: begun, planned }], takenOff: [begun, waits] }),
    )
    expect(((await answer.json()) as { begun: string[] }).begun).toEqual([begun, begun])
    expect(foldBatch(begun, await factsOf(begun)).status).toBe('underWay')
    expect(foldBatch(waits, await factsOf(waits)).status).toBe('takenOff')
  })
  it('no service, a closed one and another kitchen have no plan', async () => {
    expect(await codeOf(await publish(plan(1), uuidv7()))).toBe('unknownService')
    const elsewhere = await t.deps.devices.createKitchen('Elsewhere')
    const { token } = await t.deps.devices.enrol(elsewhere, 'tablet')
    const answer = await t.request(`/services/${serviceId}/plan`, { body: plan(1), token })
    expect(await codeOf(answer)).toBe('unknownService')
    const closed = testFact(t, 'service.closed', serviceId, { note: '' })
    await t.request('/facts', { body: { facts: [closed] } })
    expect(await codeOf(await publish(plan(1)))).toBe('serviceClosed')
  })
  it('a browser cannot say by itself which plan stands', async () => {
    const { planned: _p, takenOff: _t, ...payload } = plan(1)
    const forged = testFact(t, 'plan.published', serviceId, payload as never)
    const answer = await t.request('/facts', { body: { facts: [forged] } })
    expect(JSON.stringify(await answer.json())).toContain('refused')
    expect(foldService(serviceId, await factsOf(serviceId)).plan).toBeUndefined()
  })
  it('an open service is among what a browser opens with, a day later too', async () => {
    const { facts } = await t.deps.facts.current(t.kitchenId, NOW_MS + 40 * 3600_000)
    expect(facts.some((f) => f.streamId === serviceId)).toBe(true)
  })
})
