import { Cook, finishStep, putOnStove, seeded } from '../cook'
import { expect, openScreen, runAhead, test } from '../kitchenServer'

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
