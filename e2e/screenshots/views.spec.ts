import { finishStep, putOnStove } from '../cook'
import { expect, openScreen, runAhead, test } from '../kitchenServer'

const OUT = new URL('../../docs/screenshots/', import.meta.url).pathname
const VIEWS = [
  ['service', '/service', 1280, 800, 'day'],
  ['stove', '/stove', 1280, 800, 'day'],
  ['bench', '/bench', 1280, 800, 'day'],
  ['log', '/log', 1280, 800, 'day'],
  ['book', '/book', 1280, 800, 'day'],
  ['larder', '/larder', 1280, 800, 'day'],
  ['kitchen', '/kitchen', 1280, 800, 'day'],
  ['pantry', '/book/pantry', 1280, 800, 'day'],
  ['wall', '/stove', 1920, 1080, 'day'],
  ['closing', '/service/closing', 1280, 800, 'day'],
] as const

/** The table of whoever must not have lightly cooked egg. */
const GUESTS_TABLE = 'Table 5'
/** Two tables of the supper. */
const TABLES = [
  ['Table 5', ['Beef fillet from the grill', 'Poached eggs, muffin and ham']],
  ['Table 2', ['Loin of venison', 'Lake trout in the pan']],
] as const

test('pictures of the main views', async ({ page, kitchen }) => {
  for (const [name, path, width, height, theme] of VIEWS) {
    await page.setViewportSize({ width, height })
    await openScreen(page, kitchen, path)
    await page.evaluate((t) => localStorage.setItem('liquamen.theme', t), theme)
    await openScreen(page, kitchen, path)
    await page
      .locator(
        {
          '/bench': 'svg.bench',
          '/log': 'a.line',
          '/book': 'a.node',
          '/larder': 'li',
          '/kitchen': 'g.thing',
          '/book/pantry': 'button.line',
        }[path as string] ?? 'h1',
      )
      .first()
      .waitFor()
    await page.evaluate(() => document.fonts.ready)
    await page.screenshot({ path: `${OUT}${name}.png` })
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.evaluate(() => localStorage.setItem('liquamen.theme', 'day'))
  await openScreen(page, kitchen, '/log')
  await page
    .getByRole('link', { name: /Red wine & shallot.*served/ })
    .first()
    .click()
  await expect(page.getByRole('img', { name: 'Liquid in the pan, g' })).toBeVisible()
  await page.screenshot({ path: `${OUT}batch.png`, fullPage: true })
  // two tables of the supper at the pass
  await openScreen(page, kitchen, '/pass')
  for (const [table, dishes] of TABLES) {
    await page.getByRole('button', { name: 'A table orders' }).click()
    for (const dish of dishes) await page.getByRole('button', { name: `${dish}: one more` }).click()
    await page.getByLabel('Table', { exact: true }).fill(table)
    if (table === GUESTS_TABLE) {
      await page.getByLabel('No lightly cooked egg', { exact: false }).check()
      await page.getByLabel('Whose plate').first().press('ArrowDown')
      await page.getByRole('option', { name: /^one Poached/ }).click()
    }
    await page.getByRole('button', { name: 'Take it' }).click()
    await page.getByText(table).first().waitFor()
  }
  await page.evaluate(() => window.scrollTo(0, 0))
  await expect(page.getByText('not sent yet')).toHaveCount(0)
  await page.screenshot({ path: `${OUT}pass.png` })
  await openScreen(page, kitchen, '/book/hollandaise')
  await page.getByRole('button', { name: /^clarified/ }).click()
  await page.getByText('Clarified butter for Butter, unsalted').waitFor()
  await page.getByRole('button', { name: /^whole, melted pour on/ }).waitFor() // what the other ways would move has been worked out
  await page.evaluate(() => window.scrollTo(0, 0))
  await page.screenshot({ path: `${OUT}workbench.png`, fullPage: true })
  // the emulsion bench in the middle of its pour, with the probe that ships with it
  await kitchen.startStandIn('Probe 1')
  await openScreen(page, kitchen, '/stove')
  await page.getByRole('button', { name: /^Well A/ }).click()
  await page.getByText('it may stand').waitFor()
  await page.screenshot({ path: `${OUT}well.png` })
  await openScreen(page, kitchen, '/stove')
  await page.getByRole('button', { name: /^Ring 6, Hollandaise/ }).click()
  await page.getByRole('button', { name: 'Light it 6' }).click()
  await finishStep(page)
  await page.getByRole('button', { name: 'Bind a probe' }).click()
  await page.getByRole('button', { name: /^Probe 1/ }).click()
  await runAhead(page, 6.4)
  for (const cue of ['Foamy', 'Trails', 'Ribbon']) {
    await page.getByRole('button', { name: cue, exact: true }).waitFor()
    await page.keyboard.press('Space')
  }
  await expect(page.locator('.is-first')).toHaveText('Lift off') // the ribbon is kept
  await page.keyboard.press('Space')
  await page.getByRole('button', { name: /^Butter/ }).click()
  await page.getByLabel('Butter in so far, digits').fill('224')
  await page.getByRole('button', { name: 'Keep' }).click()
  await page.keyboard.press('Space')
  await page
    .getByRole('button', { name: 'Silence' })
    .first()
    .click({ timeout: 3000 })
    .catch(() => undefined)
  await expect
    .poll(async () => page.locator('.temp.glance').textContent(), { timeout: 30_000 })
    .toMatch(/^[56]\d/)
  await expect(page.locator('.emulsion')).toContainText(/2[2-9]\d/) // what is in is drawn at the next second
  await page.screenshot({ path: `${OUT}emulsion.png` })
  await page.getByRole('button', { name: 'Rescue', exact: true }).click()
  await page.getByRole('button', { name: 'split', exact: true }).click()
  await page.getByText('Cause:').waitFor()
  await page.screenshot({ path: `${OUT}rescue.png` })
})

test('picture of a stock at its simmer', async ({ page, kitchen }) => {
  await openScreen(page, kitchen, '/service')
  await putOnStove(page, { sauce: 'Brown stock', portions: 40, label: 'Stock for the week' })
  await page.getByRole('button', { name: /^Light it/ }).click()
  await finishStep(page)
  await expect(page.locator('[aria-current="step"]')).toContainText('simmer')
  await page.evaluate(() => document.fonts.ready)
  await expect(page.getByText('not sent yet')).toHaveCount(0)
  await page.screenshot({ path: `${OUT}bench-simmer.png` })
})

test('picture of a butter that is browned by ear, upright and by night', async ({ page, kitchen }) => {
  await page.addInitScript(() => localStorage.setItem('liquamen.theme', 'night'))
  await page.setViewportSize({ width: 820, height: 1180 })
  await openScreen(page, kitchen, '/service')
  await putOnStove(page, { sauce: 'Hazelnut butter with capers', portions: 6, label: 'Table 6' })
  await page.getByRole('button', { name: /^Light it/ }).click()
  await runAhead(page, 2)
  await page.getByRole('button', { name: 'It sings' }).click()
  await runAhead(page, 4.5)
  await page.getByRole('button', { name: 'Gone quiet' }).click()
  await expect(page.getByText('dry: now it browns')).toBeVisible()
  await page.screenshot({ path: `${OUT}bench-night-portrait.png` })
})

test('the supper as it is planned, in force', async ({ page, kitchen }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await openScreen(page, kitchen, '/plan')
  await page.getByText('Looking for a better one…').waitFor()
  await page.getByText('Not in force yet').waitFor()
  await page.getByRole('button', { name: 'Put it in force' }).click()
  await page.getByText('In force', { exact: true }).waitFor()
  await page.screenshot({ path: `${OUT}plan.png` })
})
