import { Cook, putOnStove, seeded } from '../cook'
import { eveningTest as test, expect, serverFacts } from '../kitchenServer'
import { expectWhole } from '../layout'

test('from bones to a plate: stock, brown sauce and demi-glace, each cooled and labelled, each used by the next', async ({
  tablet: { page },
}) => {
  const lots: string[] = []
  for (const [sauce, portions] of [
    ['Brown stock', 40],
    ['Brown sauce', 30],
    ['Demi-glace', 24],
  ] as const) {
    const batchId = await putOnStove(page, { sauce, portions, label: `${sauce} of the house` })
    const cook = new Cook(page, seeded(5 + portions))
    await cook.make(batchId)
    const state = await cook.state(batchId)
    expect(state.status).toBe('stored')
    const stored = (await serverFacts(page)).find(
      (f) => f.kind === 'lot.stored' && f.payload.batchId === batchId,
    )!
    lots.push(stored.streamId)
    expect(Number(stored.payload.massG)).toBeGreaterThan(500)
    await cook.expectLarderFell(batchId)
  }

  // the demi-glace's lot is there with its day, and its label is a PDF that opens it
  await page.goto(`${new URL(page.url()).origin}/larder?lot=${lots[2]}`)
  await expect(page.getByText('This lot was found by its label')).toBeVisible()
  await expectWhole(page, 'a lot found by its label')
  const label = page.waitForEvent('download')
  await page
    .getByRole('button', { name: /^Label: Demi-glace/ })
    .first()
    .click()
  expect((await label).suggestedFilename()).toMatch(/^label-\d+\.pdf$/)

  const derivative = await putOnStove(page, { sauce: 'Bordelaise', portions: 10, label: 'Of the house' })
  const cook = new Cook(page, seeded(5))
  await cook.make(derivative)
  await cook.expectLarderFell(derivative)
  const taken = (await serverFacts(page)).filter(
    (f) => f.kind === 'lot.taken' && f.payload.batchId === derivative && f.payload.itemId === 'demi',
  )
  expect(taken.length).toBeGreaterThan(0)
  expect((await cook.state(derivative)).status).toBe('finished')
})
