import type { Page } from '@playwright/test'
import { expect, openScreen, serverFacts, test, watchForFaults } from '../kitchenServer'
import { expectWhole } from '../layout'

const inForce = (page: Page) => page.getByText('In force', { exact: true })
/** A bar of the plan: a batch on a ring or in a well. */
const bars = (page: Page, sauce: string) => page.getByRole('button', { name: new RegExp(`^${sauce}, `) })
/** When a bar begins, as it says so itself. */
async function beginsAt(page: Page, sauce: string): Promise<string> {
  const name = (await bars(page, sauce).first().getAttribute('aria-label')) ?? ''
  return /(\d\d:\d\d)–/.exec(name)?.[1] ?? ''
}
/** The plan, once no better one is looked for. */
async function settledPlan(page: Page): Promise<void> {
  await expect(page.getByText('Looking for a better one…')).toBeHidden({ timeout: 30_000 })
  await expect(page.getByText(/^(In force|Not in force yet)$/)).toBeVisible()
}

test('a supper from the card to the stove: planned, asked, moved, put in force on every tablet, and planned again when a dish is off', async ({
  browser,
  page,
  kitchen,
}) => {
  test.slow()
  const faults = watchForFaults(page)
  await openScreen(page, kitchen, '/service')
  await expect(page.getByText('58 covers · Supper in two sittings', { exact: false })).toBeVisible()
  await expect(page.getByRole('button', { name: /is off$/ })).toHaveCount(12)
  await expectWhole(page, 'the card')
  const covers = page.getByRole('textbox', { name: 'Covers of the second sitting' })
  await covers.fill('24')
  await covers.press('Enter')
  await expect(page.getByText('54 covers', { exact: false })).toBeVisible()
  await page.getByRole('link', { name: 'Plan it' }).click()

  await expect(page.getByRole('heading', { name: /^8 sauces, \d+ batches/ })).toBeVisible({ timeout: 30_000 })
  await settledPlan(page)
  for (const sauce of [
    'Hollandaise',
    'Béarnaise',
    'Red wine & shallot',
    'Lobster coulis',
    'Chasseur',
    'Suprême',
  ])
    await expect(bars(page, sauce).first()).toBeVisible()
  await expect(page.getByText(/^Hazelnut butter with capers: made when it is called/)).toBeAttached()
  await expectWhole(page, 'the plan')
  // asked why it stands there, it answers; moved by a minute, it says what that costs
  await bars(page, 'Suprême').first().press('Enter')
  await expect(page.getByText('why here?')).toBeVisible()
  await bars(page, 'Suprême').first().press('ArrowRight')
  await expect(page.getByText(/^1 min later\. .* plate.* wait/)).toBeVisible()
  await page.getByRole('button', { name: 'As it was' }).click()
  await settledPlan(page)

  await page.getByRole('button', { name: 'Weigh-out' }).click()
  await expect(page.getByText(/eggs to crack/)).toBeVisible()
  await expectWhole(page, 'the weigh-out')
  await page.getByRole('button', { name: 'Base tree' }).click()
  await expect(page.getByText(/from the larder/).first()).toBeVisible()
  await expectWhole(page, 'the base tree')
  await page.getByRole('button', { name: 'Timeline' }).click()

  const other = await (await browser.newContext()).newPage()
  await openScreen(other, kitchen, '/plan')
  await settledPlan(other)
  await page.getByRole('button', { name: 'Put it in force' }).click()
  await expect(inForce(page)).toBeVisible({ timeout: 30_000 })
  await expect(inForce(other)).toBeVisible({ timeout: 30_000 })
  const supreme = await beginsAt(page, 'Suprême')
  expect(await beginsAt(other, 'Suprême')).toBe(supreme)

  // the whole kitchen stands on the stove as it is planned
  await page.getByRole('link', { name: 'Stove' }).click()
  const beginsAtMs = (await serverFacts(page)).flatMap((f) => {
    const { service, plan } = f.payload as { service?: unknown; plan?: { latestStartAtMs: number } }
    return f.kind === 'batch.planned' && service && plan ? [plan.latestStartAtMs] : []
  })
  expect(beginsAtMs.length).toBeGreaterThan(10)
  const clocks = new Set(beginsAtMs.map((ms) => `light ${new Date(ms).toISOString().slice(11, 16)}`))
  await expect(page.getByText(/^light \d\d:\d\d/).first()).toBeVisible()
  const lit = await page.getByText(/^light \d\d:\d\d/).allTextContents()
  expect(lit.filter((text) => clocks.has(text.trim())).length).toBeGreaterThanOrEqual(2)

  // no more tarragon: what is planned of it leaves the stove by itself
  await other.getByRole('link', { name: 'Service' }).click()
  for (const dish of ['Beef fillet from the grill', 'Saddle of lamb']) {
    await other.getByRole('button', { name: `${dish} is off` }).click()
    await other.getByLabel('Why is it off?').fill('no tarragon')
    await other.getByRole('button', { name: 'It is off' }).click()
  }
  await other.getByRole('link', { name: 'The plan', exact: true }).click()
  await expect(other.getByRole('heading', { name: /^7 sauces/ })).toBeVisible({ timeout: 30_000 })
  await settledPlan(other)
  await expect(bars(other, 'Béarnaise')).toHaveCount(0)
  // it was planned anew by itself, and says so
  await expect(inForce(other)).toBeVisible({ timeout: 30_000 })
  await expect(other.getByText(/Planned anew at .*Béarnaise is off/)).toBeVisible()
  await page.getByRole('link', { name: 'Plan', exact: true }).click()
  await expect(inForce(page)).toBeVisible({ timeout: 30_000 })
  await expect(bars(page, 'Béarnaise')).toHaveCount(0)

  // a table asks for what is made when it is called: its batch stands on the stove of every tablet without anybody planning it
  await page.getByRole('link', { name: 'Pass' }).click()
  await page.getByRole('button', { name: 'A table orders' }).click()
  const form = page.getByRole('form', { name: 'A table orders' })
  await form.getByLabel('Table').fill('Table 3')
  await form.getByRole('button', { name: 'Skate with capers: one more' }).click()
  await form.getByRole('button', { name: 'Take it' }).click()
  const planned =
    /Planned anew at .*: Table 3 asks for something else\. Hazelnut butter with capers for 2 is new/
  for (const tablet of [page, other]) await expect(tablet.getByText(planned)).toBeVisible({ timeout: 30_000 })
  const call = page.getByRole('listitem').filter({ hasText: 'Table 3' })
  await expect(call).toContainText('being made')
  await call.getByRole('link', { name: 'Bench' }).click()
  await expect(page.getByText('Hazelnut butter with capers').first()).toBeVisible()
  expect(faults).toEqual([])
})

test('without a server the plan is still made and looked at; which one stands waits for it', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/plan')
  await settledPlan(page)
  await kitchen.stop('SIGKILL')
  await expect(page.getByText(/Server out of reach since/)).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Put it in force' }).click()
  await expect(page.getByText(/not kept/i).first()).toBeVisible()
  await expect(bars(page, 'Suprême').first()).toBeVisible()
  await kitchen.start()
  await expect(page.getByText(/Server out of reach/)).toBeHidden({ timeout: 30_000 })
  await settledPlan(page)
  await page.getByRole('button', { name: 'Put it in force' }).click()
  await expect(inForce(page)).toBeVisible({ timeout: 30_000 })
})
