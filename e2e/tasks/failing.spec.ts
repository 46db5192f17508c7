import { appendFileSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, openScreen, serverFacts, test } from '../kitchenServer'

test.use({ serviceWorkers: 'allow' })

const weigh = async (page: import('@playwright/test').Page, grossG: string) => {
  await page.keyboard.press('w')
  await page.getByLabel('Pan and all on the scale, digits').fill(grossG)
  await page.getByRole('button', { name: 'Keep' }).click()
}
const clockMs = async (page: import('@playwright/test').Page) =>
  Date.parse((await page.locator('time.now').getAttribute('datetime')) ?? '')
const grossOnScreen = async (page: import('@playwright/test').Page) =>
  Number(
    /([\d,]+) g on the scale/
      .exec((await page.locator('.forms').first().textContent()) ?? '')?.[1]
      ?.replace(',', ''),
  )

test('two browsers follow each other', async ({ browser, kitchen }) => {
  const [stove, pass] = await Promise.all(
    [0, 1].map(async () => (await browser.newContext({ viewport: { width: 820, height: 1180 } })).newPage()),
  )
  await openScreen(stove!, kitchen, '/bench')
  await openScreen(pass!, kitchen, '/bench')
  await weigh(stove!, String(await grossOnScreen(stove!)))
  await expect(pass!.locator('rect.reading')).toHaveCount(2) // the demo's own weighing and this one
  await pass!.getByRole('button', { name: 'Take off' }).click()
  await expect(stove!.getByRole('button', { name: 'Put back' })).toBeVisible()
})

test('the server is stopped for longer than it is tried again in the middle of a batch: clocks run, taps are kept, each arrives once', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/bench')
  await page.locator('svg.bench').waitFor()
  await page.evaluate(() => navigator.serviceWorker.ready) // every chunk is kept before the server goes
  const before = await serverFacts(page)
  const gross = await grossOnScreen(page)
  await kitchen.stop('SIGKILL')
  await expect(page.getByText(/Server out of reach since/)).toBeVisible({ timeout: 30_000 })
  const stoppedAt = await clockMs(page)
  await weigh(page, String(gross))
  await page.getByRole('button', { name: /^Flame/ }).click()
  await page.getByRole('button', { name: 'medium high' }).click()
  await page.getByRole('button', { name: 'Step done' }).click() // three taps, of six entries: a weighing, the flame, two forecasts, the end of a step and the next
  await expect(page.getByText(/\b3 taps kept, none lost/)).toBeVisible()
  await page.reload() // even a reload loses nothing
  await expect(page.locator('[aria-current="step"]')).toContainText('add demi')
  await expect.poll(() => clockMs(page)).toBeGreaterThan(stoppedAt + 15_000) // it is tried again after ten seconds at most
  await expect(page.getByText(/\b3 taps kept, none lost/)).toBeVisible()
  await kitchen.start()
  await expect(page.getByText(/Server out of reach|not sent yet/)).toBeHidden({ timeout: 30_000 })
  const after = (await serverFacts(page)).slice(before.length)
  expect(after.map((f) => f.kind).filter((kind) => kind !== 'forecast.shown')).toEqual([
    'reading.taken',
    'heat.changed',
    'step.finished',
    'step.started',
  ])
  expect(new Set(after.map((f) => f.id)).size).toBe(after.length)
  expect(after.map((f) => f.deviceSeq)).toEqual(after.map((_, i) => (after[0]?.deviceSeq ?? 0) + i))
  expect(Math.max(...after.map((f) => f.atMs))).toBeLessThan(stoppedAt + 15_000) // they carry the time at which they were made
})

test('a tablet whose clock is ten minutes wrong shows and records the kitchen’s time', async ({
  page,
  kitchen,
}) => {
  await page.addInitScript(() => {
    const real = Date.now.bind(Date)
    Date.now = () => real() + 600_000
  })
  await openScreen(page, kitchen, '/bench')
  await expect.poll(async () => Math.abs((await clockMs(page)) - Date.now())).toBeLessThan(3000)
  const before = (await serverFacts(page)).filter((f) => f.kind === 'reading.taken').length
  const beforeMs = Date.now()
  await weigh(page, String(await grossOnScreen(page)))
  await expect(page.getByText('not sent yet')).toBeHidden()
  await expect
    .poll(async () => (await serverFacts(page)).filter((f) => f.kind === 'reading.taken').length)
    .toBe(before + 1)
  const taken = (await serverFacts(page)).filter((f) => f.kind === 'reading.taken').at(-1)
  const FAR_MS = 60_000 // its own clock is ten minutes off
  expect(taken?.atMs).toBeGreaterThan(beforeMs - FAR_MS)
  expect(taken?.atMs).toBeLessThan(Date.now() + FAR_MS)
})

test.describe('a page that is built anew', () => {
  test.use({ hasOwnPage: true })

  test('a new version is offered, waits while a batch is under way, and is taken when the stove is clear', async ({
    page,
    kitchen,
  }) => {
    await openScreen(page, kitchen, '/bench')
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.reload()
    await page.locator('svg.bench').waitFor()
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
    const index = join(kitchen.pageFolder, 'index.html')
    const worker = join(kitchen.pageFolder, 'sw.js')
    for (const file of [index, worker]) for (const packed of ['.br', '.gz']) rmSync(file + packed) // they hold the old build
    writeFileSync(
      index,
      readFileSync(index, 'utf8').replace('<title>Liquamen</title>', '<title>Liquamen, newer</title>'),
    )
    writeFileSync(
      worker,
      readFileSync(worker, 'utf8').replace(/(url:"index.html",revision:")[^"]+/, '$1newer'),
    )
    appendFileSync(worker, '\n// a newer build\n')
    await page.evaluate(async () => {
      await (await navigator.serviceWorker.getRegistration())?.update()
    })
    await expect(page.getByText('It waits until the stove is clear.')).toBeVisible()
    await expect(page.getByRole('button', { name: 'Take it now' })).toHaveCount(0)
    await page.getByRole('button', { name: 'Step done' }).click()
    for (const ring of ['Ring 1', 'Ring 3']) {
      await page.getByRole('link', { name: 'Stove' }).click()
      await page.getByRole('button', { name: new RegExp(`^${ring}`) }).click()
      await page.getByRole('button', { name: 'Discard' }).click()
      await page.getByLabel('Why it is discarded').fill('practice')
      await page.getByRole('button', { name: 'Hold to discard' }).click({ delay: 900 })
      await expect(page.getByText(/discarded: practice/)).toBeVisible()
    }
    await page.getByRole('button', { name: 'Take it now' }).click()
    await expect(page).toHaveTitle('Liquamen, newer')
  })
})

test('without server and without anything kept, the page says so and offers to try again', async ({
  page,
  kitchen,
}) => {
  await page.route('**/api/**', (route) => route.abort())
  await page.goto(kitchen.url)
  await expect(
    page.getByText('The server is out of reach, and this browser has nothing kept yet.'),
  ).toBeVisible()
  await page.unroute('**/api/**')
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByRole('button', { name: /^Ring 1, Red wine & shallot/ })).toBeVisible()
})

test('a tablet whose line went right after it opened misses no fact, and has all its screens once the line is back', async ({
  browser,
  page,
  kitchen,
}) => {
  const cut = await browser.newContext({ serviceWorkers: 'block' })
  const tablet = await cut.newPage()
  const later = /\/assets\/(?!index-|rolldown-runtime-).*\.js$/ // all but what it opened with
  await tablet.route(later, (route) => route.abort())
  await openScreen(tablet, kitchen, '/stove')
  await tablet.getByRole('link', { name: 'Book' }).click() // there is no Book to be had
  await openScreen(page, kitchen, '/bench')
  await page.getByRole('button', { name: 'Take off' }).click()
  await expect(tablet.getByRole('button', { name: /^Ring 1, Red wine & shallot/ })).toContainText('is left') // off the heat: no clock runs
  await tablet.unroute(later)
  await kitchen.stop('SIGKILL')
  await expect(tablet.getByText(/Server out of reach since/)).toBeVisible({ timeout: 30_000 })
  await kitchen.start()
  await expect(tablet.getByText(/Server out of reach since/)).toBeHidden({ timeout: 30_000 })
  await expect(async () => {
    await tablet.getByRole('link', { name: 'Book' }).click()
    await expect(tablet).toHaveURL(/\/book$/, { timeout: 500 })
  }).toPass({ timeout: 20_000 })
  await expect(tablet.getByText('Hollandaise').first()).toBeVisible()
})
