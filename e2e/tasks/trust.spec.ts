import { Cook, putOnStove, seeded } from '../cook'
import { expect, openScreen, test, watchForFaults } from '../kitchenServer'
import { TABLET } from '../tablet'

test('a tablet is revoked in the middle of a batch: its page ends at once, a code lets it in again, and the batch goes on where it was', async ({
  browser,
  page,
  kitchen,
}) => {
  const { contextOptions, ...options } = TABLET
  const office = await (await browser.newContext({ ...options, ...contextOptions })).newPage()
  const faults = watchForFaults(office)
  await openScreen(page, kitchen, '/service')
  const batchId = await putOnStove(page, { sauce: 'Hollandaise', portions: 8, label: 'Table 4' })
  const cook = new Cook(page, seeded(1))
  await cook.make(batchId, 'pour')
  const before = (await cook.state(batchId)).stageFacts.length

  // the other tablet gives the lost one another name, and revokes it
  await openScreen(office, kitchen, '/kitchen')
  const devices = office.getByRole('region', { name: 'Devices' })
  const theirs = devices
    .getByRole('listitem')
    .filter({ hasNotText: 'this one' })
    .filter({ hasText: 'browser' })
  await theirs.getByRole('button', { name: 'Name browser anew' }).first().click()
  await devices.getByLabel('Name of the device').fill('Left in the yard')
  await devices.getByRole('button', { name: 'Keep' }).click()
  const lost = devices.getByRole('listitem').filter({ hasText: 'Left in the yard' })
  await lost.getByRole('button', { name: 'Hold to revoke: Left in the yard' }).click({ delay: 900 })
  await expect(devices).toContainText('Revoked: Left in the yard')
  await expect(page.getByLabel('Code')).toBeVisible()

  // let in again by a code that the other tablet gives: it is another device, and the batch is the same
  await devices.getByRole('button', { name: 'A code for another' }).click()
  const code = await devices.getByRole('status').locator('strong').innerText()
  await page.getByLabel('Code').fill(code)
  await page.getByRole('button', { name: 'Enrol' }).click()
  await page.locator('ol.steps').waitFor()
  expect((await cook.state(batchId)).stageFacts).toHaveLength(before)
  await cook.make(batchId)
  const made = await cook.state(batchId)
  expect([made.status, made.servedPortions >= 8]).toEqual(['finished', true])
  expect(faults).toEqual([])
})
