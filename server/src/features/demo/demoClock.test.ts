import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { createTestApp, NOW_MS, type TestApp } from '../../testing/testApp'
import { readAheadMs } from './demo.repo'
import { createDemoClock } from './demoClock'

describe('the clock of a demo kitchen', () => {
  it('runs ahead of another, never back, and tells whoever listens until they leave', () => {
    const clock = createDemoClock(() => 1000)
    const told = vi.fn()
    const leave = clock.subscribe(told)
    clock.setAheadMs(500)
    clock.setAheadMs(200)
    expect(clock.now()).toBe(1500)
    expect(told).toHaveBeenCalledTimes(2)
    leave()
    clock.setAheadMs(900)
    expect(told).toHaveBeenCalledTimes(2)
    expect(clock.now()).toBe(1900)
  })
})

describe('setting it ahead', () => {
  const apps: TestApp[] = []
  const demoClock = createDemoClock(() => NOW_MS)
  beforeAll(async () => {
    apps.push(await createTestApp(), await createTestApp({ demoClock, clock: demoClock.now }))
  })
  afterAll(() => Promise.all(apps.map((a) => a.close())))
  const ask = (app: TestApp, aheadMs: unknown) => app.request('/demo/clock', { body: { aheadMs } })
  it('only a demo kitchen may', async () => {
    const [real] = apps
    const answer = await ask(real!, 60_000)
    expect([answer.status, ((await answer.json()) as { code: string }).code]).toEqual([403, 'notADemo'])
  })
  it('moves the kitchen’s time for all', async () => {
    const [, demo] = apps
    expect(await (await ask(demo!, 3_600_000)).json()).toEqual({ serverNowMs: NOW_MS + 3_600_000 })
    const session = (await (await demo!.request('/session')).json()) as { serverNowMs: number }
    expect(session.serverNowMs).toBe(NOW_MS + 3_600_000)
  })
  it('a server that is started again goes on from there, and never back', async () => {
    const [, demo] = apps
    const kept = () => demo!.database.inKitchen(demo!.kitchenId, (tx) => readAheadMs(tx, demo!.kitchenId))
    await ask(demo!, 7_200_000)
    await ask(demo!, 60_000)
    expect(await kept()).toBe(7_200_000)
  })
  it.each([[-1], [15 * 86_400_000], [1.5], ['soon']])('%s is refused', async (aheadMs) => {
    expect((await ask(apps[1]!, aheadMs)).status).toBe(400)
  })
})
