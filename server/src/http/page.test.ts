import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliCompressSync, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, type TestApp } from '../testing/testApp'

const HTML = `<!doctype html><title>Liquamen</title>${'<p>sauce</p>'.repeat(60)}`
const SCRIPT = `export const sauces = [${'"hollandaise",'.repeat(200)}]`
let t: TestApp
let folder: string
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'liquamen-page-'))
  mkdirSync(join(folder, 'assets'))
  for (const [name, text] of [
    ['index.html', HTML],
    ['assets/main-abc123.js', SCRIPT],
  ] as const) {
    writeFileSync(join(folder, name), text)
    writeFileSync(join(folder, `${name}.br`), brotliCompressSync(text))
    writeFileSync(join(folder, `${name}.gz`), gzipSync(text))
  }
  writeFileSync(join(folder, 'icon.png'), 'PNG')
  t = await createTestApp({ pageFolder: folder })
})
afterAll(async () => {
  await t.close()
  rmSync(folder, { recursive: true, force: true })
})
const get = (path: string, headers: Record<string, string> = {}) => t.app.request(path, { headers })
const bytes = async (answer: Response) => Buffer.from(await answer.arrayBuffer())

describe('the page', () => {
  it('is sent as it was packed at the build, in the best way that the browser knows', async () => {
    const br = await get('/assets/main-abc123.js', { 'accept-encoding': 'gzip, deflate, br' })
    expect(br.headers.get('content-encoding')).toBe('br')
    expect(brotliDecompressSync(await bytes(br)).toString()).toBe(SCRIPT)
    const gz = await get('/assets/main-abc123.js', { 'accept-encoding': 'gzip' })
    expect(gz.headers.get('content-encoding')).toBe('gzip')
    expect(gunzipSync(await bytes(gz)).toString()).toBe(SCRIPT)
    const plain = await get('/assets/main-abc123.js')
    expect(plain.headers.get('content-encoding')).toBeNull()
    expect((await bytes(plain)).toString()).toBe(SCRIPT)
  })
  it('a hashed chunk is kept for ever; the page is asked for anew, and answered without a body where it is the same', async () => {
    const chunk = await get('/assets/main-abc123.js')
    expect(chunk.headers.get('cache-control')).toContain('immutable')
    const page = await get('/')
    expect(page.headers.get('cache-control')).toBe('no-cache')
    const tag = page.headers.get('etag')!
    expect(tag).toMatch(/^(W\/)?".+"$/)
    const again = await get('/', { 'if-none-match': tag })
    expect([again.status, (await bytes(again)).length]).toEqual([304, 0])
  })
  it('every screen is the page; a file that is not there is not', async () => {
    for (const path of ['/stove', '/bench/018f0000-0000-7000-8000-000000000001', '/book/hollandaise'])
      expect((await bytes(await get(path))).toString(), path).toBe(HTML)
    for (const path of ['/assets/gone-123.js', '/robots.txt', '/nothing.png'])
      expect((await get(path)).status, path).toBe(404)
  })
  it('the icon that browsers ask for unasked is the kitchen’s own', async () => {
    const icon = await get('/favicon.ico')
    expect([icon.status, icon.headers.get('content-type')?.split(';')[0]]).toEqual([200, 'image/png'])
  })
  it('nothing outside its folder is given away', async () => {
    for (const path of ['/../package.json', '/..%2f..%2fetc/passwd', '/assets/..%2f..%2fpackage.json'])
      expect((await bytes(await get(path))).toString()).not.toMatch(/"name"|root:/)
  })
})
