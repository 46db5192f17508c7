import type { HeldCourse } from '@liquamen/core'
import type { Line } from './line'
import { SLOWDOWN, withServer } from './withServer'

const [WELLS, FUTURES] = [8, 1250]
const FRAME_MS = 1000 / 60
/** A frame is dropped where the next comes half a frame late. */
const LATE_MS = 1.5 * FRAME_MS

/** Hollandaise in a lidded well, of another warmth in each, twenty minutes old. */
const courseOf = (well: number): HeldCourse => ({
  family: 'egg',
  fatMl: 230,
  continuousMl: 140,
  yolkG: 51,
  areaM2: 0.0177,
  cover: 'lid',
  ageMin: 20,
  clockMin: 240,
  tempsC: Array.from({ length: 261 }, () => 56 + well),
  stirsMin: [10, 20],
  waterMl: [],
  isTempTaken: false,
})

/** Ten thousand futures of eight held sauces in the shipped worker, the page's CPU slowed: frames dropped meanwhile, beside as long a while without. */
export function holdFutures(): Promise<Line[]> {
  return withServer(async ({ url, browser }) => {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    const script = /assets\/futures\.worker-[\w-]+\.js/.exec(await (await fetch(`${url}/sw.js`)).text())?.[0]
    if (!script) throw new Error('the page ships no worker for futures')
    await page.goto(`${url}/stove`)
    await page.locator('.station').first().waitFor()
    await (
      await page.context().newCDPSession(page)
    ).send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
    const asked = Array.from({ length: WELLS }, (_, i) => ({
      batchId: String(i),
      course: courseOf(i),
      futures: FUTURES,
      seed: i,
    }))
    const seen = await page.evaluate(
      async ({ script, asked, lateMs }) => {
        // a page that has just been opened has work of its own: begun when a second of frames came in time
        for (let [last, inTime] = [0, 0]; inTime < 60;) {
          const now = await new Promise<number>(requestAnimationFrame)
          inTime = now - last > lateMs ? 0 : inTime + 1
          last = now
        }
        const worker = new Worker(`/${script}`, { type: 'module' })
        // it stands from the first well on; what is measured is the work
        worker.postMessage({ ...asked[0], futures: 1 })
        await new Promise((resolve) => (worker.onmessage = resolve))
        const told: unknown[] = []
        worker.onmessage = ({ data }) => told.push(data)
        asked.forEach((one) => worker.postMessage(one))
        const rounds: { ms: number; late: number; all: number }[] = []
        // first while it works, then as long again at rest
        for (const lastsMs of [Infinity, 0]) {
          const start = performance.now()
          const untilMs = lastsMs === Infinity ? Infinity : (rounds[0]?.ms ?? 0)
          let [last, late, all] = [await new Promise<number>(requestAnimationFrame), 0, 0]
          while (untilMs === Infinity ? told.length < asked.length : performance.now() - start < untilMs) {
            const now = await new Promise<number>(requestAnimationFrame)
            all += 1
            if (now - last > lateMs) late += 1
            last = now
          }
          rounds.push({ ms: performance.now() - start, late, all })
        }
        return rounds
      },
      { script, asked, lateMs: LATE_MS },
    )
    const [working, resting] = seen
    if (!working || !resting) throw new Error('no frames were counted')
    return [
      {
        name: '10,000 hold futures for eight wells, frames dropped',
        ratio: (working.late + 1) / (resting.late + 1),
        peer: 'the same page at rest for as long (each counted from one)',
        detail: `${(working.ms / 1000).toFixed(2)} s in the worker; ${working.late} of ${working.all} frames late, at rest ${resting.late} of ${resting.all}`,
        aim: 'at most 1',
      },
    ]
  })
}
