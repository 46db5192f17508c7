import { median } from './interleave'
import type { Line } from './line'
import { SLOWDOWN, withServer } from './withServer'

const FRAME_MS = 1000 / 60
const MOVES = 60

/** A finger on the wanted coat: what a move asks of script and layout until every thickener's new grams stand there, CPU slowed four-fold. Paint is the graphics chip's, which this browser does without. */
export function thickenSlider(): Promise<Line[]> {
  return withServer(async ({ url, browser }) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const page = await context.newPage()
    await page.goto(`${url}/bench`)
    const slider = page.getByLabel('Coat that is wanted')
    // the wine, then the demi-glace: the step after them ends by the spoon
    for (const verb of ['reduce wine', 'add demi']) {
      await page.locator('[aria-current=step]', { hasText: verb }).waitFor()
      await page.getByRole('button', { name: 'Step done' }).click()
      const sure = page.getByRole('button', { name: 'It is done' })
      await page.locator('[aria-current=step]', { hasNotText: verb }).or(sure).first().waitFor()
      if (await sure.isVisible()) await sure.click()
    }
    await slider.waitFor()
    await (await context.newCDPSession(page)).send('Emulation.setCPUThrottlingRate', { rate: SLOWDOWN })
    // first as a finger moves it; then what a move writes, by hand: no sum, no framework
    const [ours = [], bare = []] = await slider.evaluate(async (input: HTMLInputElement, moves) => {
      const written = new Map<Node, string>()
      const watch = new MutationObserver((all) => {
        for (const { target } of all)
          if (target.childNodes.length <= 1) written.set(target, target.textContent ?? '')
      })
      watch.observe(document.body, { subtree: true, characterData: true, childList: true })
      const times: number[][] = []
      for (const isByHand of [false, true]) {
        const all: number[] = []
        for (let i = 0; i < moves; i++) {
          await new Promise(requestAnimationFrame)
          const start = performance.now()
          if (isByHand) for (const [node, text] of written) node.textContent = `${text.slice(0, -1)}${i % 10}`
          else {
            input.value = String(230 + 2 * (i % 100))
            input.dispatchEvent(new Event('input', { bubbles: true }))
          }
          await Promise.resolve() // what the page makes of it was queued before
          void input.parentElement?.offsetHeight // and its layout
          all.push(performance.now() - start)
        }
        watch.disconnect()
        times.push(all)
      }
      return times
    }, MOVES)
    await context.close()
    const most = (times: readonly number[]) =>
      [...times].sort((a, b) => a - b)[Math.floor(0.95 * times.length)] ?? 0
    const line = (name: string, ms: number, byHandMs: number): Line => ({
      name,
      ratio: ms / FRAME_MS,
      peer: 'one frame of 60 Hz',
      detail: `${ms.toFixed(1)} ms; the same words written by hand and laid out ${byHandMs.toFixed(1)} ms`,
      aim: 'at most 1',
    })
    return [
      line('a move of the Thicken slider, CPU ÷ 4', median(ours), median(bare)),
      line('the slowest of twenty', most(ours), most(bare)),
    ]
  })
}
