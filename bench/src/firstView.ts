import { interleave } from './interleave'
import type { Line } from './line'
import { DRAWN_STOVE, SLOWDOWN, timeTo, withServer } from './withServer'

/** From navigation to the first drawn stove, and to the bare page's button; cold cache, CPU slowed four-fold; turn by turn, medians. */
export function firstView(): Promise<Line[]> {
  return withServer(async ({ url, browser }) => {
    const visit = (path: string, selector: string) => async (): Promise<number> => {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
      const tab = await context.newPage()
      await (await context.newCDPSession(tab)).send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
      const ms = await timeTo(tab, `${url}${path}`, selector)
      await context.close()
      return ms
    }
    const [bareMs, appMs] = await interleave(visit('/bare.html', '.v-btn'), visit('/stove', DRAWN_STOVE))
    return [
      {
        name: 'first view, cold, CPU ÷ 4',
        ratio: appMs / bareMs,
        peer: 'bare Vuetify page of the same build',
        detail: `${appMs.toFixed(0)} ms against ${bareMs.toFixed(0)} ms`,
        aim: 'at most 1.8',
      },
    ]
  })
}
