import { Cook, putOnStove, seeded } from '../cook'
import { openScreen, test } from '../kitchenServer'
const SHOT = '/tmp/shots/'
test('zz', async ({ page, kitchen }) => {
  test.setTimeout(240000)
  const both = async (name: string) => {
    await page.setViewportSize({ width: 1280, height: 800 })
    await page.screenshot({ path: `${SHOT}${name}-w.png` })
    await page.setViewportSize({ width: 820, height: 1180 })
    await page.screenshot({ path: `${SHOT}${name}-n.png` })
    await page.setViewportSize({ width: 1280, height: 800 })
  }
  await openScreen(page, kitchen, '/service')
  const id = await putOnStove(page, { sauce: 'Beurre blanc', portions: 10, label: 'Table 8' })
  const cook = new Cook(page, seeded(9))
  await cook.make(id, 'mount')
  await both('mount')
  await page.goto(page.url().replace(/\/bench.*/, '/book/hollandaise'))
  await page.getByText('Bath under the butter').first().waitFor()
  await page.waitForTimeout(1500)
  await page.screenshot({ path: `${SHOT}book.png`, fullPage: true })
})
