import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { DeviceRow } from '@liquamen/contracts'
import { createDevicesService } from './devices.service'
import { createTestApp, type TestApp } from '../../testing/testApp'

const MINUTE_MS = 60_000
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())
const enrol = (code: string, headers = {}) =>
  t.request('/devices/enrol', { body: { name: 'pass tablet', code }, headers, token: 'none yet' })
const newCode = async () =>
  ((await (await t.request('/devices/codes', { body: {} })).json()) as { code: string }).code
const list = async () => ((await (await t.request('/devices')).json()) as { devices: DeviceRow[] }).devices

describe('a code', () => {
  it('lets one device in, typed with spaces or without, and no second one', async () => {
    const code = await newCode()
    const enrolled = await enrol(`${code.slice(0, 4)} ${code.slice(4)}`)
    expect(enrolled.status).toBe(201)
    const token = enrolled.headers.get('x-device-token')!
    expect((await t.request('/session', { token })).status).toBe(200)
    expect((await enrol(code)).status).toBe(403)
  })
  it('of ten that type it at once, one is let in', async () => {
    const code = await newCode()
    const status = await Promise.all(Array.from({ length: 10 }, async () => (await enrol(code)).status))
    expect(status.filter((s) => s === 201)).toHaveLength(1)
  })
  it('is worth nothing after ten minutes, also where the app was started again', async () => {
    const code = await newCode()
    const other = createDevicesService({
      database: t.database,
      clock: () => t.now.ms,
      signOns: t.deps.signOns,
    })
    t.now.ms += 9 * MINUTE_MS
    await other.enrolByCode('in time', code)
    const late = await newCode()
    t.now.ms += 10 * MINUTE_MS
    await expect(other.enrolByCode('late', late)).rejects.toMatchObject({ problem: { code: 'wrongCode' } })
  })
  it('a stranger’s wrong tries shut out nobody elsewhere, and themselves after twenty', async () => {
    const behind = await createTestApp({ publicUrl: 'https://kitchen.example' })
    const tryFrom = async (source: string, code: string) =>
      (
        await behind.request('/devices/enrol', {
          body: { name: 'x', code },
          headers: { 'x-forwarded-for': `203.0.113.1, ${source}` },
        })
      ).status
    const wrong: number[] = []
    for (let i = 0; i < 25; i++) wrong.push(await tryFrom('198.51.100.7', '00000000'))
    expect(wrong).toEqual([...Array<number>(20).fill(403), ...Array<number>(5).fill(429)])
    const { code } = await behind.deps.devices.newCode(behind.kitchenId)
    expect(await tryFrom('198.51.100.8', code)).toBe(201)
    await behind.close()
  })
})

describe('a device', () => {
  it('is listed with since when, named anew, and revoked it is no longer let in, at once', async () => {
    const { device, token } = await t.deps.devices.enrol(t.kitchenId, 'lost tablet')
    expect((await t.request('/session', { token })).status).toBe(200)
    const named = await t.request(`/devices/${device.deviceId}`, {
      method: 'PUT',
      body: { name: 'by the pass' },
    })
    expect(named.status).toBe(204)
    expect((await list())[0]).toMatchObject({
      name: 'by the pass',
      enrolledAtMs: t.now.ms,
      revokedAtMs: null,
    })
    expect((await t.request(`/devices/${device.deviceId}/revoke`, { body: {} })).status).toBe(204)
    expect((await t.request('/session', { token })).status).toBe(401)
    const revokedAtMs = t.now.ms
    t.now.ms += MINUTE_MS
    expect((await t.request(`/devices/${device.deviceId}/revoke`, { body: {} })).status).toBe(204) // twice is once
    expect((await list()).find((d) => d.deviceId === device.deviceId)).toMatchObject({ revokedAtMs })
  })
  it('of another kitchen is neither listed nor named nor revoked', async () => {
    const elsewhere = await t.deps.devices.createKitchen('Another kitchen')
    const { device, token } = await t.deps.devices.enrol(elsewhere, 'theirs')
    expect((await list()).map((d) => d.name)).not.toContain('theirs')
    expect((await t.request(`/devices/${device.deviceId}/revoke`, { body: {} })).status).toBe(404)
    expect(
      (await t.request(`/devices/${device.deviceId}`, { method: 'PUT', body: { name: 'mine' } })).status,
    ).toBe(404)
    expect((await t.request('/session', { token })).status).toBe(200)
  })
})
