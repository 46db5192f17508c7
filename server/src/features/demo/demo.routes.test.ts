import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { createTestApp, NOW_MS, type TestApp } from '../../testing/testApp'
import { readAheadMs } from './demo.repo'
import { createKitchenTime } from '../../kitchenTime'

describe('the clock of a demo kitchen', () => {
  it('runs ahead of the wall, never back, and tells whoever listens until they leave', () => {
    const time = createKitchenTime(() => 1000)
    const now = () => time.within('demo', time.now)
    const told = vi.fn()
    const leave = time.subscribe('demo', told)
    time.setAheadMs('demo', 500)
    time.setAheadMs('demo', 200)
    expect(now()).toBe(1500)
    expect(told).toHaveBeenCalledTimes(2)
    leave()
    time.setAheadMs('demo', 900)
    expect(told).toHaveBeenCalledTimes(2)
    expect(now()).toBe(1900)
  })
  it('is its own: another kitchen on the same server, asked meanwhile, goes by the wall', async () => {
    const time = createKitchenTime(() => 1000)
    time.setAheadMs('demo', 500)
    const asked = (kitchenId: string) =>
      time.within(kitchenId, async () => {
        await Promise.resolve()
        return time.now()
      })
    expect(await Promise.all([asked('demo'), asked('real'), asked('demo'), time.now()])).toEqual([
      1500, 1000, 1500, 1000,
    ])
  })
})

describe('setting it ahead', () => {
  const apps: TestApp[] = []
  const time = createKitchenTime(() => NOW_MS)
  beforeAll(async () => {
    apps.push(await createTestApp(), await createTestApp({ time, clock: time.now, hasDemoClock: true }))
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
  it('is what a device of it hears with the server’s health, and nobody else', async () => {
    const [, demo] = apps
    await ask(demo!, 3_600_000)
    const asked = async (token: string) =>
      ((await (await demo!.request('/health', { token })).json()) as { nowMs: number }).nowMs
    expect(await asked(demo!.token)).toBeGreaterThanOrEqual(NOW_MS + 3_600_000)
    expect(await asked('nobodys')).toBe(NOW_MS)
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
