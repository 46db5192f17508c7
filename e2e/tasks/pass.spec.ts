import { expect, openScreen, serverFacts, test, watchForFaults } from '../kitchenServer'
import { expectWhole } from '../layout'

test('a table orders by hand, its calls stand in firing order on every tablet, and one tablet fires each once', async ({
  browser,
  page,
  kitchen,
}) => {
  const faults = watchForFaults(page)
  await openScreen(page, kitchen, '/pass')
  await expect(page.getByText('No table has ordered yet.')).toBeVisible()
  await page.getByRole('button', { name: 'A table orders' }).click()
  const form = page.getByRole('form', { name: 'A table orders' })
  await form.getByRole('button', { name: 'Beef fillet from the grill: one more' }).click()
  await form.getByRole('button', { name: 'Beef fillet from the grill: one more' }).click()
  await form.getByRole('button', { name: 'Poached eggs, muffin and ham: one more' }).click()
  await form.getByRole('button', { name: 'Take it' }).click()
  await expect(form.getByText('Which table?')).toBeVisible()
  await form.getByLabel('Table').fill('Table 5')
  await form.getByLabel('No lightly cooked egg', { exact: false }).check()
  await form.getByLabel('Whose plate').first().press('ArrowDown')
  await page.getByRole('option', { name: 'one Poached eggs, muffin and ham' }).click()
  await form.getByRole('button', { name: 'Take it' }).click()
  const calls = page.getByRole('listitem').filter({ hasText: 'Table 5' })
  await expect(calls).toHaveCount(2)
  await expect(calls.first()).toContainText('Béarnaise') // its meat rests longer than an egg is poached
  await expect(calls.last()).toContainText('no lightly cooked egg')
  const guest = page.getByRole('group', { name: 'How a guest of Table 5 is served' })
  await expect(guest).toContainText('lightly cooked egg: Egg yolk')
  await expect(calls.last().getByRole('button', { name: /^Fire/ })).toHaveCount(0)
  await expectWhole(page, 'the pass')

  const other = await (await browser.newContext()).newPage()
  await openScreen(other, kitchen, '/pass')
  const there = other.getByRole('listitem').filter({ hasText: 'Table 5' })
  await expect(there).toHaveCount(2)
  await there.last().getByRole('button', { name: 'Without sauce' }).click()
  await expect(calls.last()).toContainText('without sauce')
  // both keys are pressed as they stand, whichever tablet hears of the other first
  const keys = await Promise.all(
    [calls, there].map((list) => list.first().getByRole('button', { name: 'Fire 2' }).elementHandle()),
  )
  await Promise.all(keys.map((key) => key!.dispatchEvent('click')))
  await expect(calls.first()).toContainText('Fired')
  await expect(there.first()).toContainText('Fired')
  expect((await serverFacts(page)).filter((f) => f.kind === 'call.fired')).toHaveLength(1)
  await there.first().getByRole('button', { name: 'Undo' }).click()
  await expect(calls.first().getByRole('button', { name: 'Fire 2' })).toBeVisible()
  await calls.first().getByRole('button', { name: 'Hold' }).click()
  await expect(there.first().getByRole('button', { name: 'Go on' })).toBeVisible()
  await there.first().getByRole('button', { name: 'Go on' }).click()
  await calls.first().getByRole('button', { name: 'Fire 2' }).click()
  await calls.first().getByRole('button', { name: 'Gone' }).click()
  await expect(calls).toHaveCount(1)
  await expect(page.getByLabel('All day')).toContainText('0 Béarnaise 2 gone')

  // a sauce that is not there: another that stands ready is taken in its place, on every tablet
  await page.getByRole('button', { name: 'A table orders' }).click()
  await form.getByRole('button', { name: 'Lake trout in the pan: one more' }).click()
  await form.getByLabel('Table').fill('Table 6')
  await form.getByRole('button', { name: 'Take it' }).click()
  const trout = page.getByRole('listitem').filter({ hasText: 'Lake trout' })
  await expect(trout).toContainText('not made yet')
  await trout.getByRole('button', { name: 'Another sauce' }).click()
  await trout.getByRole('button', { name: 'Hollandaise from A' }).click()
  const troutThere = other.getByRole('listitem').filter({ hasText: 'Lake trout' })
  await expect(troutThere).toContainText('40 ml from A')
  await expect(troutThere).toContainText('Another sauce than on the card. Tell the floor.')
  await expectWhole(page, 'another sauce')
  expect(faults).toEqual([])
})
