import { Cook, finishStep, putOnStove, seeded } from '../cook'
import { expect, openScreen, runAhead, test } from '../kitchenServer'
import type { BatchState } from '@liquamen/core'
import type { Page } from '@playwright/test'

const stage = (page: Page, name: string) => page.getByRole('button', { name: `Stage seen: ${name}` })
async function weighAll(page: Page): Promise<void> {
  const weigh = page.getByRole('button', { name: 'Weighed' })
  for (let left = await weigh.count(); left > 0; left--) {
    await weigh.first().click()
    await page.getByRole('button', { name: 'Keep' }).click()
    await expect(weigh).toHaveCount(left - 1)
  }
}
const gramsOf = async (page: Page, agent: string) =>
  Number(
    /([\d.]+) g/.exec((await page.getByRole('button', { name: agent }).first().textContent()) ?? '')?.[1],
  )
/** What went into the last reduction beyond the formula. */
const putIn = (state: BatchState) =>
  state.stageFacts.flatMap((f) =>
    f.kind === 'addition.made' && f.payload.stepId === 'reduceStock' ? [f.payload.ingredientId] : [],
  )
/** The wanted coat is slid along the scale under the spoons. */
const want = (page: Page, place: number) => page.getByLabel('Coat that is wanted').fill(String(place))

test('mushrooms that steam are saved in two lots', async ({ page, kitchen }) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Mushroom sauce', portions: 30, label: 'Table 30' })
  const cook = new Cook(page, seeded(7))
  await cook.light()
  await weighAll(page)
  await expect(page.getByText(/lots brown|It lies on itself/).first()).toBeVisible()
  await runAhead(page, 3)
  await page.getByRole('button', { name: 'A pool', exact: true }).click()
  await expect(page.getByText('nothing browns')).toBeVisible()
  await page.getByRole('button', { name: 'Half taken out' }).click()
  await expect(page.getByText('First of two lots')).toBeVisible()
  await runAhead(page, 9)
  await stage(page, 'brown').click()
  await page.getByRole('button', { name: 'Second lot in' }).click()
  await expect(stage(page, 'brown')).toHaveAttribute('aria-pressed', 'false')
  await runAhead(page, 16)
  await stage(page, 'brown').click()
  await expect(stage(page, 'brown')).toHaveAttribute('aria-pressed', 'true')
  await finishStep(page)
  const state = await cook.state(id)
  expect(state.stageFacts.filter((f) => f.kind === 'cue.seen').map((f) => f.payload.cue)).toEqual([
    'pool',
    'halved',
    'brown',
    'secondLot',
    'brown',
  ])
})

test('a sauce that runs is thickened four fifths first and waited for; too thick for what is wanted, it is let down', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Deglazed jus', portions: 6, label: 'Table 31' })
  const cook = new Cook(page, seeded(8))
  await cook.make(id, 'reduceStock')
  await want(page, 250)
  await expect(page.getByText('It will not coat a spoon as it stands.')).toBeVisible()
  const all = await gramsOf(page, 'Cornstarch')
  await page.getByRole('button', { name: /^In [\d.]+ g in/ }).click()
  await expect(page.getByText('wait, at a simmer')).toBeVisible()
  await cook.wait(1.5)
  await expect(page.getByText('all swollen: the spoon')).toBeVisible()
  const { stage } = (await cook.state(id)).steps.reduceStock!
  await cook.weighPan(stage!.targetGrossG + 8)
  expect(await gramsOf(page, 'Cornstarch')).toBeLessThan(0.4 * all)
  await page.getByRole('button', { name: /^In [\d.]+ g in/ }).click()
  await cook.wait(1)
  await page.getByRole('button', { name: /^Spoon seen: nappe/ }).click()
  await expect(page.getByText(/coats? as it should/)).toBeVisible()
  await want(page, 130)
  await expect(page.getByText('Too thick for that coat.')).toBeVisible()
  await page.getByRole('button', { name: /^Thin .* g water/ }).click()
  await expect(page.getByText(/coats? as it should/)).toBeVisible()
  await finishStep(page)
  const state = await cook.state(id)
  expect(state.spoons).toHaveLength(1)
  expect(putIn(state)).toEqual(['cornstarch', 'water', 'cornstarch', 'water', 'water'])
})

test('a roast that was rubbed: its juices’ salt is in the sum before the first taste, and less is added', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Roast jus', portions: 10, label: 'Table 32' })
  const cook = new Cook(page, seeded(9))
  const juices = async () => {
    await page.getByRole('button', { name: 'A dry rub' }).click()
    await page.getByLabel(/, digits$/).fill('150')
    await page.getByRole('button', { name: 'Keep' }).click()
    await expect(page.getByText('✓ 150 g are in')).toBeVisible()
  }
  const before = async () =>
    expect(page.getByText(/Its salt so far: .*Juices of a salted roast/)).toBeVisible()
  await cook.make(id, undefined, { deglaze: juices, season: before })
  const state = await cook.state(id)
  expect(state.saltAdded!.massG).toBeLessThan(state.plan!.salt.addG - 1)
  await expect(page.getByText(/After the salt|Before any acid/).first()).toBeVisible()
})

test('a pan sauce for a guest who must not have gluten: flour is told with whose it is, and starch goes in instead', async ({
  page,
  kitchen,
}) => {
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, {
    sauce: 'Mustard pan sauce',
    portions: 4,
    label: 'Table 33',
    allergy: 'Gluten',
  })
  const cook = new Cook(page, seeded(10))
  await cook.make(id, 'reduceStock')
  await want(page, 250)
  const manie = page.getByRole('button', { name: /^Kneaded butter/ })
  await expect(manie).toContainText('✕ Gluten · Table 33')
  await manie.click()
  await page.getByRole('button', { name: /^In [\d.]+ g/ }).click()
  await expect(page.getByText(/Wheat flour brings Gluten; Table 33 must not have it/)).toBeVisible()
  await page.getByRole('button', { name: 'Leave it out' }).click()
  await page.getByRole('button', { name: /^Cornstarch/ }).click()
  await page.getByRole('button', { name: /^In [\d.]+ g in/ }).click()
  await expect(page.getByText('wait, at a simmer')).toBeVisible()
  expect(putIn(await cook.state(id))).toEqual(['cornstarch', 'water'])
})
