import type { Locator, Page } from '@playwright/test'
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

/** What a hand presses a key with: its finger, or a mouse. */
type Hand = (page: Page, key: Locator) => Promise<() => Promise<void>>
const middleOf = async (key: Locator) => {
  const { x, y, width, height } = (await key.boundingBox())!
  return { x: x + width / 2, y: y + height / 2 }
}
const hands: Record<string, Hand> = {
  mouse: async (page, key) => {
    const { x, y } = await middleOf(key)
    await page.mouse.move(x, y)
    await page.mouse.down()
    return () => page.mouse.up()
  },
  finger: async (page, key) => {
    const touch = await page.context().newCDPSession(page)
    await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [await middleOf(key)] })
    return async () =>
      void (await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] }))
  },
}
for (const [hand, pressed] of Object.entries(hands))
  test(`a ${hand} is down on a key while another table orders and another tablet fires: what was pressed is done, and nothing else`, async ({
    browser,
    kitchen,
  }) => {
    const opened = { viewport: { width: 820, height: 1180 }, timezoneId: 'UTC', hasTouch: hand === 'finger' }
    const [page, other] = await Promise.all(
      [0, 1].map(async () => (await browser.newContext(opened)).newPage()),
    )
    await Promise.all([page!, other!].map((each) => openScreen(each, kitchen, '/pass')))
    const rows = (on: Page) => on.locator('[data-call]')
    const row = (on: Page, table: string) => rows(on).filter({ hasText: table })
    const orders = async (table: string, at?: string) => {
      await other!.getByRole('button', { name: 'A table orders' }).click()
      const form = other!.getByRole('form', { name: 'A table orders' })
      await form.getByRole('button', { name: 'Beef fillet from the grill: one more' }).click()
      await form.getByLabel('Table').fill(table)
      if (at) await form.getByLabel('Goes at').fill(at)
      await form.getByRole('button', { name: 'Take it' }).click()
      await expect(row(page!, table)).toBeVisible()
    }
    const time = await other!.locator('time.now').getAttribute('datetime')
    const soon = new Date(Date.parse(time!) + 12 * 60_000).toISOString().slice(11, 16)
    await orders('Table 31')
    const letGo = await pressed(page!, row(page!, 'Table 31').getByRole('button', { name: 'Fire 1' }))
    await orders('Table 32', soon)
    await expect(rows(page!).first()).toContainText('Table 32')
    await letGo()
    await expect(row(page!, 'Table 31')).toContainText('Fired')
    await expect(row(other!, 'Table 31')).toContainText('Fired')

    const letGoAgain = await pressed(page!, row(page!, 'Table 32').getByRole('button', { name: 'Fire 1' }))
    await row(other!, 'Table 32').getByRole('button', { name: 'Fire 1' }).click()
    await expect(row(page!, 'Table 32').getByRole('button', { name: 'Gone' })).toBeVisible()
    await letGoAgain()
    await row(page!, 'Table 31').getByRole('button', { name: 'Gone' }).click()
    await expect(row(other!, 'Table 31')).toHaveCount(0)
    const facts = (await serverFacts(page!)).map((f) => f.kind)
    expect(facts.filter((kind) => kind === 'call.fired')).toHaveLength(2)
    expect(facts.filter((kind) => kind === 'call.gone')).toHaveLength(1)
  })
