import { expect, openScreen, runAhead, serverFacts, test, watchForFaults } from '../kitchenServer'
import { expectWhole } from '../layout'

test('the floor sends a sitting over its own line, once, though the line stops, sends twice and its clock is wrong; a guest is served the variant', async ({
  page,
  kitchen,
}) => {
  const faults = watchForFaults(page)
  const misbehave = await kitchen.startStandIn('Order feed')
  await openScreen(page, kitchen, '/pass')
  await expect(page.getByText('No table has ordered yet.')).toBeVisible()

  // the line is down while the first guests order; its backlog comes later, twice, by a clock that is ten minutes slow
  await misbehave('unplugged')
  await runAhead(page, 112)
  await misbehave('clockOff')
  const calls = page.locator('li.call')
  await expect(calls.first()).toBeVisible()
  await misbehave('twice')
  await runAhead(page, 129)
  const ordered = async () =>
    (await serverFacts(page)).filter((f) => f.kind === 'table.ordered').map((f) => f.payload.feed)
  await expect.poll(async () => (await ordered()).length).toBeGreaterThan(4)
  const feeds = (await ordered()) as { ref: string; revision: number }[]
  expect(new Set(feeds.map((f) => `${f.ref} ${f.revision}`)).size).toBe(feeds.length)

  // the hollandaise in its well is past its clock by now: nothing is drawn from it
  await expect(calls.filter({ hasText: 'Hollandaise' }).first()).toContainText('not made yet')
  await expect(calls.filter({ hasText: 'from A' })).toHaveCount(0)
  // the plate whose guest must not have lightly cooked egg stands by itself, and nobody can fire it
  const decision = page.getByRole('group', { name: /^How a guest of/ }).first()
  await expect(decision).toContainText('lightly cooked egg: Egg yolk')
  const guest = calls.filter({ has: decision }).first()
  await expect(guest.getByRole('button', { name: /^Fire/ })).toHaveCount(0)
  await expectWhole(page, 'a guest to decide about')
  const table = /^How a guest of (Table \d+)/.exec((await decision.getAttribute('aria-label'))!)![1]!
  await decision.getByRole('button', { name: 'Egg yolk, pasteurised carton' }).click()
  const own = calls.filter({ hasText: table }).filter({ hasText: 'clean pan, whisk, sieve' })
  await expect(own).toHaveCount(1)
  await expect(own).toContainText('not made yet')
  await own.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('button', { name: 'Put it on the stove' })).toBeVisible()
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove/)
  await page.getByRole('link', { name: 'Pass' }).click()
  await expect(own).toContainText('being made')
  await expect(own.getByRole('link', { name: 'Bench' })).toBeVisible()

  // a table leaves; taken back it is there again
  const before = await calls.count()
  const leaving = calls.first()
  await leaving.getByRole('button', { name: /Cancel table$/ }).click()
  await expect.poll(() => calls.count()).toBeLessThan(before)
  await page.getByRole('button', { name: /cancelled\. Undo$/ }).click()
  await expect(calls).toHaveCount(before)
  expect(faults).toEqual([])
})
