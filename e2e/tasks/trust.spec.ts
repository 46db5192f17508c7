import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Cook, putOnStove, seeded } from '../cook'
import { expect, openScreen, PASSWORDS, serverFacts, test, watchForFaults } from '../kitchenServer'
import { signOn } from '../signOn'
import { TABLET } from '../tablet'

/** One of the commands that the guide names, as it is built. */
const command = (program: string, args: readonly string[], env: Record<string, string | undefined>) =>
  spawnSync(process.execPath, [`dist/${program}.js`, ...args], {
    cwd: new URL('../..', import.meta.url).pathname,
    encoding: 'utf8',
    env: { ...process.env, ...env },
  })

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
  await signOn(office, 'Bram')
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

test('a new cook is enrolled by an admin, signs on, and is refused a rule change; another tablet’s wrong PINs shut only one person out', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/kitchen')
  const crew = page.getByRole('region', { name: 'Crew' })
  await expect(crew).toContainText('Changing the crew takes an admin.')
  await expect(crew.getByLabel('Name of the cook')).toHaveCount(0)
  await signOn(page, 'Maren')
  await crew.getByLabel('Name of the cook').fill('Piet')
  await crew.getByLabel('PIN, 4 to 12 digits').fill('12 34')
  await crew.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(crew.getByRole('alert')).toBeVisible()
  await crew.getByLabel('PIN, 4 to 12 digits').fill('5093')
  await crew.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(crew.getByRole('listitem').filter({ hasText: 'Piet' })).toBeVisible()
  const own = crew.getByRole('listitem').filter({ hasText: 'Maren' })
  await own.getByRole('button', { name: 'Hold to remove: Maren' }).click({ delay: 900 })
  await expect(crew.getByRole('alert')).toContainText('the only admin')

  await signOn(page, 'Piet', '5093')
  await expect(page.getByText('Changing a rule takes an admin.')).toBeVisible()
  const held = page.getByLabel('Longest hold')
  const before = await held.inputValue()
  await held.fill('3')
  await held.press('Enter')
  await expect(page.getByText(/It takes an admin\./).last()).toBeVisible()
  expect((await serverFacts(page)).filter((f) => f.kind === 'rules.set')).toEqual([])
  await page.reload()
  await expect(held).toHaveValue(before)
  await expect(page.getByRole('button', { name: 'Who cooks: Piet' })).toBeVisible() // still, after the page was loaded anew

  // everything at the stove is his, and in his name
  const batchId = await putOnStove(page, { sauce: 'Hollandaise', portions: 8, label: 'Table 4' })
  await new Cook(page, seeded(1)).make(batchId, 'pour')
  const started = (await serverFacts(page)).find((f) => f.kind === 'batch.started' && f.streamId === batchId)!
  expect(started.actor.crewId).toMatch(/^p-/)
  await page.getByRole('button', { name: 'Who cooks: Piet' }).click()
  await page.getByRole('button', { name: 'Sign off Piet' }).click()
  await expect(page.getByRole('button', { name: 'Sign on', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Sign on', exact: true }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('button', { name: /^Piet/ }).click()
  for (let n = 0; n < 6; n++) {
    await sheet.getByLabel('PIN of Piet').fill('1111')
    await page.keyboard.press('Enter')
    await expect(sheet.getByRole('alert')).toHaveText(
      n < 5 ? 'That is not the PIN.' : /^Too many wrong tries/,
    )
    await expect(sheet.getByLabel('PIN of Piet')).toHaveValue('')
  }
  await sheet.getByRole('button', { name: 'Another name' }).click()
  await sheet.getByRole('button', { name: /^Bram/ }).click()
  for (const digit of '2468') await sheet.getByRole('button', { name: digit, exact: true }).click()
  await sheet.getByRole('button', { name: 'Sign on', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Who cooks: Bram' })).toBeVisible()
})

test('a kitchen that was lost comes back from its backup, its record proved, and the tablet goes on where it was', async ({
  page,
  kitchen,
}) => {
  const faults = watchForFaults(page)
  await openScreen(page, kitchen, '/service')
  const batchId = await putOnStove(page, { sauce: 'Hollandaise', portions: 8, label: 'Table 4' })
  const cook = new Cook(page, seeded(1))
  await cook.make(batchId, 'pour')
  const before = await serverFacts(page)

  const folder = mkdtempSync(join(tmpdir(), 'liquamen-lost-'))
  const file = join(folder, 'night.dump')
  const passwords = { LIQUAMEN_OWNER_PASSWORD: PASSWORDS.owner, LIQUAMEN_APP_PASSWORD: PASSWORDS.app }
  const made = command('backup', ['backup', file], { BACKUP_DATABASE_URL: kitchen.wholeDatabaseUrl })
  expect(made.stdout, made.stderr).toContain('keep the two together')
  await kitchen.stop('SIGKILL') // and its disk is gone
  const restored = command('backup', ['restore', file], passwords)
  expect(restored.stdout, restored.stderr).toContain('record proved')
  await kitchen.serveInstead('liquamen')
  const verified = command('databaseCommand', ['verify', `${file}.json`], kitchen.databaseEnvironment)
  expect(verified.stdout).toMatch(/chain whole, as 1 sheet, export or backup says/)

  faults.length = 0 // that the server was gone stands in the console
  await page.reload()
  await page.locator('ol.steps').waitFor()
  expect((await serverFacts(page)).slice(0, before.length).map((f) => f.id)).toEqual(before.map((f) => f.id))
  await cook.make(batchId)
  expect((await cook.state(batchId)).status).toBe('finished')
  expect(faults).toEqual([])
  rmSync(folder, { recursive: true })
})

test('a tablet moves to another kitchen of the server and back: each has its own stove, and a tap that waits is sent to its own', async ({
  page,
  kitchen,
}) => {
  const faults = watchForFaults(page)
  await openScreen(page, kitchen, '/stove')
  const before = await serverFacts(page)
  let isOpen = false
  await page.route('**/api/facts', (route) =>
    isOpen || route.request().method() !== 'POST' ? route.continue() : route.abort(),
  )
  await page.getByRole('button', { name: /^Ring 1,/ }).click()
  await page.getByRole('button', { name: 'Step done' }).click()
  await expect(
    page.getByText('waits for the server').or(page.getByText('not sent yet')).first(),
  ).toBeVisible()

  const made = command('databaseCommand', ['kitchen', 'The Boathouse'], kitchen.databaseEnvironment)
  const code = /: (\d{8})/.exec(made.stdout)?.[1]
  expect(code, made.stdout + made.stderr).toBeDefined()
  await page.getByRole('button', { name: /^Who cooks/ }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByRole('button', { name: 'Another kitchen' }).click()
  await sheet.getByLabel('Code from that kitchen').fill(code!)
  await sheet.getByRole('button', { name: 'Enrol there too' }).click()
  const place = page.getByRole('button', { name: /^This device/ })
  await expect(place).toHaveAccessibleName(/The Boathouse/)
  isOpen = true // and nothing of the first kitchen's comes here
  await page.getByRole('link', { name: 'Stove' }).click()
  await expect(page.getByRole('button', { name: /^Ring 1,/ })).toHaveCount(0)
  await expect(page.getByText('not sent yet')).toHaveCount(0)
  expect(await serverFacts(page)).toEqual([])

  await page.getByRole('button', { name: 'Sign on', exact: true }).first().click()
  await sheet.getByRole('button', { name: 'Larchwater House' }).click()
  await expect(place).toHaveAccessibleName(/Larchwater House/)
  await expect
    .poll(async () => (await serverFacts(page)).slice(before.length).map((f) => f.kind))
    .toContain('step.finished')
  const after = (await serverFacts(page)).slice(before.length)
  expect(after.filter((f) => f.kind === 'step.finished')).toHaveLength(1)
  expect(faults.filter((f) => !/ERR_FAILED/.test(f))).toEqual([])
})
