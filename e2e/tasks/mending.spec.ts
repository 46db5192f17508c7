import { Cook, finishStep, putOnStove, seeded } from '../cook'
import { eveningTest as test, expect } from '../kitchenServer'
import { expectWhole } from '../layout'

test('a cooling that misses its mark is put right once, cooled where it is in time, and put away cold', async ({
  tablet: { page },
}) => {
  const batchId = await putOnStove(page, { sauce: 'Chicken stock', portions: 30, label: 'Stock for Sunday' })
  const cook = new Cook(page, seeded(77))
  await cook.make(batchId, 'cool')

  await page.getByRole('button', { name: /^still fridge/ }).click()
  await cook.enter(/^Temperature/, 58)
  await cook.wait(40)
  await cook.enter(/^Temperature/, 51)
  await expect(page.getByText('Too slow for the next mark')).toBeVisible()
  await expectWhole(page, 'too slow')
  await cook.wait(90)
  await expect(page.getByText(/above 21° too long/)).toBeVisible()
  await expectWhole(page, 'a missed stage')

  await cook.tap('Brought to the boil')
  const digits = page.getByLabel(/, digits$/).first()
  await digits.fill('60')
  await cook.tap('Keep')
  await expect(page.getByText('It must reach 74°')).toBeVisible()
  await digits.fill('95')
  await cook.tap('Keep')
  await expect(page.getByText(/above 21° too long/)).toHaveCount(0)

  await page.getByRole('button', { name: /^ice bath, stirred/ }).click()
  await cook.wait(20)
  await cook.enter(/^Temperature/, 20)
  await cook.tap('Cold: put it away')
  await expect(page.getByText(/It read 20°/)).toBeVisible()
  await cook.tap('It cools on')
  await cook.wait(30)
  await cook.enter(/^Temperature/, 4)
  await cook.tap('Cold: put it away')
  await cook.tap('Put away, labelled')
  await page.waitForURL(/\/log\//)
  const state = await cook.state(batchId)
  expect(state.status).toBe('stored')
  expect(state.deviations.map((d) => d.code)).not.toContain('notColdYet')
})

test('a reduction that went too far is let down again, with what that does to its salt, and ends at its notch', async ({
  tablet: { page },
}) => {
  const batchId = await putOnStove(page, { sauce: 'Red wine & shallot', portions: 8, label: 'Too far down' })
  const cook = new Cook(page, seeded(9))
  await cook.make(batchId, 'reduce')
  const stage = (await cook.state(batchId)).steps.reduceWine!.stage!
  const emptyG = stage.targetGrossG - stage.targetMassG
  await cook.wait(stage.minutes.value)
  await cook.enter(/^Weigh/, Math.round(emptyG + stage.targetMassG * 0.75))
  const right = page.getByRole('button', { name: 'It is right' })
  const giveBack = page.getByText(/past the notch\. Give back/)
  await expect(right.or(giveBack).first()).toBeVisible()
  if (await right.isVisible()) await right.click()
  await expect(giveBack).toBeVisible()
  await expectWhole(page, 'past its notch')
  const fix = page.getByRole('button', { name: /^\d+ g Water/ })
  await expect(fix).toContainText('salt')
  await fix.click()
  await expect(fix).toBeHidden()
  await finishStep(page)
  const state = await cook.state(batchId)
  expect(state.deviations.map((d) => d.code)).toEqual([])
  expect(Math.abs(state.steps.reduceWine!.massG! / stage.targetMassG - 1)).toBeLessThan(0.04)
  expect(state.stageFacts.some((f) => f.kind === 'addition.made' && f.payload.ingredientId === 'water')).toBe(
    true,
  )
})
