import { test } from '../kitchenServer'

test('look', async ({ kitchen, page }) => {
  page.on('console', (m) => console.log('C', m.type(), m.text().slice(0, 200)))
  page.on('pageerror', (e) => console.log('E', e.message, e.stack?.slice(0, 400)))
  await page.setViewportSize({ width: 1280, height: 800 })
  await page.goto(`${kitchen.url}/service`)
  await page.waitForTimeout(2500)
  await page.screenshot({ path: '/tmp/shots/service.png' })
  await page.goto(`${kitchen.url}/plan`)
  await page.waitForTimeout(6000)
  await page.screenshot({ path: '/tmp/shots/plan.png' })
  await page.goto(`${kitchen.url}/plan?show=weighOut`)
  await page.waitForTimeout(4000)
  await page.screenshot({ path: '/tmp/shots/weigh.png' })
})
