import { finishStep, takeOrder } from '../cook'
import { expect, KitchenServer, openScreen, serverFacts, test, watchForFaults } from '../kitchenServer'
import { expectWhole } from '../layout'
import { signOn } from '../signOn'
import type { Page } from '@playwright/test'
import { test as plain } from '@playwright/test'

async function fill(page: Page, label: string | RegExp, value: string): Promise<void> {
  const field = page.getByLabel(label).first()
  await field.fill(value)
  await field.press('Enter')
}
async function addPan(page: Page, size: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a pan' }).click()
  await page.locator('.common').click()
  await page.getByRole('option', { name: size }).press('Enter')
  const panel = page.locator('form.panel')
  await expect(panel.getByLabel('Name', { exact: true })).toHaveValue(size)
  await panel.getByRole('button', { name: 'Keep' }).click()
  await expect(panel).toHaveCount(0)
  await expect(page.getByRole('button', { name: new RegExp(`^${size},`) })).toBeVisible()
}

plain('a new kitchen, from empty to its first sauce', async ({ page }) => {
  const kitchen = await KitchenServer.create({ isEmpty: true })
  const faults = watchForFaults(page)
  await page.goto(`${kitchen.url}/kitchen`)
  await page.getByLabel(/^Code from/).fill(kitchen.code)
  await page.getByRole('button', { name: 'Enrol' }).click()
  await expect(page.getByText('No ring yet')).toBeVisible()
  faults.length = 0 // that a code was needed was said in the console as well
  await expectWhole(page, 'an empty kitchen')

  await fill(page, 'Name of the kitchen', 'Reed Point')
  await fill(page, 'Height above the sea', '640')
  await expect(page.getByText('97.9°')).toBeVisible()
  await page.getByRole('button', { name: 'Take the house book' }).click()
  await expect(page.getByText(/\d+ formulas and \d+ goods are in the book/)).toBeVisible()
  for (const n of [1, 2]) {
    await page.getByRole('button', { name: 'Put a ring in' }).click()
    await expect(page.getByRole('button', { name: new RegExp(`^Ring ${n},`) })).toBeVisible()
  }
  for (const size of ['Saucepan 18', 'Sauteuse 20', 'Frying pan 24', 'Steel bowl 23'])
    await addPan(page, size)
  await page.getByRole('button', { name: /^Ring 1,/ }).click()
  await fill(page, 'Water after', '372')
  await page.getByRole('button', { name: 'Keep this test' }).click()
  await expect(page.getByText(/after 1 test/)).toBeVisible()
  await expect(page.getByText(/^Nobody runs this kitchen yet/)).toBeVisible()
  await page.getByLabel('Name of the cook').fill('Wenna')
  await page.getByLabel('PIN, 4 to 12 digits').fill('7302')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('Wenna').first()).toBeVisible()
  await expect(page.getByText(/^Nobody runs this kitchen yet/)).toBeHidden()
  await signOn(page, 'Wenna', '7302')
  await expectWhole(page, 'a kitchen set out')

  const order = await takeOrder(page, { sauce: 'Hazelnut butter with capers', portions: 6, label: 'Table 1' })
  await order.getByRole('button', { name: 'Plan it' }).click()
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove/)
  await page.getByRole('link', { name: 'Service' }).click()
  await order.getByRole('button', { name: 'Bench' }).click()
  await page.getByRole('button', { name: /^Light it/ }).click()
  const here = page.locator('[aria-current="step"]')
  for (const verb of ['brown', 'quench', 'season']) {
    await expect(here).toContainText(verb)
    await finishStep(page)
  }
  await expect(page.getByRole('button', { name: 'Who cooks: Wenna' })).toBeVisible()
  await page.getByRole('button', { name: /^Serve 6/ }).click()
  await page.getByRole('button', { name: 'Finish' }).click()
  await page.waitForURL(/\/log\//)
  await expect(page.getByText('6 portions · served')).toBeVisible()
  const started = (await serverFacts(page)).find((f) => f.kind === 'batch.started')!
  const { ring, settings } = (
    started.payload as { frozen: { ring: { measured?: unknown[] }; settings: object } }
  ).frozen
  expect(settings).toMatchObject({ name: 'Reed Point', altitudeM: 640 })
  expect([0, 1]).toContain(ring.measured?.length ?? 0)
  expect(faults).toEqual([])
  await kitchen.dispose()
})

test('a ring is carried on the plan by a finger, kept without a line, and another tablet sees it', async ({
  page,
  kitchen,
  context,
}) => {
  await openScreen(page, kitchen, '/kitchen')
  await signOn(page, 'Bram')
  const ring = page.getByRole('button', { name: /^Ring 2,/ })
  const before = await ring.getAttribute('aria-label')
  const box = (await ring.boundingBox())!
  await context.setOffline(true)
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 60, box.y + box.height / 2, { steps: 4 })
  await page.mouse.up()
  await expect(ring).not.toHaveAttribute('aria-label', before!)
  const after = await ring.getAttribute('aria-label')
  await expect(page.getByText(/\b1 tap kept, none lost|\b1 tap not sent yet/).first()).toBeVisible()
  await context.setOffline(false)
  await expect(page.getByText(/taps? kept, none lost|taps? not sent yet/)).toHaveCount(0)
  const other = await context.newPage()
  await openScreen(other, kitchen, '/kitchen')
  await expect(other.getByRole('button', { name: /^Ring 2,/ })).toHaveAttribute('aria-label', after!)
  expect((await serverFacts(other)).filter((f) => f.kind === 'ring.set')).toHaveLength(6) // each ring has its place now
  await page.getByRole('button', { name: /^Ring 2,/ }).focus()
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Ring 2 moved')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(ring).toHaveAttribute('aria-label', after!)
})
