import { chromium, type BrowserContext } from '@playwright/test'
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import config from '../playwright.config'
import { enrol } from '../enrol'
import { expect, KitchenServer, serverFacts, test } from '../kitchenServer'
import { TABLET } from '../tablet'
import { Cluster } from './cluster'
import { keepFigure } from './figures'

const KILLS = Number(process.env.BROWSER_KILLS ?? 20)

test('the browser is killed right after its taps, every other time without a line', async () => {
  const cluster = await Cluster.create()
  const kitchen = await KitchenServer.create()
  const profile = mkdtempSync(join(tmpdir(), 'liquamen-profile-'))
  const { contextOptions, ...options } = TABLET
  const open = (): Promise<BrowserContext> =>
    chromium.launchPersistentContext(profile, { ...config.use!.launchOptions, ...options, ...contextOptions })
  const tapStir = async (context: BrowserContext) => {
    const page = context.pages()[0] ?? (await context.newPage())
    await page.goto(`${kitchen.url}/stove`)
    await page.getByRole('button', { name: /^Well A, Hollandaise/ }).click()
    await page.waitForURL(/\/bench\//)
    await page.getByRole('button', { name: 'Stirred', exact: true }).waitFor()
    return page
  }
  let taps = 0
  const known = new Set<string>()
  for (let n = 0; n < KILLS; n++) {
    const context = await open()
    const page = await tapStir(context)
    if (n === 0) for (const { id } of await serverFacts(page)) known.add(id)
    if (n % 2) await context.setOffline(true)
    const stir = page.getByRole('button', { name: 'Stirred', exact: true })
    await stir.click()
    await page.getByRole('button', { name: /^Undo/ }).waitFor() // it is kept: that is what the cook is told
    taps += 1
    spawnSync('pkill', ['-KILL', '-f', profile])
    await context.close().catch(() => undefined)
  }
  const context = await open()
  const page = await tapStir(context)
  await expect(page.getByText(/taps? kept, none lost|taps? not sent yet/)).toHaveCount(0)
  // a browser that is killed so soon may forget its cookie too and is enrolled anew: what waited is sent all the same
  const own = (await serverFacts(page)).filter((f) => f.kind === 'hold.stirred' && !known.has(f.id))
  keepFigure({
    attack: `${KILLS} SIGKILLs of the browser in the moment after a tap, every other one without a line`,
    came: `${taps} taps, ${own.length} on record, ${taps - own.length} lost, ${own.length - new Set(own.map((f) => f.id)).size} doubled`,
    command: `BROWSER_KILLS=${KILLS} npm run trust -- browser`,
  })
  expect(own).toHaveLength(taps)
  await context.close()
  rmSync(profile, { recursive: true, force: true })
  await kitchen.dispose()
  await cluster.dispose()
})

test('half an hour without a line and with a clock that is wrong: every tap comes in, at the time at which it was made', async ({
  browser,
}) => {
  const cluster = await Cluster.create()
  const kitchen = await KitchenServer.create()
  const { contextOptions, ...options } = TABLET
  const context = await browser.newContext({ ...options, ...contextOptions })
  const page = await context.newPage()
  const [WRONG_MS, MINUTE_MS] = [37 * 60_000, 60_000]
  await page.clock.install({ time: Date.now() + WRONG_MS })
  await page.goto(`${kitchen.url}/stove`)
  await page.getByRole('button', { name: /^Well A, Hollandaise/ }).click()
  await page.waitForURL(/\/bench\//)
  await page.getByRole('button', { name: 'Stirred', exact: true }).waitFor()
  const tappedAtMs: number[] = []
  await context.setOffline(true)
  for (let minute = 0; minute < 30; minute++) {
    tappedAtMs.push(Date.now() + minute * MINUTE_MS)
    await page.getByRole('button', { name: 'Stirred', exact: true }).click()
    await page.getByRole('button', { name: /^Undo/ }).waitFor()
    await page.clock.fastForward(MINUTE_MS)
  }
  // the half hour goes by for the server too: it moves its own clock, as another tablet of the demo asks it to
  const { headers } = await enrol(kitchen, 'Another tablet')
  const moved = await fetch(`${kitchen.url}/api/demo/clock`, {
    method: 'POST',
    headers,
    body: JSON.stringify({ aheadMs: 30 * MINUTE_MS }),
  })
  expect(moved.status).toBe(200)
  await context.setOffline(false)
  await expect(page.getByText(/taps? kept, none lost|taps? not sent yet/)).toHaveCount(0, { timeout: 60_000 })
  const own = (await serverFacts(page)).filter((f) => f.kind === 'hold.stirred').slice(-30)
  const off = own.map((f, n) => Math.abs(f.atMs - (tappedAtMs[n] ?? NaN)))
  keepFigure({
    attack: 'half an hour without a line, the tablet’s clock 37 minutes fast',
    came: `30 taps, ${own.length} on record, ${30 - own.length} lost, each within ${Math.ceil(Math.max(...off) / 1000)} s of when it was tapped`,
    command: 'npm run trust -- browser',
  })
  expect(own).toHaveLength(30)
  expect(own.filter((f) => 'clockFlag' in f && f.clockFlag !== undefined)).toEqual([])
  expect(Math.max(...off)).toBeLessThan(MINUTE_MS) // the clock that was wrong is taken out
  await context.close()
  await kitchen.dispose()
  await cluster.dispose()
})
