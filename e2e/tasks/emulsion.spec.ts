import { foldBatch, holdClock, mergeFacts, type Fact } from '@liquamen/core'
import type { Page } from '@playwright/test'
import { expect, openScreen, runAhead, serverFacts, test } from '../kitchenServer'
import { signOn } from '../signOn'

const step = (page: Page, verb: string) => expect(page.locator('[aria-current="step"]')).toContainText(verb)
const light = async (page: Page) => {
  await page.getByRole('button', { name: /^Ring 6, Hollandaise/ }).click()
  await page.getByRole('button', { name: 'Light it 6' }).click()
  await step(page, 'separate')
  await page.getByRole('button', { name: 'Step done' }).click()
  await page.getByRole('button', { name: 'It is done' }).click() // so soon it is asked about, once
  await step(page, 'sabayon')
}
const batchOf = async (page: Page) => {
  const id = page.url().split('/').at(-1)!
  return {
    id,
    state: foldBatch(
      id,
      mergeFacts([], (await serverFacts(page)).filter((f) => f.streamId === id) as unknown as Fact[]),
    ),
  }
}
const sent = (page: Page) => expect(page.getByText('not sent yet')).toBeHidden()
const big = async (page: Page) =>
  Number((await page.locator('.temp.glance').textContent())?.replace(/[^\d.]/g, ''))

test('hollandaise by cues alone, into a well, past the house’s rule by name and stopped by the code’s limit', async ({
  page,
  kitchen,
}) => {
  test.setTimeout(240_000)
  await openScreen(page, kitchen, '/stove')
  await light(page)
  await expect(page.getByText('Raw egg: clean hands')).toBeVisible()
  await expect(page.getByText('~').first()).toBeVisible() // nothing measured: the temperature says so
  await page.getByRole('button', { name: 'Lift off', exact: true }).click()
  await expect(page.getByText(/By the model the yolk is only raw/)).toBeVisible() // butter before the yolks are ready
  await page.getByRole('button', { name: 'Keep whisking' }).click()
  for (const cue of ['Foamy', 'Trails', 'Ribbon']) {
    await expect(page.getByRole('button', { name: cue, exact: true })).toBeVisible()
    await page.keyboard.press('Space')
  }
  await expect(page.getByRole('button', { name: 'Lift off', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'next: Lift off' }).click() // the whole bench is one key
  await step(page, 'pour butter')
  await page.getByRole('button', { name: /^Yolks/ }).click()
  await page.getByLabel('Yolks in the bowl, digits').fill('6')
  await page.getByRole('button', { name: 'Keep' }).click() // counted wrong: corrected, and the load with it
  await expect(page.getByRole('button', { name: 'Yolks 6' })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
  await page.getByRole('button', { name: /^Oily/ }).click()
  await expect(page.getByRole('button', { name: 'Pour', exact: true })).toBeVisible() // oily stops the pour
  await page.getByRole('button', { name: /^Water/ }).click()
  await page.getByRole('button', { name: /^Butter/ }).click()
  await page.getByLabel('Butter in so far, digits').fill('417')
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('all the butter is in')).toBeVisible()
  await page.keyboard.press('Space')
  await step(page, 'season')
  await page.getByRole('button', { name: 'Step done' }).click()
  await step(page, 'to well')
  await expect(
    page.getByRole('button', { name: /^A onto the old Hollandaise: takes its clock/ }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'B free' }).click()
  await expect(page.getByText('it may stand')).toBeVisible()
  await expect(page.getByText('Lightly cooked egg: no probe’s log')).toBeVisible()
  await sent(page)
  const { state } = await batchOf(page)
  const clock = holdClock(state.clockStartedAtMs!, state.hold!.limits, 0)
  const clockText = (ms: number) => new Date(ms).toISOString().slice(11, 16)
  await expect(page.getByText(`discard at ${clockText(clock.houseLimitAtMs)}`)).toBeVisible()
  await page.getByRole('button', { name: 'Serve 1', exact: true }).click()
  await expect.poll(async () => (await batchOf(page)).state.servedPortions).toBe(1)

  await runAhead(page, 125) // past the house's two hours
  await expect(page.getByRole('alert').filter({ hasText: 'House limit, 2 h' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Serve/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Go on by name' }).click()
  await page.getByLabel('Why it goes on').fill('four plates on the pass')
  await expect(page.getByText('Going on takes a sous-chef.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Go on by name: Ilse' })).toBeDisabled()
  await signOn(page, 'Bram')
  await page.getByRole('button', { name: 'Go on by name: Bram' }).click({ delay: 900 })
  await expect(page.getByText(/Bram went on past the house limit/)).toBeVisible()
  await expect(page.getByText(`discard at ${clockText(clock.codeLimitAtMs)}`)).toBeVisible()
  await page.getByRole('button', { name: 'Serve 1', exact: true }).click()
  await expect.poll(async () => (await batchOf(page)).state.servedPortions).toBe(2)

  await runAhead(page, 250) // past the code's four
  await expect(page.getByRole('alert').filter({ hasText: 'Code limit reached. Discard.' })).toBeVisible()
  await expect(page.getByRole('button', { name: /^Serve|^Go on/ })).toHaveCount(0)
  await page.getByRole('link', { name: 'Stove' }).click()
  await expect(page.getByRole('button', { name: /Well B, Hollandaise, .* Discard/ })).toBeVisible()
  await page.goBack()
  await runAhead(page, 26 * 60) // resumed the next day: still only to be thrown away
  await page.getByRole('button', { name: 'Hold to discard' }).click({ delay: 900 })
  await expect(page.getByText(/discarded: Code limit reached/)).toBeVisible()
  await expect(page.getByText('a named person went on past the house’s limit')).toBeVisible()
  await expect(page.getByText('No probe stood in it: made by cues.')).toBeVisible()
})

test('hollandaise by probe: simulated and stamped so, lift called ahead, one tap to bind, a spot, and a probe that sticks is noticed', async ({
  page,
  kitchen,
}, info) => {
  test.setTimeout(240_000)
  const fault = await kitchen.startStandIn('Probe 1')
  await openScreen(page, kitchen, '/stove')
  await light(page)
  await page.getByRole('button', { name: 'Bind a probe' }).click()
  await page.getByRole('button', { name: /^Probe 1 .*SIMULATED/ }).click()
  await expect(page.getByRole('group', { name: 'Probe' }).getByText('SIMULATED')).toBeVisible()
  const first = await big(page)
  await expect.poll(() => big(page), { timeout: 30_000 }).toBeGreaterThan(first + 0.5) // it follows the bowl
  await page.getByRole('button', { name: /^Spot/ }).click()
  await expect(page.getByText('two seconds')).toBeVisible()
  await expect(page.getByText('two seconds')).toBeHidden()
  await runAhead(page, 14)
  await expect(page.getByText('Lift off').first()).toBeVisible()
  await expect(page.getByRole('alert').filter({ hasText: 'lift off' })).toBeVisible() // and called on every screen
  await fault('stuck')
  await expect(page.getByText(/Probe 1 has said .* without a move/)).toBeVisible({ timeout: 60_000 })
  await fault('unplugged')
  await expect(page.getByText(/Probe 1 silent since/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Take it off' }).click()
  await expect(page.getByRole('button', { name: 'Bind a probe' })).toBeVisible()
  await page.keyboard.press('t')
  await page.getByLabel('Temperature in the pool, digits').fill('300')
  await expect(page.getByText('-30–260 °C')).toBeVisible() // absurd: refused in place
  await page.getByLabel('Temperature in the pool, digits').fill('66')
  await page.getByRole('button', { name: 'Keep' }).click()
  await sent(page)
  const { id, state } = await batchOf(page)
  expect(state.bindings).toMatchObject([{ name: 'Probe 1', isSimulated: true, place: 'bowl' }])
  const spots = state.stageFacts.filter((f) => f.kind === 'reading.taken')
  expect(spots.map((f) => (f.payload as { probe?: { name: string } }).probe?.name)).toEqual([
    'Probe 1',
    undefined,
  ])
  await page.goto(`${kitchen.url}/log/${id}`)
  await expect(page.getByRole('img', { name: 'Temperature, °C' })).toBeVisible()
  await expect(page.getByText('Probe 1 SIMULATED').first()).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Temperatures as CSV' }).click(),
  ])
  const file = info.outputPath('temperatures.csv')
  await download.saveAs(file)
  expect(
    (await (await import('node:fs/promises')).readFile(file, 'utf8'))
      .split('\r\n')
      .filter((line) => line.includes('SIMULATED')).length,
  ).toBeGreaterThan(5)
})

test('a probe bound to two sauces is asked about, and an order that must not have lightly cooked egg is told', async ({
  browser,
  page,
  kitchen,
}) => {
  await kitchen.startStandIn('Probe 1')
  await openScreen(page, kitchen, '/service')
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Table 2' }).getByText('must not have lightly cooked egg'),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Stove' }).click()
  await light(page)
  await page.getByRole('button', { name: 'Bind a probe' }).click()
  await page.getByRole('button', { name: /^Probe 1/ }).click()
  const other = await (await browser.newContext()).newPage()
  await openScreen(other, kitchen, '/stove')
  await other.getByRole('button', { name: /^Well A, Hollandaise/ }).click()
  await other.getByRole('button', { name: 'Bind a probe' }).click()
  await expect(other.getByRole('button', { name: /now in Hollandaise: take it over/ })).toBeVisible()
  await other.getByRole('button', { name: /now in Hollandaise: take it over/ }).click()
  await expect(page.getByRole('button', { name: 'Bind a probe' })).toBeVisible() // it has left the bowl
  await expect(other.getByRole('group', { name: 'Probe' }).getByText('SIMULATED')).toBeVisible()
})
