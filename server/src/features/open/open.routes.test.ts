import { openedSchema } from '@liquamen/contracts'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createApp, createDeps } from '../../app'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

describe('POST /open', () => {
  it('answers in one with who it is, what is current, what guests said and what is measured', async () => {
    const order = uuidv7()
    const detailsId = uuidv7()
    const said = { id: detailsId, note: '', allergies: ['celery'], noLightlyCookedEgg: false }
    await t.request(`/guest-details/${detailsId}`, { method: 'PUT', body: said })
    const taken = (streamId: string, pickupAtMs: number) =>
      testFact(t, 'order.taken', streamId, {
        formulaId: 'redWineShallot',
        portions: 4,
        pickupAtMs,
        label: 'Table 2',
        detailsId,
      })
    await t.request('/facts', {
      body: { facts: [taken(order, NOW_MS + 3_600_000), taken(uuidv7(), NOW_MS - 40 * 3_600_000)] },
    })
    const answer = await t.request('/open', { body: {} })
    const opened = openedSchema.parse(await answer.json())
    expect(opened.session).toMatchObject({ deviceId: t.deviceId, kitchenId: t.kitchenId, headSeq: 2 })
    expect(opened.current).toMatchObject({ headSeq: 2, facts: [{ streamId: order }] }) // the other one is long over
    expect(opened.details).toEqual([said])
    expect(opened.channels).toEqual([])
    expect(answer.headers.get('set-cookie')).toBeNull()
  })
  it('a stranger needs the code, and gets in without it only where the kitchen is the demo', async () => {
    const asStranger = { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' }
    const refused = await t.app.request('/api/open', asStranger)
    expect([refused.status, ((await refused.json()) as { code: string }).code]).toEqual([403, 'codeNeeded'])
    const demo = createApp(createDeps({ ...t.deps, demoKitchenId: t.kitchenId }))
    const welcome = await demo.request('/api/open', asStranger)
    expect(welcome.status).toBe(200)
    const cookie = welcome.headers.get('set-cookie')!
    expect(cookie).toMatch(/HttpOnly; SameSite=Strict/)
    const again = await demo.request('/api/open', {
      ...asStranger,
      headers: { ...asStranger.headers, cookie: cookie.split(';')[0]! },
    })
    expect(again.headers.get('set-cookie')).toBeNull()
    const device = (answer: Response) =>
      answer.json().then((json) => (json as { session: { deviceId: string } }).session.deviceId)
    expect(await device(again)).toBe(await device(welcome))
  })
})
