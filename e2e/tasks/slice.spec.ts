import { findPlace, kitchenGoods, planBatch, stagesOf, type KitchenCatalog } from '@liquamen/core'
import { finishStep, takeOrder } from '../cook'
import { expect, KitchenServer, openScreen, serverFacts, test } from '../kitchenServer'

const digits = (text: string | null) => Number((text ?? '').replace(/[^\d.]/g, ''))

test('one sauce from the order to the record, every number the core’s own', async ({
  page,
  kitchen,
}, info) => {
  await openScreen(page, kitchen, '/service')
  await page.getByRole('button', { name: 'Take an order' }).click()
  await page.getByLabel('Portions').fill('0')
  await page.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByText('Portions must be a whole number from 1 to 400.')).toBeVisible()
  await expect(page.getByText('Which sauce?')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel', exact: true }).click()
  const order = await takeOrder(page, { sauce: 'Red wine & shallot', portions: 8, label: 'Table 12' })
  await order.getByRole('button', { name: 'Plan it' }).click()

  // the plan on screen against the core, with the same kitchen and order
  const catalog = (await page.evaluate(
    async () => ((await (await fetch('/api/session')).json()) as { catalog: never }).catalog,
  )) as KitchenCatalog
  const taken = (await serverFacts(page)).findLast((f) => f.kind === 'order.taken')
  const pan = catalog.pans.find((p) => p.id === 'sauteuse19')!
  await page.locator('.v-select').filter({ hasText: 'Pan' }).first().click()
  await page.getByRole('option', { name: new RegExp(pan.name) }).click()
  await page.locator('.v-select').filter({ hasText: 'Ring' }).first().click()
  await page.getByRole('option', { name: /^2 / }).click()
  await page.getByLabel('How far: reduce wine').fill('by a third, to 100 ml')
  await expect(page.getByText('By and to may be swapped.')).toBeVisible() // a target that contradicts itself: both readings side by side
  await expect(page.getByRole('button', { name: '67 % left' })).toBeVisible()
  await page.getByLabel('How far: reduce wine').fill('to a third')
  const plan = planBatch({
    formula: catalog.formulas[0]!,
    ingredients: kitchenGoods(catalog),
    place: findPlace(catalog, { pan: pan.id }, 'ring2'),
    portions: 8,
    pickupAtMs: Number(taken?.payload.pickupAtMs),
    nowMs: Date.now(),
  })
  for (const [i, stage] of stagesOf(plan).entries()) {
    const forms = page.getByRole('region', { name: 'Where it stops' }).nth(i)
    const shown = async (term: string) =>
      digits(
        await forms
          .locator('div', { has: page.getByText(term, { exact: true }) })
          .locator('dd')
          .textContent(),
      )
    expect(await shown('depth in this pan')).toBe(Math.round(stage.targetDepthMm))
    expect(await shown('volume, as at 20 °C')).toBe(Math.round(stage.targetVolumeMl))
    expect(await shown('on this scale')).toBe(Math.round(stage.targetGrossG))
  }
  await expect(page.getByText(/^0\.\d\d % of its own/)).toHaveText(
    new RegExp(`^${(plan.salt.ownSaltFrac * 100).toFixed(2)} %`),
  )
  await page.getByRole('button', { name: 'Put it on the stove' }).click()

  // make it
  await page.getByRole('button', { name: /^Ring 2, Red wine & shallot/ }).click()
  await page.getByRole('button', { name: 'Light it 2' }).click()
  await page.getByRole('button', { name: 'Weighed' }).first().click()
  await page.getByRole('button', { name: 'Keep' }).click() // opens at the plan's amount: one tap confirms it
  await expect(page.getByText(/✓ \d+ g/)).toBeVisible()
  const sure = () => finishStep(page)
  const at = (step: string) => expect(page.locator('[aria-current="step"]')).toContainText(step)
  await at('sweat')
  await sure()
  await at('deglaze')
  await sure()
  await at('reduce wine')
  const stage = stagesOf(plan)[0]!
  await expect(page.getByRole('button', { name: /^Dip/ })).toBeVisible() // the letters belong to keys that are there
  await page.keyboard.press('d')
  await expect(page.getByLabel('Depth at the middle, digits')).toHaveValue(
    String(Math.round(stage.startDepthMm)),
  )
  await page.getByRole('button', { name: 'Keep' }).click()
  await page.getByRole('button', { name: /^Look/ }).click()
  await page.getByRole('button', { name: 'boiling hard' }).click()
  await page.getByRole('button', { name: /^Temperature/ }).click()
  await page.getByLabel('Temperature of the liquid, digits').fill('60')
  await page.getByRole('button', { name: 'Keep' }).click()
  await page.getByRole('button', { name: /^Weigh/ }).click()
  await page.getByLabel('Pan and all on the scale, digits').fill(String(Math.round(stage.targetGrossG - 30)))
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText(/That does not fit/)).toBeVisible() // so fast cannot be: asked about in one tap
  await page.getByRole('button', { name: 'It is right' }).click()
  await expect(page.getByText(/g past the notch. Give back:/)).toBeVisible()
  await page.getByRole('button', { name: /Water/ }).click()
  await expect(page.getByText(/g past the notch. Give back:/)).toBeHidden()
  await sure()
  await at('add demi')
  await sure()
  await at('to coat')
  await page.getByRole('button', { name: /^Flame/ }).click()
  await page.getByRole('button', { name: /^medium( \d|$)/ }).click()
  await page.getByRole('button', { name: 'Take off' }).click()
  await page.getByRole('button', { name: 'Put back' }).click()
  await sure()
  await at('strain')
  await sure()
  await at('mount butter')
  await sure()
  await at('season')
  await page.getByRole('button', { name: /^Add .* now$/ }).click()
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(page.getByText('Salt is in')).toBeVisible()
  await sure()
  await page.getByRole('button', { name: 'Serve 8' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('0 of 8 served')).toBeVisible()
  await page.getByRole('button', { name: 'Serve 8' }).click()
  await page.getByRole('button', { name: 'Finish' }).click()

  // the record
  await expect(page.getByText('8 portions · served')).toBeVisible()
  await expect(page.getByRole('cell', { name: 'to coat' }).first()).toBeVisible()
  await expect(page.getByRole('img', { name: 'Liquid in the pan, g' })).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Batch as JSON' }).click(),
  ])
  const file = info.outputPath('batch.json')
  await download.saveAs(file)
  /** The record's own columns: what the house's other batches taught is not of this one. */
  const record = () =>
    page
      .getByRole('table')
      .first()
      .evaluate((table) =>
        [...(table as HTMLTableElement).rows].map((row) =>
          [...row.cells].filter((cell) => !cell.matches('.house')).map((cell) => cell.innerText),
        ),
      )
  const kept = await record()

  // into an empty instance, by its code
  const empty = await KitchenServer.create({ isEmpty: true })
  await page.goto(`${empty.url}/log`)
  await page.getByLabel(/^Code from/).fill(empty.code)
  await page.getByRole('button', { name: 'Enrol' }).click()
  await expect(page.getByText('No batch in these days.')).toBeVisible()
  await page.goto(`${empty.url}/kitchen`)
  await page.getByLabel('Import a kitchen file').setInputFiles(file)
  await expect(page.getByText(/entries of 1 batch came in/)).toBeVisible()
  await page.getByRole('link', { name: 'Log' }).click()
  await page.getByRole('link', { name: /Red wine & shallot/ }).click()
  await expect(page.getByText('8 portions · served')).toBeVisible()
  expect(await record()).toEqual(kept)
  await empty.dispose()
})

test('an order that can no longer be met is taken as late, with the earliest that can', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const soon = new Date(Date.now() + 10 * 60_000).toISOString().slice(11, 16)
  const order = await takeOrder(page, {
    sauce: 'Red wine & shallot',
    portions: 4,
    label: 'Table 5',
    pickup: soon,
  })
  await order.getByRole('button', { name: 'Plan it' }).click()
  await expect(page.getByText(new RegExp(`Cannot make ${soon}. Earliest \\d\\d:\\d\\d.`))).toBeVisible()
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.getByRole('link', { name: 'Service' }).click()
  await expect(
    page
      .getByRole('listitem')
      .filter({ hasText: 'Table 5' })
      .getByText(/^▽ Late: it will be ready at \d\d:\d\d/),
  ).toBeVisible()
})

test('an allergy blocks until a person decides, and an unread label counts', async ({ page, kitchen }) => {
  await openScreen(page, kitchen, '/service')
  const order = page.getByRole('listitem').filter({ hasText: 'Table 9' })
  await expect(order.getByText('label not known')).toBeVisible()
  await expect(order.getByRole('button', { name: 'Plan it' })).toBeDisabled()
  await order.getByRole('button', { name: 'Label read: free of it' }).click()
  await order.getByRole('button', { name: 'Plan it' }).click()
  await expect(page.getByText('Demi-glace, bought in').first()).toBeVisible() // the only one that may go in
  await expect(page.getByText('Demi-glace, made here')).toHaveCount(0)
})
