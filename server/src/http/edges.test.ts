import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, type TestApp } from '../testing/testApp'

let t: TestApp
beforeAll(async () => {
  t = await createTestApp({ publicUrl: 'https://kitchen.example' })
})
afterAll(() => t.close())
const codeOf = async (answer: Response) => ((await answer.json()) as { code?: string }).code

describe('what the page of another site sends', () => {
  const writes = () =>
    t.app.routes.filter(
      (r) => ['POST', 'PUT', 'PATCH', 'DELETE'].includes(r.method) && r.path.startsWith('/api/'),
    )
  it('is refused by every route that does something, before it is asked who sends it', async () => {
    expect(writes().length).toBeGreaterThan(15)
    for (const { method, path } of writes())
      for (const origin of ['https://evil.example', 'null', 'http://localhost:9999']) {
        const answer = await t.request(path.slice(4), { method, raw: '{}', headers: { origin } })
        expect([path, origin, answer.status, await codeOf(answer)]).toEqual([
          path,
          origin,
          403,
          'foreignOrigin',
        ])
      }
  })
  it('its own page’s is not, where it listens and where it is reached; nor is a device’s, that has no page', async () => {
    for (const origin of ['http://localhost', 'https://kitchen.example', undefined])
      expect(
        (await t.request('/open', { method: 'POST', raw: '{}', headers: origin ? { origin } : {} })).status,
      ).toBe(200)
    const hidden = { 'sec-fetch-site': 'cross-site' }
    expect((await t.request('/open', { method: 'POST', raw: '{}', headers: hidden })).status).toBe(403)
    expect((await t.request('/session', { headers: { origin: 'https://evil.example' } })).status).toBe(200)
  })
})

describe('what is asked without a credential', () => {
  it('is refused before its body is read, however large or broken it is', async () => {
    for (const raw of ['{', `"${'x'.repeat(3_000_000)}"`, '{}'])
      expect((await t.request('/facts', { method: 'POST', raw, token: 'of nobody' })).status).toBe(401)
  })
})

describe('every answer', () => {
  it('says that nothing of it is to be guessed at or framed, a problem’s too', async () => {
    for (const path of ['/health', '/session', '/nothing'])
      for (const token of [t.token, 'of nobody']) {
        const { headers } = await t.request(path, { token })
        expect(headers.get('x-content-type-options')).toBe('nosniff')
        expect(headers.get('content-security-policy')).toContain("default-src 'none'")
        expect(headers.get('content-security-policy')).toContain("frame-ancestors 'none'")
      }
  })
})

describe('a demo kitchen without a code', () => {
  let demo: TestApp
  beforeAll(async () => {
    const first = await createTestApp()
    demo = await createTestApp({ demoKitchenId: first.kitchenId, database: first.database })
  })
  const open = (url: string, headers: Record<string, string> = {}) =>
    demo.app.request(url, {
      method: 'POST',
      body: '{}',
      headers: { 'content-type': 'application/json', ...headers },
    })
  it('opens to whoever sits at its own machine', async () => {
    for (const host of ['localhost', '127.0.0.1:4173', '[::1]:4173'])
      expect((await open(`http://${host}/api/open`)).status).toBe(200)
  })
  it('to nobody that comes through a proxy, or by a name that was made to point here', async () => {
    for (const [url, headers] of [
      ['http://evil.example/api/open', {}],
      ['http://localhost.evil.example/api/open', {}],
      ['http://localhost/api/open', { 'x-forwarded-for': '203.0.113.9' }],
      ['http://localhost/api/open', { forwarded: 'for=203.0.113.9' }],
    ] as const) {
      const answer = await open(url, headers)
      expect([url, answer.status, await codeOf(answer)]).toEqual([url, 403, 'codeNeeded'])
    }
    const enrol = await demo.app.request('http://evil.example/api/devices/enrol', {
      method: 'POST',
      body: JSON.stringify({ name: 'a tablet' }),
      headers: { 'content-type': 'application/json' },
    })
    expect(enrol.status).toBe(403)
  })
})
