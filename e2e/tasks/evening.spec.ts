import { Cook, seeded } from '../cook'
import { expect, openScreen, serverFacts, test, watchForFaults } from '../kitchenServer'
import { TABLET } from '../tablet'

test('an evening on two processes, one of them killed: planned, ordered by the floor, a guest served the variant, a broken one mended, handed over', async ({
  browser,
  page,
  kitchen,
}) => {
  const { contextOptions, ...options } = TABLET
  const beside = await kitchen.beside()
  const chef = await (await browser.newContext({ ...options, ...contextOptions })).newPage()
  const faults = watchForFaults(chef)
  const cook = new Cook(chef, seeded(20))
  await openScreen(chef, beside, '/plan')
  await chef.getByRole('button', { name: 'Put it in force' }).click()
  await expect(chef.getByText('In force', { exact: true })).toBeVisible()

  // the mise en place is a gate: what is ticked on one tablet is ticked on the other
  await openScreen(page, kitchen, '/plan?show=cuts')
  await chef.getByRole('button', { name: 'Mise' }).click()
  await chef
    .getByRole('button', { name: /^Shallot/ })
    .first()
    .click()
  await expect(page.getByRole('button', { name: /^Shallot/ }).first()).toHaveAttribute('aria-pressed', 'true')

  // the floor orders over the one process, and both hear it
  await kitchen.startStandIn('Order feed')
  await openScreen(page, kitchen, '/pass')
  await openScreen(chef, beside, '/pass')
  await cook.wait(112)
  const calls = chef.locator('li.call')
  await expect(calls.first()).toBeVisible()
  await expect(page.locator('li.call')).toHaveCount(await calls.count())

  // that process is killed; the other fires, and nothing of it is lost
  await kitchen.stop('SIGKILL')
  await expect(page.getByText('waits for the server').first()).toBeVisible()
  await calls.first().getByRole('button', { name: /^Fire/ }).click()
  await expect(calls.first()).toContainText('Fired')
  const table = /Table \d+/.exec((await calls.first().textContent())!)![0]
  await cook.wait(17)
  await kitchen.start()
  await expect(page.locator('li.call').filter({ hasText: table }).first()).toContainText('Fired')

  // what the floor could not send meanwhile comes now; the guest who must not have lightly cooked egg is served with another yolk
  const decision = chef.getByRole('group', { name: 'How a guest of Table 7 is served' })
  await decision.getByRole('button', { name: 'Egg yolk, pasteurised carton' }).click()
  const own = calls.filter({ hasText: 'Table 7' }).filter({ hasText: 'clean pan, whisk, sieve' })
  await own.getByRole('button', { name: 'Make it' }).click()
  await chef.getByRole('button', { name: 'Put it on the stove' }).click()
  await chef.waitForURL(/\/stove/)
  await chef.getByRole('link', { name: 'Pass' }).click()
  await own.getByRole('link', { name: 'Bench' }).click()
  await chef.waitForURL(/\/bench\//)
  const batchId = chef.url().split('/').at(-1)!
  await cook.make(batchId, 'pour')
  // broken on purpose, and mended by the app's advice with the yolk that it is made with
  await chef.locator('.keys-row.bar').getByRole('button', { name: 'Pour', exact: true }).click()
  await cook.wait(1)
  await chef.getByRole('button', { name: 'Rescue', exact: true }).click()
  await chef.getByRole('button', { name: 'split', exact: true }).click()
  await chef.getByRole('button', { name: 'New yolk' }).click()
  await chef.getByRole('button', { name: 'It held' }).click()
  await chef.keyboard.press('Escape')
  await cook.make(batchId, 'hold')
  await chef
    .getByRole('button', { name: /^[A-D]\b.*free/ })
    .first()
    .click()
  await expect(chef.getByText('it may stand')).toBeVisible()
  await chef.getByRole('link', { name: 'Pass' }).click()
  await own.getByRole('button', { name: 'Fire 1' }).click()
  await own.getByRole('button', { name: 'Gone' }).click()
  await expect(own).toHaveCount(0)
  const made = await cook.state(batchId)
  expect(made.plan!.weighOut.map((l) => l.ingredientId)).toContain('yolkCarton')
  expect(made.stageFacts.some((f) => JSON.stringify(f.payload).includes('"yolk"'))).toBe(false)
  expect(made.servedPortions).toBe(1)

  // no order and no firing twice, on whichever process it came in
  const facts = await serverFacts(chef)
  const once = (kind: string, of: (p: Record<string, unknown>) => string) => {
    const keys = facts.filter((f) => f.kind === kind).map((f) => of(f.payload))
    expect(new Set(keys).size, kind).toBe(keys.length)
    return keys
  }
  expect(once('call.fired', (p) => String(p.callId))).toHaveLength(2)
  expect(once('table.ordered', (p) => JSON.stringify(p.feed)).length).toBeGreaterThan(5)

  // and it is handed over
  await chef.getByRole('link', { name: 'Service' }).click()
  await chef.getByRole('link', { name: 'Closing sheet' }).click()
  await expect(chef.getByRole('region', { name: 'Still held' })).toContainText('Hollandaise')
  await expect(chef.getByRole('region', { name: 'Served' })).toContainText('Hollandaise')
  await chef.getByLabel('A word to whoever opens').fill('Fish stock at the door')
  await chef.getByRole('button', { name: 'Hold to close the service' }).click({ delay: 900 })
  await expect(chef.getByText('No service is open.')).toBeVisible()
  expect(faults).toEqual([])
})
