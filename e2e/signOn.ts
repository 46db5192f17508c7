import { expect, type Page } from '@playwright/test'

/** Everyone's in the demo kitchen. */
const DEMO_PIN = '2468'
/** Signs somebody on at a tablet, as a cook does: the key in the head, the name, the digits. */
export async function signOn(page: Page, name: string, pin = DEMO_PIN): Promise<void> {
  await page
    .getByRole('button', { name: /^Who cooks|^Sign on$/ })
    .first()
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('button', { name: new RegExp(`^${name}`) }).click()
  await sheet.getByLabel(`PIN of ${name}`).fill(pin)
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: `Who cooks: ${name}` })).toBeVisible()
}
