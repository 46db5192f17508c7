import type { BrowserContext, Page } from '@playwright/test'
import { interleave } from './interleave'
import type { Line } from './line'
import { longAgo } from './madeKitchen'
import { DRAWN_STOVE, timeTo, withServer, type Running } from './withServer'

const BATCHES = 500
const PER_FILE = 50
const CATCH_UP_MS = 5000

const tablet = (browser: Running['browser']) =>
  browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })

/** From navigation to the drawn stove, in a browser that was here before. */
async function open(context: BrowserContext, url: string): Promise<number> {
  const page = await context.newPage()
  const ms = await timeTo(page, `${url}/stove`, DRAWN_STOVE)
  await page.waitForTimeout(1500) // what it writes down afterwards
  await page.close()
  return ms
}
const sees = (page: Page, label: string) => page.getByText(label).first().waitFor({ timeout: 60_000 })

/** A browser that has seen fifty thousand facts and five hundred finished batches beside a fresh one; and how long it takes to catch up with them. */
export function growth(): Promise<Line[]> {
  return withServer(async ({ url, browser, load }) => {
    const old = await tablet(browser)
    const watching = await old.newPage()
    await watching.goto(`${url}/service`)
    const away = await (await tablet(browser)).newPage()
    await away.goto(`${url}/service`)
    await away.getByRole('button', { name: 'Plan it' }).first().waitFor()
    await away.context().setOffline(true)
    for (let i = 0; i < BATCHES / PER_FILE; i += 1) {
      await load(longAgo(Date.now(), PER_FILE, `Load ${i}`))
      await sees(watching, `Load ${i}`)
    }
    const start = performance.now()
    await away.context().setOffline(false)
    await sees(away, `Load ${BATCHES / PER_FILE - 1}`)
    const caughtUpMs = performance.now() - start
    await away.context().close()
    await watching.close()
    const fresh = await tablet(browser)
    const [oldMs, freshMs] = await interleave(
      () => open(old, url),
      () => open(fresh, url),
    )
    return [
      {
        name: 'opening after 50,000 facts',
        ratio: oldMs / freshMs,
        peer: 'a browser that saw none of them',
        detail: `${oldMs.toFixed(0)} ms against ${freshMs.toFixed(0)} ms`,
        aim: 'at most 1.2',
      },
      {
        name: 'catching up with 50,000 facts',
        ratio: caughtUpMs / CATCH_UP_MS,
        peer: 'five seconds',
        detail: `${caughtUpMs.toFixed(0)} ms from the line's return`,
        aim: 'at most 1',
      },
    ]
  })
}
