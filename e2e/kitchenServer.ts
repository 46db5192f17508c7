import { test as base, type Page, type Response } from '@playwright/test'
import { spawn, type ChildProcess } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

import { createRolesAndDatabase } from '../server/src/db/prepare'
import { TABLET } from './tablet'

const ACTION_TIMEOUT_MS = 30_000
const ROOT = new URL('..', import.meta.url).pathname

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}

/** Of the two roles, in a PostgreSQL that is thrown away. */
export const PASSWORDS = { owner: 'owner of a test', app: 'app of a test' }
const BUILT_PAGE = join(ROOT, 'web/dist')

/** How a kitchen of a test is opened: empty or as the demo; with a copy of the built page, where the test changes it. */
interface Opened {
  readonly isEmpty?: boolean
  readonly hasOwnPage?: boolean
}

const databaseOf = (name: string) =>
  createRolesAndDatabase(process.env.LIQUAMEN_SUPERUSER_URL!, name, PASSWORDS)

/** The real server over a database of its own. */
export class KitchenServer {
  private child: ChildProcess | undefined
  private readonly standIns: ChildProcess[] = []
  private readonly others: KitchenServer[] = []
  readonly pageFolder: string
  private addresses: { readonly ownerUrl: string; readonly appUrl: string } | undefined
  /** Code to enrol a device, where the kitchen asks for one. */
  code = ''
  private constructor(
    private readonly port: number,
    private readonly opened: Opened,
    private database = `e2e_${randomBytes(6).toString('hex')}`,
  ) {
    this.pageFolder = opened.hasOwnPage ? mkdtempSync(join(tmpdir(), 'liquamen-page-')) : BUILT_PAGE
    if (opened.hasOwnPage) cpSync(BUILT_PAGE, this.pageFolder, { recursive: true })
  }

  static async create(opened: Opened = {}): Promise<KitchenServer> {
    const server = new KitchenServer(await freePort(), opened)
    server.addresses = await databaseOf(server.database)
    await server.start()
    return server
  }
  /** Two processes that are started at once over a database without anything in it. */
  static async twoAtOnce(): Promise<readonly [KitchenServer, KitchenServer]> {
    const first = new KitchenServer(await freePort(), {})
    const second = new KitchenServer(await freePort(), {}, first.database)
    first.others.push(second)
    first.addresses = second.addresses = await databaseOf(first.database)
    await Promise.all([first.start(), second.start()])
    return [first, second]
  }
  /** A second process over the same database. */
  async beside(): Promise<KitchenServer> {
    const other = new KitchenServer(await freePort(), {}, this.database)
    other.addresses = this.addresses
    this.others.push(other)
    await other.start()
    return other
  }
  /** Ends it, and serves another database at the same address, as after a restore: tablets keep their enrolment by it. */
  async serveInstead(database: string): Promise<void> {
    await this.stop()
    this.database = database
    this.addresses = await databaseOf(database)
    await this.start()
  }
  /** Its database as the superuser sees it, who alone sees every kitchen. */
  get wholeDatabaseUrl(): string {
    return process.env.LIQUAMEN_SUPERUSER_URL!.replace(/\/postgres$/, `/${this.database}`)
  }
  /** What a command needs to work on its database. */
  get databaseEnvironment() {
    return { DATABASE_URL: this.addresses?.appUrl, DATABASE_OWNER_URL: this.addresses?.ownerUrl }
  }
  get url(): string {
    return `http://127.0.0.1:${this.port}`
  }

  /** Starts it and waits until it says that it is open. */
  start(): Promise<void> {
    const child = spawn(process.execPath, ['dist/server.js', ...(this.opened.isEmpty ? ['--empty'] : [])], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        NODE_ENV: 'production',
        PORT: String(this.port),
        ...this.databaseEnvironment,
        LIQUAMEN_SUPERUSER_URL: undefined,
        PAGE_FOLDER: this.pageFolder,
      },
    })
    this.child = child
    return new Promise((resolve, reject) => {
      child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
      child.stdout?.on('data', (chunk: Buffer) => {
        this.code = /code to enrol .*: (\d{8})/.exec(String(chunk))?.[1] ?? this.code
        if (String(chunk).includes('is open at')) resolve()
      })
    })
  }
  /** Starts one of the stand-ins that ship with the app; answers how to make it misbehave. */
  startStandIn(name: string): Promise<(fault: string) => Promise<void>> {
    const child = spawn(process.execPath, ['dist/standIns.js', this.url], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, LIQUAMEN_DEVICE: name, CONTROL_PORT: '0' },
    })
    this.standIns.push(child)
    return new Promise((resolve, reject) => {
      child.once('exit', (code) => reject(new Error(`the stand-in ended with ${code}`)))
      child.stdout?.on('data', (chunk: Buffer) => {
        const control = /control at (http:\S+)/.exec(String(chunk))?.[1]
        if (control)
          resolve(async (fault) => {
            await fetch(`${control}/fault`, { method: 'POST', body: JSON.stringify({ fault }) })
          })
      })
    })
  }
  /** Ends it, gently or at once. */
  async stop(signal: NodeJS.Signals = 'SIGTERM'): Promise<void> {
    const child = this.child
    if (!child || child.exitCode !== null || child.signalCode !== null) return
    const gone = new Promise((resolve) => child.once('exit', resolve))
    child.kill(signal)
    await gone
  }
  async dispose(): Promise<void> {
    for (const child of this.standIns) {
      child.removeAllListeners('exit')
      child.kill('SIGKILL')
    }
    for (const other of this.others) await other.dispose()
    await this.stop('SIGKILL')
    if (this.opened.hasOwnPage) rmSync(this.pageFolder, { recursive: true, force: true })
  }
}

/** Tests with a demo kitchen of their own. */
export const test = base.extend<{ kitchen: KitchenServer; hasOwnPage: boolean }>({
  hasOwnPage: [false, { option: true }],
  kitchen: async ({ hasOwnPage }, use) => {
    const kitchen = await KitchenServer.create({ hasOwnPage })
    await use(kitchen)
    await kitchen.dispose()
  },
})
/** The tablet of an evening, and what went wrong on it so far. */
export interface EveningTablet {
  readonly page: Page
  readonly faults: string[]
}
/** Tests that follow one another in one demo kitchen, whose evening goes on, at one tablet that nobody puts away between them. */
export const eveningTest = base.extend<object, { kitchen: KitchenServer; tablet: EveningTablet }>({
  kitchen: [
    async ({}, use) => {
      const kitchen = await KitchenServer.create()
      await use(kitchen)
      await kitchen.dispose()
    },
    { scope: 'worker' },
  ],
  tablet: [
    async ({ browser, kitchen }, use) => {
      const { contextOptions, ...options } = TABLET
      const context = await browser.newContext({ ...options, ...contextOptions })
      const page = await context.newPage()
      page.setDefaultTimeout(ACTION_TIMEOUT_MS)
      const faults = watchForFaults(page)
      await openScreen(page, kitchen, '/service')
      await use({ page, faults })
      await context.close()
    },
    { scope: 'worker' },
  ],
})
export { expect } from '@playwright/test'

/** Anything that must not happen while a sauce is made: an error in the page, or a fact of its own that the server refuses. */
export function watchForFaults(page: Page): string[] {
  const faults: string[] = []
  page.on('pageerror', (error) => faults.push(`page error: ${error.message}`))
  page.on('console', (message) => {
    // a browser says so itself where a call is refused for want of an enrolment, or of a line
    if (message.type() === 'error' && !/401|ERR_INTERNET_DISCONNECTED/.test(message.text()))
      faults.push(`console: ${message.text()}`)
  })
  page.on('response', (response) => void refused(response).then((why) => why && faults.push(why)))
  return faults
}
async function refused(response: Response): Promise<string | undefined> {
  if (response.request().method() !== 'POST' || !response.url().endsWith('/api/facts')) return undefined
  const body = (await response.json().catch(() => ({}))) as {
    results?: { status: string; problem?: { title: string } }[]
  }
  const results = Array.isArray(body) ? (body as typeof body.results) : body.results
  const bad = (results ?? []).find((r) => r.status === 'refused')
  return response.status() >= 400 || bad
    ? `refused: ${response.status()} ${JSON.stringify(bad ?? body).slice(0, 200)}`
    : undefined
}

/** Opens a screen and waits until it is there. */
export async function openScreen(page: Page, kitchen: KitchenServer, path: string): Promise<void> {
  await page.goto(`${kitchen.url}${path}`)
  await page.getByRole('navigation', { name: 'Screens' }).waitFor()
  await page.locator('main > *').first().waitFor({ state: 'attached' }) // the head is there before the screen
}

/** Turns a page that is open to another screen, as a link within it does: nothing is loaded anew. */
export const turnTo = (page: Page, path: string): Promise<void> =>
  page.evaluate(async (to) => {
    interface Turns {
      readonly __vue_app__: {
        readonly config: {
          readonly globalProperties: { readonly $router: { push: (to: string) => Promise<void> } }
        }
      }
    }
    const app = document.querySelector('#app') as unknown as Turns
    await app.__vue_app__.config.globalProperties.$router.push(to)
    await new Promise((drawn) => requestAnimationFrame(drawn))
  }, path)

/** Sets the demo kitchen's clock ahead of the wall, in minutes from its start, and waits until the page follows. */
export async function runAhead(page: Page, minutes: number): Promise<void> {
  const serverNowMs = await page.evaluate(
    async (aheadMs) => {
      const answer = await fetch('/api/demo/clock', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ aheadMs }),
      })
      if (!answer.ok) throw new Error(await answer.text())
      return ((await answer.json()) as { serverNowMs: number }).serverNowMs
    },
    Math.round(minutes * 60_000),
  )
  await page.waitForFunction(
    (ms) => Date.parse(document.querySelector('time.now')?.getAttribute('datetime') ?? '') >= ms - 2000,
    serverNowMs,
  )
}

/** A fact as the server has it. */
export interface ServerFact {
  readonly id: string
  readonly kind: string
  readonly streamId: string
  readonly seq: number
  readonly atMs: number
  readonly deviceSeq: number
  readonly deviceId: string
  readonly actor: { readonly crewId?: string }
  readonly payload: Record<string, unknown>
}
/** All facts of the kitchen as the server has them, page by page, read with the browser's own enrolment. */
export async function serverFacts(page: Page): Promise<ServerFact[]> {
  return page.evaluate(async () => {
    const all: ServerFact[] = []
    for (;;) {
      const answer = await fetch(`/api/facts?after=${all.at(-1)?.seq ?? 0}`)
      const { facts } = (await answer.json()) as { facts: ServerFact[] }
      if (facts.length === 0) return all
      all.push(...facts)
    }
  })
}
