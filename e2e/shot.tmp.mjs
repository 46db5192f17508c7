import { chromium } from '@playwright/test'
const [, , base, out, size, ...steps] = process.argv
const [w, h] = size.split('x').map(Number)
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] })
const p = await b.newPage({ viewport: { width: w, height: h }, reducedMotion: 'reduce', timezoneId: 'UTC' })
p.on('console', (m) => {
  if (m.type() === 'error' || m.type() === 'warning') console.log('CONSOLE', m.text().slice(0, 300))
})
p.on('pageerror', (e) => console.log('PAGEERR', e.message.slice(0, 300), (e.stack || '').split('\n').slice(1, 4).join(' ')))
let n = 0
for (const s of steps) {
  const [k, ...r] = s.split('=')
  const v = r.join('=')
  try {
    if (k === 'go') await p.goto(base + v)
    if (k === 'click') await p.getByRole('button', { name: v }).first().click({ timeout: 4000 })
    if (k === 'rx')
      await p
        .getByRole('button', { name: new RegExp(v) })
        .first()
        .click({ timeout: 4000 })
    if (k === 'text') await p.getByText(v).first().click({ timeout: 4000 })
    if (k === 'opt') await p.getByRole('option', { name: v }).first().click({ timeout: 4000 })
    if (k === 'fill') {
      const [l, x] = v.split('|')
      await p.getByLabel(l).first().fill(x)
    }
    if (k === 'press') await p.keyboard.press(v)
    if (k === 'wait') await p.waitForTimeout(Number(v))
    if (k === 'shot') {
      await p.waitForTimeout(400)
      await p.screenshot({ path: `${out}${v}.png` })
    }
    if (k === 'dump') console.log((await p.locator('main').innerText()).slice(0, 3000))
    if (k === 'buttons') console.log((await p.getByRole('button').allInnerTexts()).join(' | ').replace(/\n/g, ' '))
  } catch (e) {
    console.log('FAIL', s, e.message.split('\n')[0])
  }
}
await b.close()
