import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, type TestApp } from '../../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
})
afterAll(() => t.close())

const details = (id = uuidv7()) => ({
  id,
  note: 'window seat',
  allergies: ['milk'],
  noLightlyCookedEgg: true,
})
const put = (id: string, body: unknown) => t.request(`/guest-details/${id}`, { method: 'PUT', body })
const list = async () =>
  ((await (await t.request('/guest-details')).json()) as { details: { id: string }[] }).details

describe('what a guest said', () => {
  it('is kept, changed by the same id, and erased for good', async () => {
    const said = details()
    expect((await put(said.id, said)).status).toBe(200)
    expect((await put(said.id, { ...said, note: 'by the door' })).status).toBe(200)
    expect((await list()).filter((d) => d.id === said.id)).toEqual([{ ...said, note: 'by the door' }])
    expect((await t.request(`/guest-details/${said.id}`, { method: 'DELETE' })).status).toBe(204)
    expect((await list()).some((d) => d.id === said.id)).toBe(false)
    expect((await t.request(`/guest-details/${said.id}`, { method: 'DELETE' })).status).toBe(204) // gone is gone
  })
  it.each([
    ['an allergen that is none', { allergies: ['moonlight'] }, 400],
    ['a note that is too long', { note: 'x'.repeat(5000) }, 400],
    ['a part that nobody asked for', { shoeSize: 42 }, 400],
  ])('refuses %s as problem+json and keeps nothing', async (_, change, status) => {
    const said = details()
    const answer = await put(said.id, { ...said, ...change })
    expect(answer.status).toBe(status)
    expect(answer.headers.get('content-type')).toContain('application/problem+json')
    expect((await list()).some((d) => d.id === said.id)).toBe(false)
  })
  it('two ids in one request are refused by name', async () => {
    const answer = await put(uuidv7(), details())
    expect([answer.status, ((await answer.json()) as { code: string }).code]).toEqual([422, 'twoIds'])
  })
  it('another kitchen sees nothing of it', async () => {
    const said = details()
    await put(said.id, said)
    const otherId = await t.deps.devices.createKitchen('Another')
    const { token } = await t.deps.devices.enrol(otherId, 'tablet')
    const answer = await t.request('/guest-details', { token })
    expect(((await answer.json()) as { details: unknown[] }).details).toEqual([])
  })
})
