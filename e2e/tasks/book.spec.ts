import demo from '../../demo/larchwater-house.json' with { type: 'json' }
import { applyChoices, kitchenGoods, NO_CHOICES, traceFormula } from '@liquamen/core'
import type { Page } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { expect, openScreen, test } from '../kitchenServer'
import { signOn } from '../signOn'

const { catalog } = demo
const setting = { ingredients: kitchenGoods(catalog), altitudeM: catalog.settings.altitudeM }
const hollandaise = catalog.formulas.find((f) => f.id === 'hollandaise')!
/** The finished sauce by the core, in ml, beside which the screen is held. */
const finishedMl = (factor: number, schools: Record<string, string> = {}) =>
  Math.round(
    (traceFormula(applyChoices(hollandaise, { ...NO_CHOICES, schools }), setting).at(-1)?.volumeMl ?? 0) *
      factor,
  )

const amount = (page: Page, good: string) => page.getByRole('textbox', { name: `Amount of ${good}` })
const number = (page: Page, name: string) =>
  page
    .getByRole('row', { name: new RegExp(`^${name}`) })
    .locator('td')
    .last()
const pick = async (page: Page, label: string, option: string) => {
  await page.getByRole('combobox', { name: label }).press('ArrowDown')
  await page.getByRole('option', { name: option, exact: true }).click()
}

test('from the Book to the workbench: scale, switch a school, swap, compare, edit with undo, save as a version, order it', async ({
  page,
  kitchen,
}) => {
  test.setTimeout(120_000)
  await openScreen(page, kitchen, '/book')
  await signOn(page, 'Bram')
  await expect(page.getByText(`${catalog.formulas.length} sauces`)).toBeVisible()
  await page.getByLabel('Search').fill('asparagus')
  await expect(page.getByRole('link', { name: 'Demi-glace' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Hollandaise' }).click()

  await expect(number(page, 'volume')).toContainText(`${finishedMl(1)} ml`)
  await page.getByRole('textbox', { name: 'Make', exact: true }).fill('12')
  await expect(amount(page, 'Egg yolk')).toHaveValue('6 yolks')
  await expect(number(page, 'volume')).toContainText(`${finishedMl(2)} ml`)
  await pick(page, 'What decides how much', 'from what I have')
  await expect(page.getByRole('textbox', { name: 'Make', exact: true })).toHaveValue('6') // nothing jumps: twelve portions hold six yolks
  await page.getByRole('textbox', { name: 'Make', exact: true }).fill('9')
  await expect(amount(page, 'Butter, unsalted')).toHaveValue('750 g')
  await pick(page, 'What decides how much', 'to fill a pan')
  await expect(page.getByText(/^× \d/)).not.toContainText('in 2 batches')
  await pick(page, 'What decides how much', 'for portions')
  await page.getByRole('textbox', { name: 'Make', exact: true }).fill('60')
  await expect(page.getByText(/^× 10\.00, in \d batches/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Make', exact: true }).fill('6')

  await page.getByRole('button', { name: /^clarified/ }).click()
  await expect(number(page, 'volume')).toContainText(`${finishedMl(1, { butter: 'clarified' })} ml`)
  await expect(page.getByRole('row', { name: /^volume/ })).toContainText(`${finishedMl(1)} ml`) // both variants side by side
  await expect(page.getByText('Clarified butter for Butter, unsalted')).toBeVisible()
  await page.getByRole('button', { name: 'swap: Lemon juice' }).click()
  await page.getByText(/^Lime juice/).click()
  await expect(page.getByText('Lime juice for Lemon juice')).toBeVisible()
  await page.keyboard.press('z') // the last change first: the swap goes, the school stays
  await expect(page.getByText('Lime juice for Lemon juice')).toBeHidden()
  await expect(page.getByText('Clarified butter for Butter, unsalted')).toBeVisible()
  await page.getByRole('button', { name: 'as written' }).click()
  await expect(page.getByText('As written.')).toBeVisible()

  await amount(page, 'Water').fill('2 tbsp')
  await amount(page, 'Water').press('Enter')
  await expect(page.getByText(/^Water 29\.\d+ g, was 30\.00 g/)).toBeVisible() // a spoon is not a scale
  await amount(page, 'Water').fill('1,500 ml')
  await amount(page, 'Water').press('Enter')
  await page.getByRole('button', { name: '1.5 ml', exact: true }).click() // a comma that could be either is asked about
  await expect(amount(page, 'Water')).toHaveValue('1 g') // to what the scale can show
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(amount(page, 'Water')).toHaveValue('30 g')
  await amount(page, 'Water').fill('🥄')
  await amount(page, 'Water').press('Enter')
  await expect(page.getByText('Not understood as an amount.')).toBeVisible()
  await amount(page, 'Water').fill('1 cup')
  await amount(page, 'Water').press('Enter')
  await page.getByRole('button', { name: 'us', exact: true }).click()
  await expect(page.getByText('Water 236 g, was 30 g')).toBeVisible()
  await amount(page, 'Water').fill('45 g')
  await amount(page, 'Water').press('Enter')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(page.getByText('Saved as version 2.')).toBeVisible()
  await expect(page.getByText('Hollandaise egg and butter, version 2')).toBeVisible()
  await expect(page.getByText('version 2 Water 45 g, was 30 g')).toBeVisible()
  await amount(page, 'Lemon juice').fill('1 cup') // asked once, kept: not asked again
  await amount(page, 'Lemon juice').press('Enter')
  await expect(page.getByText(/^Lemon juice 24\d g, was 15 g/)).toBeVisible()

  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: /^hard, water boiling/ }).click()
  await page.getByRole('link', { name: 'Order it' }).click()
  await expect(page.getByText(/^As chosen: Bath: hard, water boiling/)).toBeVisible() // the school goes with the order
  await page.getByLabel('Portions').fill('4')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(
    page.getByRole('listitem').filter({ hasText: 'Hollandaise' }).filter({ hasText: '4' }).first(),
  ).toBeVisible()
})

test('a formula that cannot be made names its step and why, and a save by another wipes nobody’s changes', async ({
  page,
  context,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/book/redWineShallot')
  const phrase = page.getByRole('textbox', { name: /^How far: / }).first()
  await phrase.fill('by a lot or so')
  await phrase.press('Enter')
  await expect(page.getByRole('alert').getByText(/a reduction needs how far/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('alert').getByText(/a reduction needs how far/)).toBeHidden()
  const other = await context.newPage()
  await openScreen(other, kitchen, '/book/hollandaise')
  await openScreen(page, kitchen, '/book/hollandaise')
  await signOn(page, 'Bram')
  await amount(page, 'Water').fill('45 g')
  await amount(page, 'Water').press('Enter')
  const answer = await page.evaluate(async () => {
    const read = async () =>
      (
        (await (await fetch('/api/session')).json()) as {
          catalog: { formulas: { id: string; version: number }[] }
        }
      ).catalog.formulas.find((f) => f.id === 'hollandaise')!
    const formula = await read()
    const { token: proof } = JSON.parse(localStorage.getItem('liquamen.signOn')!) as { token: string }
    const put = (name: string) =>
      fetch('/api/catalog/formulas/hollandaise', {
        method: 'PUT',
        headers: { 'content-type': 'application/json', 'x-sign-on': proof },
        body: JSON.stringify({ ...formula, name }),
      })
    const first = await put('Hollandaise one')
    const second = await put('Hollandaise two')
    return [first.status, second.status, ((await second.json()) as { code: string }).code]
  })
  expect(answer).toEqual([200, 409, 'staleVersion'])
  await expect(other.getByRole('heading', { name: /Hollandaise one/ })).toBeVisible() // told at once
  await expect(page.getByText(/▽ Version 2 was saved meanwhile/)).toBeVisible()
  await expect(amount(page, 'Water')).toHaveValue('45 g')
  await page.getByRole('button', { name: 'Save as version 2' }).click()
  await expect(page.getByRole('alert').getByText('somebody saved it meanwhile')).toBeVisible()
  await expect(amount(page, 'Water')).toHaveValue('45 g')
  await page.getByRole('button', { name: 'Show it instead' }).click()
  await expect(amount(page, 'Water')).toHaveValue('30 g')
})

test('the pantry as a table: out, in again, bad lines listed and the good ones written only when a person says so', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/book/pantry')
  await signOn(page, 'Bram')
  await expect(page.getByText(`${catalog.ingredients.length} goods`)).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Export as CSV' }).click()
  const out = readFileSync(await (await download).path(), 'utf8')
  const [head, ...rows] = out.trimEnd().split('\n')
  expect(rows).toHaveLength(catalog.ingredients.length)
  const own = rows.find((r) => r.startsWith('water,'))!
  const bad = Array.from({ length: 20 }, (_, n) =>
    own.replace('water,Water', `bad${n},Bad ${n}`).replace(',100,', n % 2 ? ',-3,' : ',much,'),
  )
  const table = [
    head,
    ...rows.slice(0, 50),
    ...bad,
    ...rows.slice(50),
    own.replace('water,Water', 'meltwater,Meltwater'),
  ].join('\n')
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'goods.csv', mimeType: 'text/csv', buffer: Buffer.from(table) })
  const preview = page.getByRole('region', { name: 'Import CSV' })
  await expect(preview).toContainText(`1 new, 0 changed, ${catalog.ingredients.length} as they were.`)
  await expect(preview.getByRole('listitem')).toHaveCount(20)
  await expect(preview.getByRole('listitem').first()).toContainText('line 52')
  await expect(page.getByRole('button', { name: /^Meltwater/ })).toHaveCount(0)
  await preview.getByRole('button', { name: 'Take the good lines in' }).click()
  await expect(page.getByText('1 added, 0 changed.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Meltwater/ })).toBeVisible()
  await expect(page.getByText(`${catalog.ingredients.length + 1} goods`)).toBeVisible()
})

test('the allergen sheet names the good that brings each', async ({ page, kitchen }) => {
  await openScreen(page, kitchen, '/book/allergens')
  await page.getByRole('button', { name: 'whole book' }).click()
  const row = page.getByRole('row', { name: /^Hollandaise/ })
  await expect(row).toContainText('contains: Egg yolk')
  await expect(row).toContainText('contains: Butter, unsalted')
  await page.getByRole('button', { name: 'US, nine' }).click()
  await expect(page.getByRole('columnheader', { name: 'Tree nuts' })).toBeVisible()
  await expect(page.getByRole('columnheader', { name: 'Celery' })).toHaveCount(0)
})
