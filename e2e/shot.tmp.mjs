import { chromium } from '@playwright/test'
const [,, url, name, w='1280', h='800', theme='day', script=''] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const c = await b.newContext({ viewport: { width: +w, height: +h }, timezoneId: 'UTC', serviceWorkers: 'block' })
await c.addInitScript((t) => localStorage.setItem('liquamen.theme', t), theme)
const p = await c.newPage()
p.on('console', m => { if (m.type() === 'error' || m.type()==='warning') console.log('console', m.text().slice(0,300)) })
p.on('pageerror', e => console.log('pageerror', e.message.slice(0,500)))
await p.goto('http://127.0.0.1:4173' + url)
await p.waitForSelector('header', { timeout: 15000 })
await p.waitForTimeout(1200)
if (script) { await eval(`(async () => { ${script} })()`); await p.waitForTimeout(700) }
console.log('overflow', await p.evaluate(() => document.documentElement.scrollWidth - innerWidth), 'height', await p.evaluate(() => document.documentElement.scrollHeight))
await p.screenshot({ path: `/tmp/shots/${name}.png` })
await b.close()
