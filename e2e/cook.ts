import { expect, type Locator, type Page } from '@playwright/test'
import {
  foldBatch,
  liftFact,
  techniqueOf,
  type BatchState,
  type Fact,
  type FormulaStep,
  type WeighOutLine,
  type TechniqueId,
} from '@liquamen/core'
import { expectWhole, SIZES } from './layout'
import { runAhead, serverFacts } from './kitchenServer'

/** A number from a seed, 0..1, the same every time. */
export function seeded(seed: number): () => number {
  let s = seed >>> 0
  return () => {
    s = (s + 0x6d2b79f5) >>> 0
    let t = Math.imul(s ^ (s >>> 15), s | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** What a table asks for. */
interface Asked {
  readonly sauce: string
  readonly portions: number
  readonly label: string
  readonly pickup?: string
  readonly allergy?: string
}

/** Takes an order for a sauce, found by typing, and answers its line. */
export async function takeOrder(
  page: Page,
  { sauce, portions, label, pickup, allergy }: Asked,
): Promise<Locator> {
  await page.getByRole('link', { name: 'Service' }).click()
  await page.getByRole('button', { name: 'Take an order' }).click()
  const form = page.getByRole('form', { name: 'Take an order' })
  const field = form.getByLabel('Sauce').first()
  await field.click() // the list is open and all of it, then only what is typed
  await field.fill(sauce)
  const options = page.getByRole('option')
  await expect(options.filter({ hasNotText: sauce })).toHaveCount(0)
  await options.first().click()
  await expect(field).toHaveAttribute('aria-expanded', 'false') // it is taken
  await form.getByLabel('Portions').fill(String(portions))
  if (pickup) await form.getByLabel('Pick-up').fill(pickup)
  await form.getByLabel('Table', { exact: true }).fill(label)
  if (allergy) await form.getByLabel(allergy, { exact: true }).check()
  await form.getByRole('button', { name: 'Take it' }).click()
  return page.getByRole('listitem').filter({ hasText: label })
}

/** Orders a sauce and puts it on the stove. @returns the batch's id, its bench open */
export async function putOnStove(page: Page, of: Asked): Promise<string> {
  const order = await takeOrder(page, of)
  await order.getByRole('button', { name: 'Plan it' }).click()
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove/)
  await page.getByRole('link', { name: 'Service' }).click()
  await order.getByRole('button', { name: 'Bench' }).click()
  await page.waitForURL(/\/bench\//)
  return page.url().split('/').at(-1) ?? ''
}

/** Ends a step; one that is far too early, and one whose spoon was not looked at, is asked about once. */
export async function finishStep(page: Page): Promise<void> {
  const here = page.locator('[aria-current="step"]')
  const from = await here.textContent()
  const ask = page.getByRole('button', { name: 'It is done' })
  await page.getByRole('button', { name: 'Step done' }).click()
  await soon(async () => {
    if (await ask.isVisible()) await ask.click()
    return (await here.textContent()) !== from
  }).toBe(true)
}

/** Asks again and again until it is so, in short steps: what a tap makes is there in some ten milliseconds. */
const soon = <T>(ask: () => T | Promise<T>, message?: string) =>
  expect.poll(ask, { intervals: [20, 40, 80, 160], ...(message ? { message } : {}) })

/** How far the evening of each kitchen has run, minutes, by its address. */
const aheadMin = new Map<string, number>()

/** A sauce is some ten looks long: each is seen both ways round, and every other one begins on its side. */
export const LOOKS_A_TURN = 6

/** The cook's hands: what is tapped and typed, and a clock that is moved ahead. */
export class Cook {
  private wasAway = false
  private isAway = false
  private readonly taken: { itemId: string; massG: number; isShort: boolean }[] = []
  /** @param looks - a cook who has looked so often holds the tablet that way round: it is turned every LOOKS_A_TURN */
  constructor(
    private readonly page: Page,
    private readonly random: () => number,
    private looks = 0,
  ) {}
  /** The page is whole as the tablet is held. */
  async look(where: string): Promise<void> {
    const turns = Math.floor(this.looks++ / LOOKS_A_TURN)
    await expectWhole(this.page, where, [SIZES[turns % 2]!])
  }
  async tap(name: string | RegExp): Promise<void> {
    await this.page.getByRole('button', { name }).first().click()
  }
  async wait(minutes: number): Promise<void> {
    const kitchen = new URL(this.page.url()).origin
    const ahead = (aheadMin.get(kitchen) ?? 0) + minutes
    aheadMin.set(kitchen, ahead)
    await runAhead(this.page, ahead)
  }
  /** Opens an entry by its key, types a number and keeps it. */
  async enter(key: RegExp, value: number): Promise<void> {
    await this.tap(key)
    const digits = this.page.getByLabel(/, digits$/).first()
    await digits.fill(String(value))
    await this.tap('Keep')
    await expect(digits).toBeHidden()
  }

  /** Facts of a batch, as the server has them, once everything that was tapped is there. */
  async state(batchId: string): Promise<BatchState> {
    await expect(this.page.getByText(/taps? not sent yet/)).toHaveCount(0)
    const asText = await this.page.evaluate(
      async (id) => (await fetch(`/api/batches/${id}`)).text(), // one string: an object is checked piece by piece on its way
      batchId,
    )
    return foldBatch(batchId, (JSON.parse(asText) as { facts: Fact[] }).facts.map(liftFact))
  }

  private readonly steps = () => this.page.locator('ol.steps > li')
  /** Where the bench stands: the number of its step, or none where the batch is over. */
  async at(): Promise<number | undefined> {
    if (!/\/bench\//.test(this.page.url())) return undefined
    const all = await this.steps().evaluateAll((list) =>
      list.map((li) => li.getAttribute('aria-current') === 'step'),
    )
    return all.indexOf(true)
  }

  /**
   * Works a batch from its first flame, or from where it stands, to its end, with readings that are the pan's and not the app's.
   * @param until - stands still at the first step that does this, or at this step
   * @param meanwhile - what is done besides at a step, once its goods are in
   */
  async make(
    batchId: string,
    until?: string,
    meanwhile: Readonly<Record<string, () => Promise<void>>> = {},
  ): Promise<void> {
    const { page } = this
    await page.locator('ol.steps').waitFor()
    if ((await this.state(batchId)).frozen === undefined) {
      await this.look('a planned bench')
      await this.light()
    }
    const { frozen, weighOut } = await this.stateStarted(batchId)
    for (let i = (await this.at()) ?? 0; i < frozen.steps.length; i++) {
      await soon(() => this.at(), `step ${i} of ${frozen.id}`).toBe(i)
      const step = frozen.steps[i]!
      if (step.technique === until || step.id === until) return
      await page.locator('main [role=img], main svg').first().waitFor()
      const isPoured = step.technique === 'pour' // butter that is poured has a gauge of its own
      const lines = isPoured ? [] : weighOut.filter((l) => l.stepId === step.id)
      if (lines.length && !this.wasAway) await this.whileAway(() => this.weighIn(lines))
      else await this.weighIn(lines)
      await meanwhile[step.id]?.()
      if (await this.work(batchId, step)) return
    }
    throw new Error(`${frozen.id} has no end`)
  }
  /** Works with the server out of reach: taps are kept, it is said, the bench stays whole; back again, they are sent. */
  private async whileAway(work: () => Promise<void>): Promise<void> {
    this.wasAway = true
    this.isAway = true
    await this.page.context().setOffline(true)
    await work()
    await expect(this.page.getByText(/taps? kept, none lost|taps? not sent yet/).first()).toBeVisible()
    await this.look('the server gone')
    await this.page.context().setOffline(false)
    this.isAway = false
    await expect(this.page.getByText(/taps? kept, none lost|taps? not sent yet/)).toHaveCount(0)
  }
  /** Lights the planned ring; where another sauce still stands there, the empty one that is offered. */
  async light(): Promise<void> {
    await this.tap(/^Light it/)
    const other = this.page
      .getByRole('alertdialog', { name: 'Its ring is taken' })
      .getByRole('button', { name: /^Light it/ })
    const planned = this.page.locator('.titles').getByRole('link', { name: 'Change' })
    await soon(async () => (await other.isVisible()) || !(await planned.isVisible())).toBe(true)
    if (await other.isVisible()) await other.click()
    await expect(planned).toBeHidden()
  }
  private async stateStarted(batchId: string) {
    let state: BatchState | undefined
    await soon(async () => (state = await this.state(batchId)).frozen !== undefined).toBe(true)
    return { frozen: state!.frozen!.formula, weighOut: state!.plan!.weighOut }
  }

  /** Everything on the step's list is weighed: the amount as shown, or a little off, as scales and hands are. */
  private async weighIn(lines: readonly WeighOutLine[]): Promise<void> {
    const weigh = this.page.getByRole('button', { name: 'Weighed' })
    await expect(weigh).toHaveCount(lines.length)
    for (let left = lines.length; left > 0; left--) {
      await weigh.first().click()
      const digits = this.page.getByLabel(/, digits$/).first()
      const line = lines[lines.length - left]!
      const row = this.page.locator('ul.lines > li').filter({ hasText: line.name }).first()
      const isFromLarder = await row.getByText(/from the larder/).isVisible()
      const shown = Math.round(line.shownG)
      await expect(digits).toHaveValue(String(shown)) // the ruler opens at what the core weighed out
      const massG = Math.max(1, Math.round(shown * (0.97 + 0.06 * this.random())))
      await digits.fill(String(massG))
      await this.tap('Keep')
      await expect(weigh).toHaveCount(left - 1)
      if (isFromLarder) await this.noteTaken(row, { itemId: line.itemId, massG })
    }
  }

  /** What the kitchen made falls in its lot: the bench says so, or how much the larder is short. */
  private async noteTaken(row: Locator, of: { itemId: string; massG: number }): Promise<void> {
    if (this.isAway) return expect(row.getByText('count the lot later')).toBeVisible()
    const says = row.getByText(/g taken from its lot|the larder is .* g short/)
    await expect(says).toBeVisible()
    this.taken.push({ ...of, isShort: /short/.test((await says.textContent()) ?? '') })
  }
  /** What the server took from lots for a batch is what was weighed from the larder; where a lot was short, less. */
  async expectLarderFell(batchId: string): Promise<void> {
    const facts = this.taken.length ? await serverFacts(this.page) : []
    for (const { itemId, massG, isShort } of this.taken) {
      const of = facts.filter(
        (f) => f.kind === 'lot.taken' && f.payload.batchId === batchId && f.payload.itemId === itemId,
      )
      const fellG = of.reduce((sum, f) => sum + Number(f.payload.massG), 0)
      if (isShort) expect(fellG).toBeLessThan(massG)
      else expect(Math.abs(fellG - massG)).toBeLessThanOrEqual(1)
    }
  }

  /** Works one step in its room. @returns whether the batch is over */
  private async work(batchId: string, step: FormulaStep): Promise<boolean> {
    await this.look(`“${step.verb}”`)
    const rooms: Partial<Record<TechniqueId, () => Promise<boolean>>> = {
      reduce: () => this.reduce(batchId, step),
      eggEmulsion: () => this.emulsify(step),
      season: () => this.season(),
      hold: () => this.holdAndServe(),
      serve: () => this.serve(),
      cool: () => (step.technique === 'store' ? this.putAway() : this.cool()),
    }
    return (rooms[techniqueOf(step).id] ?? (() => this.timed(batchId, step)))()
  }
  private async timed(batchId: string, step: FormulaStep): Promise<boolean> {
    const planned = (await this.state(batchId)).plan?.steps.find((s) => s.stepId === step.id)
    const minutes = planned?.minutes.value ?? 0
    if (minutes > 0) await this.wait(minutes * (0.3 + this.random()))
    await this.countOut()
    await this.seeSpoon()
    if (step.technique === 'strain' && this.random() < 0.5) await this.weighThrough()
    else await this.done()
    return false
  }
  /** What went in whole is counted out again: bay, bundle, string. */
  private async countOut(): Promise<void> {
    const all = this.page.getByRole('button', { name: /^All \d+ out$/ })
    if (!(await all.isVisible())) return
    await all.click()
    await expect(this.page.getByText(/^All \d+ are out$/)).toBeVisible()
  }
  /** What came through the sieve, a little less than foretold; keeping it ends the step. */
  private async weighThrough(): Promise<void> {
    const before = await this.at()
    await this.tap(/^Weigh it/)
    const digits = this.page.getByLabel(/, digits$/).first()
    await digits.fill(String(Math.max(1, Math.round(Number(await digits.inputValue()) * 0.97))))
    await this.tap('Keep')
    await this.answerDoubts(before)
  }
  /** Ends the step; one that is far too early, and one whose spoon was not looked at, is asked about once. */
  private async done(): Promise<void> {
    const before = await this.at()
    await this.tap('Step done')
    await this.answerDoubts(before)
  }
  private async answerDoubts(before: number | undefined): Promise<void> {
    const sure = this.page.getByRole('button', { name: 'It is done' })
    const spoon = this.page
      .getByRole('alertdialog', { name: 'What does the spoon say?' })
      .getByRole('button', { name: 'nappe', exact: true })
    for (;;) {
      await soon(async () => (await sure.isVisible()) || (await this.at()) !== before).toBe(true)
      if ((await this.at()) !== before) return
      if (await spoon.isVisible()) {
        await spoon.click()
        return void (await soon(() => this.at()).not.toBe(before))
      }
      await sure.click()
      await soon(async () => (await spoon.isVisible()) || (await this.at()) !== before).toBe(true)
    }
  }
  /** The spoon is compared with the five drawn ones; now and then one is tapped that is far from the sum. */
  private async seeSpoon(): Promise<void> {
    const spoons = this.page.locator('button.spoon')
    if (!(await spoons.first().isVisible()) || this.random() < 0.4) return
    const one = spoons.nth(1 + Math.floor(3 * this.random()))
    await one.click()
    await expect(one).toHaveAttribute('aria-pressed', 'true')
    const far = this.page.getByRole('button', { name: 'As seen' })
    if (await far.isVisible()) await far.click()
    const put = this.page.getByRole('region', { name: 'spoon' }).getByRole('button', { name: /^In \d/ })
    if ((await put.isVisible()) && this.random() < 0.5) {
      await put.click()
      await expect(this.page.getByText('wait, at a simmer')).toBeVisible()
      await this.wait(1.5)
    }
  }

  /** A pan that boils at its own rate: weighed on the way, misread once, topped up once, taken off a little above or below the notch. */
  private async reduce(batchId: string, step: FormulaStep): Promise<boolean> {
    const stage = (await this.state(batchId)).steps[step.id]?.stage
    if (!stage) throw new Error(`${step.id} has no stage`)
    const emptyG = stage.targetGrossG - stage.targetMassG
    const pace = 0.8 + 0.5 * this.random()
    const goG = Math.max(1, stage.startMassG - stage.targetMassG)
    const minutes = stage.minutes.value / pace
    await this.wait(stage.warmUpMin + (minutes - stage.warmUpMin) * 0.5)
    await this.weighPan(stage.startMassG - goG * 0.5 + emptyG)
    if (this.random() < 0.5) await this.misdip()
    if (this.random() < 0.3) await this.topUp()
    await this.wait(minutes * 0.45)
    const endG = stage.targetMassG * (0.97 + 0.08 * this.random())
    await this.weighPan(endG + emptyG)
    await this.seeSpoon()
    await this.done()
    return false
  }
  async weighPan(grossG: number): Promise<void> {
    await this.enter(/^Weigh/, Math.round(grossG))
    await this.answer('It is right')
  }
  /** A stick held wrong by four centimetres: asked about, and said to be misread. */
  private async misdip(): Promise<void> {
    await this.enter(/^Dip/, 90)
    await this.answer('Misread')
  }
  private async topUp(): Promise<void> {
    await this.enter(/^Add/, 30)
  }
  private async answer(says: string): Promise<void> {
    const question = this.page
      .locator('section.question-row')
      .filter({ hasText: /That does not fit|The level has moved/ })
    if (!(await question.isVisible())) return
    await question.getByRole('button', { name: says }).click()
    await expect(question).toBeHidden()
  }

  /** Yolk by its cues, butter in stretches, or all of it under a blade. */
  private async emulsify(step: FormulaStep): Promise<boolean> {
    const before = await this.at()
    if (step.technique === 'whisk') {
      for (const cue of ['Foamy', 'Trails', 'Ribbon']) {
        await this.wait(0.5 + 0.3 * this.random())
        await this.page
          .locator('.keys-row.bar')
          .getByRole('button', { name: cue, exact: true })
          .last()
          .click()
      }
      await this.page.locator('.keys-row.bar').getByRole('button', { name: /Lift/ }).last().click()
      const sure = this.page.getByRole('button', { name: 'Ribbon seen: go on' }) // a yolk quicker than the model is asked about
      await soon(async () => (await sure.isVisible()) || (await this.at()) !== before).toBe(true)
      if (await sure.isVisible()) await sure.click()
      await soon(() => this.at()).not.toBe(before)
      return false
    }
    if (step.technique === 'blend') {
      await this.wait(2)
      await this.done()
      return false
    }
    await this.tap(/^Butter/)
    const digits = this.page.getByLabel(/, digits$/).first()
    await this.tap('Cancel')
    await expect(digits).toBeHidden()
    const keys = this.page.locator('.keys-row.bar')
    for (let i = 0; i < 40 && !(await keys.getByRole('button', { name: 'Step done' }).isVisible()); i++) {
      const pour = keys.getByRole('button', { name: 'Pour', exact: true })
      if (await pour.isVisible()) await pour.click()
      await this.wait(1.5)
      const stop = keys.getByRole('button', { name: 'Stop', exact: true })
      if (await stop.isVisible()) await stop.click()
    }
    await this.done()
    return false
  }

  private async season(): Promise<boolean> {
    const right = this.page.getByRole('button', { name: 'Right', exact: true })
    await right.click()
    await expect(this.page.getByText('✓ Right').first()).toBeVisible()
    const add = this.page.getByRole('button', { name: /^Add .* now$/ })
    if (await add.isVisible()) {
      await add.click()
      await this.tap('Keep')
      await expect(this.page.getByText('Salt is in')).toBeVisible()
    }
    await this.done()
    return false
  }
  private async cool(): Promise<boolean> {
    await this.page.getByRole('button', { name: /^walk-in/ }).click()
    await this.wait(100)
    await this.enter(/^Temperature/, 20)
    await this.wait(150)
    await this.enter(/^Temperature/, 4)
    await this.tap('Cold: put it away')
    return false
  }
  private async putAway(): Promise<boolean> {
    await this.tap('Put away, labelled')
    await this.page.waitForURL(/\/log\//)
    return true
  }
  private async serve(): Promise<boolean> {
    await this.serveAll()
    return true
  }
  /** Into the first free well, then out of it. */
  private async holdAndServe(): Promise<boolean> {
    await this.page
      .getByRole('button', { name: /^[A-D]\b.*free|^On the side/ })
      .first()
      .click()
    await this.page
      .getByRole('button', { name: /^Serve 1/ })
      .first()
      .waitFor()
    await this.look('held')
    await this.wait(20)
    await this.enter(/^Temperature/, 61)
    await this.serveAll()
    return true
  }
  private async serveAll(): Promise<void> {
    const keys = this.page.locator('button:enabled').filter({ hasText: /^\s*Serve \d+/ })
    const left = async () => (await keys.allTextContents()).join()
    for (let now = await left(); now !== ''; now = await left()) {
      await keys.last().click()
      await soon(left).not.toBe(now)
    }
    await this.tap('Finish')
    await this.page.waitForURL(/\/log\//)
  }
}
