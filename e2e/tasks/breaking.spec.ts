import { Cook, finishStep, putOnStove, seeded } from '../cook'
import type { Page } from '@playwright/test'
import { expect, openScreen, runAhead, test } from '../kitchenServer'
import { expectWhole, SIZES } from '../layout'

/** Seconds on a clock that shows m:ss. */
const seconds = (clock: string | null) => {
  const [min = 0, s = 0] = (clock ?? '')
    .replace(/[^\d:]/g, '')
    .split(':')
    .map(Number)
  return 60 * min + s
}

test('a butter is browned by ear: what is heard moves its clock, and a cold bowl stops it', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Hazelnut butter with capers', portions: 6, label: 'Table 6' })
  const cook = new Cook(page, seeded(7))
  await cook.light()
  const bench = page.locator('main')
  const clock = bench.locator('aside .clock')
  await expect(page.getByText('hazelnut in')).toBeVisible()
  const planned = seconds(await clock.textContent())
  await runAhead(page, 2)
  await page.getByRole('button', { name: 'It sings' }).click()
  await expect(page.getByText(/It sings \d\d:\d\d:\d\d, your tap/)).toBeVisible()
  await expect(page.getByText('by what you heard')).toBeVisible()
  await runAhead(page, 2.5)
  await page.getByRole('button', { name: 'Gone quiet' }).click()
  await expect(page.getByText('dry: now it browns')).toBeVisible()
  const left = seconds(await clock.textContent())
  expect(left).toBeGreaterThan(10)
  expect(left).toBeLessThan(Math.min(150, planned)) // the seconds are the pan's own, whatever was planned
  await expect(page.getByText(/g of juice throws up \d+ l of steam/)).toBeVisible()
  await page.getByRole('button', { name: /^Flame/ }).click()
  await expect(page.getByRole('group', { name: 'Flame' }).getByRole('button')).toHaveCount(6)
  await page.getByRole('button', { name: 'Smells of nuts' }).click()
  await expect(page.getByText('hazelnut: stop it')).toBeVisible()
  await page.getByRole('button', { name: 'Cold bowl', exact: true }).click()
  await expect(page.getByText('it browns no further')).toBeVisible()
  await finishStep(page)
  const state = await cook.state(id)
  expect(state.stageFacts.flatMap((f) => (f.kind === 'cue.seen' ? [f.payload.cue] : []))).toEqual([
    'sings',
    'quiet',
    'nutty',
    'coldBowl',
  ])
})

/** Says with the drawer what is seen of the sauce on the bench. */
async function seen(page: Page, symptom: string): Promise<void> {
  const drawer = page.getByRole('complementary', { name: /^Rescue/ })
  if (!(await drawer.isVisible())) await page.getByRole('button', { name: 'Rescue', exact: true }).click()
  await drawer.getByRole('button', { name: symptom, exact: true }).click()
  await expect(drawer.getByText('Cause:')).toBeVisible()
}

test('a béarnaise splits at the pour and is mended by the drawer: what goes in is weighed for this much of it', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Béarnaise', portions: 12, label: 'Table 6' })
  const cook = new Cook(page, seeded(3))
  await cook.make(id, 'pour')
  await page.locator('.keys-row.bar').getByRole('button', { name: 'Pour', exact: true }).click()
  await cook.wait(1)
  await seen(page, 'split')
  for (const size of SIZES) {
    await page.setViewportSize(size)
    await expect(page.getByRole('button', { name: 'New yolk' })).toBeInViewport({ ratio: 1 })
  }
  await page.getByRole('button', { name: 'New yolk' }).click()
  await page.getByRole('button', { name: 'It did not hold' }).click()
  await page.getByRole('button', { name: 'Hot water' }).click()
  await page.getByRole('button', { name: 'It held' }).click()
  await expect(page.getByText('did it hold?')).toBeHidden()
  await page.keyboard.press('Escape')
  const state = await cook.state(id)
  expect(state.rescues.map((r) => [r.remedy, r.isHeld])).toEqual([
    ['newYolk', false],
    ['hotWater', true],
  ])
  const went = state.stageFacts.flatMap((f) => (f.kind === 'addition.made' ? [f.payload.ingredientId] : []))
  expect(went).toEqual(['yolk', 'water', 'water'])
})

test('a hollandaise breaks in its well: nothing of it is served, it is thrown away, and the next one knows', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const held = async (label: string) => {
    const id = await putOnStove(page, { sauce: 'Hollandaise', portions: 8, label })
    const cook = new Cook(page, seeded(9))
    await cook.make(id, 'hold')
    await page
      .getByRole('button', { name: /^[A-D]\b.*free/ })
      .first()
      .click()
    await expect(page.getByText('it may stand')).toBeVisible()
    await cook.enter(/^Temperature/, 60)
    return cook
  }
  const cook = await held('Table 208')
  await expect(page.getByText(/by the table/)).toBeVisible()
  await cook.wait(25)
  await page.getByRole('button', { name: 'It broke' }).click()
  await expect(page.getByRole('button', { name: /^Serve/ })).toHaveCount(0)
  await expect(page.getByText('Broken: mend it, or discard it.')).toBeVisible()
  await page.getByRole('button', { name: 'Hot water' }).click()
  await page.getByRole('button', { name: 'It did not hold' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Discard', exact: true }).click()
  await page.getByLabel(/Why/).fill('broke in the well')
  await page.getByRole('button', { name: 'Hold to discard' }).click({ delay: 900 })
  await page.waitForURL(/\/log\//)
  await page.getByRole('link', { name: 'Log' }).click()
  const learned = page.getByRole('region', { name: 'How soon held sauces break here' })
  await expect(learned.getByRole('row', { name: /egg and butter/ })).toContainText(/1 of \d+ broke/)
  await held('Table 209')
  await expect(page.getByText(/by this house’s own batches/)).toBeVisible()
})

test('a beurre blanc is put by, read, and mended: warm water in grams, and its margin grows', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Beurre blanc', portions: 10, label: 'Table 8' })
  const cook = new Cook(page, seeded(9))
  await cook.make(id, 'serve')
  await page.getByRole('button', { name: 'Keep it hot' }).click()
  await page
    .getByRole('button', { name: /^[A-D]\b.*free/ })
    .first()
    .click()
  await cook.enter(/^Temperature/, 52)
  await cook.wait(10)
  const whisk = page.getByRole('button', { name: /^Whisk in \d+ g warm water: \+ \d+ min/ })
  const minutes = async () => {
    const text = (await page.locator('aside .glance').textContent()) ?? ''
    return text.includes(':') ? seconds(text) / 60 : Number.parseFloat(text)
  }
  const before = await minutes()
  await whisk.click()
  await expect.poll(minutes).toBeGreaterThan(before)
  const state = await cook.state(id)
  expect(state.stageFacts.filter((f) => f.kind === 'addition.made').length).toBeGreaterThan(0)
})

test('a beurre rouge whose plate is too hot: what it would come to there, and how long the plate stands first', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Beurre rouge', portions: 8, label: 'Table 8' })
  const cook = new Cook(page, seeded(9))
  await cook.make(id, 'serve')
  await cook.enter(/^Plate/, 80)
  await expect(
    page.getByText(/would come to \d+° there and break. Let the plate stand \d+ min/),
  ).toBeVisible()
  await cook.enter(/^Plate/, 45)
  await expect(page.getByText('On it: it stays whole.')).toBeVisible()
  await cook.enter(/^Meat/, 95)
  await expect(page.getByText(/Beside it, not on/)).toBeVisible()
})

test('a mother batch is split: some goes on as béarnaise, some becomes choron, in a bowl of its own, with its clock and its salt', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Béarnaise', portions: 12, label: 'Table 206' })
  const cook = new Cook(page, seeded(3))
  await cook.make(id, 'herbs')
  await page.getByRole('button', { name: 'Split', exact: true }).click()
  const panel = page.getByRole('form', { name: 'Split this batch' })
  await expect(panel.getByText('Choron')).toBeVisible() // the first of what it may become
  await panel.getByLabel('Portions of it').fill('50')
  await expect(panel.getByText(/some of them must stay/)).toBeVisible()
  await expect(panel.getByRole('button', { name: 'Split it' })).toBeDisabled()
  await panel.getByLabel('Portions of it').fill('5')
  await expectWhole(page, 'a batch that is split')
  await panel.getByRole('button', { name: 'Split it' }).click()
  await expect.poll(() => page.url().includes(id)).toBe(false)
  const mother = await cook.state(id)
  expect(mother.status).toBe('split')
  const { batches } = await page.evaluate(
    async () =>
      (await (await fetch('/api/batches')).json()) as {
        batches: { id: string; sauceName: string; status: string }[]
      },
  )
  const children = []
  for (const b of batches.filter((x) => x.status === 'underWay' && /Béarnaise|Choron/.test(x.sauceName)))
    children.push(await cook.state(b.id))
  expect(children.map((c) => c.planned!.sauceName).sort()).toEqual(['Béarnaise', 'Choron'])
  for (const child of children) {
    expect(child.clockStartedAtMs).toBe(mother.clockStartedAtMs)
    expect(child.steps.pour!.finishedAtMs).toBe(mother.steps.pour!.finishedAtMs)
  }
  const bowls = children.map((c) => c.planned!.vessels.bowl)
  expect(new Set(bowls).size).toBe(2)
  // each is finished in its own way
  const choron = children.find((c) => c.planned!.sauceName === 'Choron')!
  await page.goto(`${kitchen.url}/bench/${choron.id}`)
  await expect(page.locator('[aria-current="step"]')).toBeVisible()
  await expectWhole(page, 'a child')
  await expect(page.getByRole('alert').filter({ hasText: 'problem' })).toHaveCount(0)
})
