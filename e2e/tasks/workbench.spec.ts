import demo from '../../demo/larchwater-house.json' with { type: 'json' }
import { applyChoices, explainNumber, kitchenGoods, NO_CHOICES, traceFormula } from '@liquamen/core'
import type { Page } from '@playwright/test'
import { expect, openScreen, test } from '../kitchenServer'
import { signOn } from '../signOn'

const { catalog } = demo
const setting = { ingredients: kitchenGoods(catalog), altitudeM: catalog.settings.altitudeM }
const amount = (page: Page, good: string) => page.getByRole('textbox', { name: `Amount of ${good}` })

test('two variants beside each other, and any number says where it is from', async ({ page, kitchen }) => {
  await openScreen(page, kitchen, '/book/panJus')
  await signOn(page, 'Bram')
  await page.getByRole('button', { name: /^from cubes/ }).click()
  await page.getByRole('button', { name: 'Keep beside' }).click()
  await page.getByRole('button', { name: /^tinned/ }).click()
  const numbers = page.getByRole('table').first()
  await expect(numbers.getByRole('columnheader', { name: 'variant 1' })).toBeVisible()
  const ends = ['cube', 'tinned'].map((stock) => {
    const made = applyChoices(
      catalog.formulas.find((f) => f.id === 'panJus')!,
      { ...NO_CHOICES, schools: { stock } },
    )
    return `${((traceFormula(made, setting).at(-1)?.saltFrac ?? 0) * 100).toFixed(2)} %`
  })
  const salt = numbers.getByRole('row', { name: /^salt of its own/ })
  await expect(salt.getByRole('cell').first()).toHaveText(ends[0]!)
  await expect(salt.getByRole('cell').last()).toContainText(ends[1]!)

  await salt.getByRole('button').click()
  const why = page.getByRole('region', { name: 'Where salt of its own comes from' })
  const made = applyChoices(
    catalog.formulas.find((f) => f.id === 'panJus')!,
    { ...NO_CHOICES, schools: { stock: 'tinned' } },
  )
  const trace = traceFormula(made, setting)
  const told = explainNumber({ formula: made, trace, setting }, trace.at(-1)!.stepId, 'saltFrac')!
  await expect(why.getByRole('row').first()).toContainText(
    `Chicken broth, tinned estimate ${told.brought[0]!.amount.toFixed(2)} g`,
  )
  await expect(why.getByRole('row').last()).toContainText('is there')
  await salt.getByRole('button').click()
  await expect(why).toBeHidden()
})

test('goods as told: what is missing waits, what is said twice is settled, what is unclear is asked', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/book/beurreBlanc')
  await signOn(page, 'Bram')
  await page.getByRole('button', { name: 'Goods as told' }).click()
  const tell = page.getByRole('region', { name: 'Goods as told' })
  await tell.getByRole('textbox').fill('40 g cream\n90 g cream\nsaffron\n1 splash brandy\n20 g moonstone')
  await tell.getByRole('button', { name: 'Read it' }).click()
  await expect(tell.getByText('not in this pantry')).toBeVisible()
  const creams = tell.getByRole('button', { name: /^Cream, 35/ })
  if ((await creams.count()) > 0) for (const c of await creams.all()) await c.click()
  const put = tell.getByRole('button', { name: /^Put \d in/ })
  if (await tell.getByText(/is said twice/).isVisible()) {
    await expect(put).toBeDisabled()
    await tell.getByRole('button', { name: '40 g cream' }).click()
  }
  await put.click()
  await expect(page.getByRole('status').getByText(/^▽ No amount yet: .*Saffron/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save as version 2' })).toBeDisabled()
  await amount(page, 'Saffron').fill('0.2 g')
  await amount(page, 'Saffron').press('Enter')
  await page.getByRole('textbox', { name: 'g', exact: true }).fill('6') // a splash is weighed once
  await page.getByRole('button', { name: 'Keep', exact: true }).click()
  await expect(page.getByText(/^▽ No amount yet/)).toBeHidden()
  await expect(page.getByRole('button', { name: 'Save as version 2' })).toBeEnabled()
})

test('an amount goes in by stages, a step is changed, and the copy is a sauce of its own', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/book/beurreBlanc')
  await signOn(page, 'Bram')
  const butters = amount(page, 'Butter, unsalted')
  await butters.first().waitFor()
  const before = await butters.count()
  await page.getByRole('button', { name: 'swap: Butter, unsalted' }).last().click()
  await page.getByText('split: Butter, unsalted').click()
  await page.getByRole('button', { name: 'in 3 equal parts' }).click()
  await expect(butters).toHaveCount(before + 2)

  const step = catalog.formulas.find((f) => f.id === 'beurreBlanc')!.steps.at(-1)!
  await page.getByRole('button', { name: `Change this step: ${step.verb}` }).click()
  const form = page.getByRole('form', { name: `Change this step: ${step.verb}` })
  await form.getByLabel('Ends when').fill('Poured at the pass within 4 min')
  await form.getByLabel('Minutes, least – usual – most').fill('9 – 8 – 7')
  await form.getByRole('button', { name: 'Done' }).click()
  await expect(form.getByText('Three numbers that rise.')).toBeVisible()
  await form.getByLabel('Minutes, least – usual – most').fill('7 – 8 – 9')
  await form.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText(/the words say 4 min, its span 7–9 min/)).toBeVisible() // two times that do not agree, side by side

  await page.getByRole('button', { name: 'Copy as a new sauce' }).click()
  await page.getByLabel('Its name').fill('Beurre à la maison')
  await page.getByRole('button', { name: 'Make the copy' }).click()
  await expect(page.getByRole('heading', { name: /Beurre à la maison/ })).toBeVisible()
  await expect(page).toHaveURL(/\/book\/beurreALaMaison$/)
  await expect(butters).toHaveCount(before + 2)
  await page.getByRole('link', { name: 'Book' }).click()
  await expect(page.getByText(`${catalog.formulas.length + 1} sauces`)).toBeVisible()
})

test('the store: a lot is put in, counted, shown in the Book, and a sauce is made from all of it', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/larder')
  await signOn(page, 'Bram')
  const store = page.getByRole('region', { name: 'Store' })
  await expect(store.getByText(/^✕ past its day/)).toHaveCount(1)
  await store.getByRole('button', { name: 'Put in a lot' }).click()
  await store.getByRole('combobox', { name: 'What it is' }).press('ArrowDown')
  await page.getByRole('option', { name: 'Vegetable stock, unsalted' }).click()
  await store.getByLabel('How much').fill('2 l')
  await store.getByRole('button', { name: 'Put it in' }).click()
  const lot = store.getByRole('listitem').filter({ hasText: 'Vegetable stock' })
  await expect(lot).toContainText('2.0 l')
  await lot.getByRole('button', { name: /^count again/ }).click()
  await amount(page, 'Vegetable stock, unsalted').fill('1.2 l')
  await amount(page, 'Vegetable stock, unsalted').press('Enter')
  await expect(lot).toContainText('1.2 l')
  await openScreen(page, kitchen, '/book')
  await expect(page.getByRole('link', { name: /^Vegetable stock 1\.2 l/ })).toBeVisible()
  await expect(page.getByRole('link', { name: /^Fish stock 3\.4 l/ })).toBeVisible() // what is past its day is not held
  await page.getByRole('link', { name: 'Bordelaise' }).click()
  await expect(
    page.getByText(/^Demi-glace, made here: 5\.\d l in the store, until .*, enough for \d+/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Make it from all of it' }).click()
  await expect(page.getByRole('textbox', { name: 'Make', exact: true })).toHaveValue(/^\d{3,4}$/)
  await expect(page.getByText(/tastes?\.|then taste/)).toBeVisible() // pepper does not grow with the pot
})

test('a device that speaks ounces and Fahrenheit shows and takes them, and keeps them', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/book/hollandaise')
  await signOn(page, 'Bram')
  await page.getByRole('button', { name: /^This device/ }).click()
  const menu = page.getByRole('group', { name: 'This device' })
  await menu.getByRole('button', { name: 'oz, cups' }).click()
  await menu.getByRole('button', { name: '°F' }).click()
  await page.keyboard.press('Escape')
  await expect(amount(page, 'Butter, unsalted')).toHaveValue('8.75 oz')
  await expect(page.getByRole('row', { name: /^boils at/ })).toContainText('°F')
  await page.reload()
  await expect(page.getByRole('row', { name: /^boils at/ })).toContainText('°F')
})
