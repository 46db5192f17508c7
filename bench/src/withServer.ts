import { chromium, type Browser, type Page } from '@playwright/test'
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { ExportFile } from '@liquamen/contracts'
import { openDatabase } from '../../server/src/db/database'
import { createRolesAndDatabase } from '../../server/src/db/prepare'
import { createFilesService } from '../../server/src/features/files/files.service'
import { listKitchens } from '../../server/src/kitchens'
import { createIntake } from '../../server/src/log/intake'
// @ts-expect-error plain JavaScript: it runs before anything is installed
import { ensureChromium, ROOT } from '../../scripts/install.mjs'
// @ts-expect-error as above
import { freePort } from '../../scripts/postgres.mjs'
import { withDatabase } from './withDatabase'

const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
]

/** How much slower than this machine a tablet is taken to be. */
export const SLOWDOWN = 4

/** The demo kitchen as it is shipped, and a browser to visit it with. */
export interface Running {
  readonly url: string
  readonly browser: Browser
  /** Takes a kitchen file in, as another process beside the server. */
  readonly load: (file: ExportFile) => Promise<void>
}

/** The first mark of a pan's level: where it is, the stove is drawn. */
export const DRAWN_STOVE = '.station .level'
/** Tells when something stands on the page and the frame with it was made. Runs in the page, before anything of its own. */
function tellWhenDrawn(selector: string): void {
  const { drawn } = window as unknown as { drawn: (atMs: number) => void }
  const seen = new MutationObserver(() => {
    if (!document.querySelector(selector)) return
    seen.disconnect()
    const frame = new MessageChannel()
    frame.port1.onmessage = () => drawn(performance.now())
    requestAnimationFrame(() => frame.port2.postMessage(0)) // comes after the frame
  })
  seen.observe(document, { childList: true, subtree: true })
}
/** From navigation until something is drawn on a new page, ms. The page itself tells: who asks from outside asks now and then. */
export async function timeTo(page: Page, url: string, selector: string): Promise<number> {
  let isDrawn: (atMs: number) => void
  const drawn = new Promise<number>((resolve) => (isDrawn = resolve))
  await page.exposeFunction('drawn', (atMs: number) => isDrawn(atMs))
  await page.addInitScript(tellWhenDrawn, selector)
  await page.goto(url, { waitUntil: 'commit' })
  return drawn
}

function buildInto(folder: string, env: Readonly<Record<string, string>>, emptying: string): void {
  const built = spawnSync(
    'npx',
    ['--no-install', 'vite', 'build', '--outDir', folder, emptying, '--logLevel', 'error'],
    { cwd: join(ROOT as string, 'web'), env: { ...process.env, ...env }, stdio: 'inherit' },
  )
  if (built.status !== 0) throw new Error('the build failed')
}

/** Builds the page as it is shipped beside a bare one, starts the server over a database of its own, and lets it go afterwards. */
export function withServer<T>(work: (running: Running) => Promise<T>): Promise<T> {
  return withDatabase(async (superuserUrl, password) => {
    const root = ROOT as string
    const page = mkdtempSync(join(tmpdir(), 'liquamen-bench-page-'))
    buildInto(page, {}, '--emptyOutDir')
    buildInto(page, { PAGE: 'bare' }, '--no-emptyOutDir')
    const { ownerUrl, appUrl } = await createRolesAndDatabase(superuserUrl, 'liquamen', {
      owner: password,
      app: password,
    })
    const port = await (freePort as () => Promise<number>)()
    const server = spawn(process.execPath, ['dist/server.js'], {
      cwd: root,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        PORT: String(port),
        PAGE_FOLDER: page,
        DATABASE_URL: appUrl,
        DATABASE_OWNER_URL: ownerUrl,
      },
    })
    await new Promise<void>((resolve) =>
      server.stdout.on('data', (chunk: Buffer) => {
        if (String(chunk).includes('is open at')) resolve()
      }),
    )
    const browser = await chromium.launch({ executablePath: (ensureChromium as () => string)(), args: ARGS })
    try {
      return await work({
        url: `http://127.0.0.1:${port}`,
        browser,
        async load(file) {
          const database = openDatabase(appUrl, () => undefined)
          const [kitchen] = await listKitchens(ownerUrl)
          const files = createFilesService({ database, clock: Date.now, intake: createIntake() })
          const sender = {
            kitchenId: kitchen!.id,
            deviceId: kitchen!.id,
            name: 'bench',
            kind: 'tablet',
          } as const
          await files.importFile(sender, [JSON.stringify(file)])
          await database.close()
        },
      })
    } finally {
      await browser.close()
      server.kill('SIGTERM')
      await new Promise((resolve) => server.once('exit', resolve))
      rmSync(page, { recursive: true, force: true })
    }
  })
}
