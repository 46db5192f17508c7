import { fullStove } from './madeKitchen'
import { median } from './interleave'
import type { Line } from './line'
import { DRAWN_STOVE, SLOWDOWN, withServer, type Running } from './withServer'

const SECONDS = 9
const MOST_MS = 60

/** What the main thread works in one second, ms, CPU slowed four-fold; the median of some. */
async function secondOf({ browser }: Running, url: string, selector?: string): Promise<number> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const tab = await context.newPage()
  await tab.goto(url)
  if (selector) await tab.locator(selector).first().waitFor()
  await tab.waitForTimeout(3000) // what it does once it stands there is another figure
  const session = await context.newCDPSession(tab)
  await session.send('Performance.enable')
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
  const busyMs = async () => {
    const { metrics } = await session.send('Performance.getMetrics')
    return 1000 * (metrics.find((m) => m.name === 'TaskDuration')?.value ?? NaN)
  }
  const seconds: number[] = []
  for (let i = 0; i <= SECONDS; i += 1) {
    const before = await busyMs()
    await tab.waitForTimeout(1000)
    if (i > 0) seconds.push((await busyMs()) - before) // the first warms up
  }
  await context.close()
  return median(seconds)
}

/** A second of a stove with four egg sauces and six reductions, early and late, beside an empty page's. */
export async function steady(): Promise<Line[]> {
  const lines: Line[] = []
  for (const sinceMin of [25, 100])
    lines.push(
      await withServer(async (running) => {
        await running.load(fullStove(Date.now(), sinceMin))
        const emptyMs = await secondOf(running, 'data:text/html,<p>empty')
        const stoveMs = await secondOf(running, `${running.url}/stove`, DRAWN_STOVE)
        return {
          name: `a second of the stove, ${sinceMin} min on`,
          ratio: stoveMs / emptyMs,
          peer: "an empty page's own second",
          detail: `${stoveMs.toFixed(0)} ms against ${emptyMs.toFixed(1)} ms, CPU ÷ ${SLOWDOWN}`,
          aim: `at most ${MOST_MS} ms`,
        }
      }),
    )
  return lines
}
