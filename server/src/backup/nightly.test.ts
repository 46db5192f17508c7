import { existsSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
// @ts-expect-error plain JavaScript: it runs before anything is installed
import * as nightly from '../../../scripts/nightly.mjs'

const backUpNightly = nightly.backUpNightly as (of: {
  program: string
  env: NodeJS.ProcessEnv
  folder: string
  keep: number
  say: (text: string) => void
  now: () => Date
}) => () => void

let root: string
let folder: string
let end: () => void = () => undefined
let now: Date
const said: string[] = []
const MINUTE_MS = 60_000
const HOUR_MS = 60 * MINUTE_MS
/** Stands in for the command: it writes the file it is asked for and its manifest, or fails with a word. */
const program = () => join(root, 'command.mjs')
const works = () =>
  writeFileSync(
    program(),
    `import { writeFileSync } from 'node:fs'
     for (const end of ['', '.json']) writeFileSync(process.argv[3] + end, process.argv[2])`,
  )
const fails = () => writeFileSync(program(), `console.error('the disk is full'); process.exitCode = 1`)
const begin = (at: string, keep = 2) => {
  now = new Date(at)
  end = backUpNightly({
    program: program(),
    env: {},
    folder,
    keep,
    say: (text) => said.push(text),
    now: () => now,
  })
}
/** The wall clock and the timers go on together. */
async function until(at: string): Promise<void> {
  while (+now < +new Date(at)) {
    const step = Math.min(HOUR_MS, +new Date(at) - +now)
    now = new Date(+now + step)
    await vi.advanceTimersByTimeAsync(step)
  }
}
/** In the hours that follow. */
const soon = (so: () => void) =>
  vi.waitFor(async () => {
    await until(new Date(+now + 20 * MINUTE_MS).toISOString())
    so()
  })
const files = () => (existsSync(folder) ? readdirSync(folder).sort() : [])
const both = (day: string) => [`liquamen-${day}.dump`, `liquamen-${day}.dump.json`]

beforeEach(() => {
  root = mkdtempSync(join(tmpdir(), 'liquamen-nightly-'))
  folder = join(root, 'nights')
  said.length = 0
  works()
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] })
})
afterEach(() => {
  end()
  vi.useRealTimers()
  rmSync(root, { recursive: true, force: true })
})

describe('a backup each night', () => {
  it('is made at half past three, and only so many are kept', async () => {
    begin('2026-03-02T12:00')
    await until('2026-03-03T03:00')
    expect(files()).toEqual([])
    for (const day of ['2026-03-03', '2026-03-04', '2026-03-05']) {
      await until(`${day}T05:00`)
      await soon(() => expect(files()).toContain(`liquamen-${day}.dump.json`))
    }
    await soon(() => expect(files()).toEqual([...both('2026-03-04'), ...both('2026-03-05')]))
    expect(said).toEqual([])
  })
  it('that was missed is made a minute after the next start', async () => {
    begin('2026-03-02T12:00')
    await until('2026-03-03T05:00')
    await soon(() => expect(files()).toEqual(both('2026-03-03')))
    end()
    begin('2026-03-06T12:00')
    await until('2026-03-06T12:02')
    await soon(() => expect(files()).toEqual([...both('2026-03-03'), ...both('2026-03-06')]))
  })
  it('that fails is told, thrown away by nobody, and tried again within the hour', async () => {
    fails()
    begin('2026-03-02T23:00')
    await until('2026-03-03T04:30')
    await soon(() => expect(said).toContain('the nightly backup was not made: the disk is full'))
    works()
    await soon(() => expect(files()).toEqual(both('2026-03-03')))
  })
  it('whose folder is in the way of something else ends nothing: it is told each time', async () => {
    writeFileSync(folder, 'a file, not a folder')
    begin('2026-03-02T23:00')
    await until('2026-03-03T05:00')
    await soon(() => expect(said.at(-1)).toMatch(/^the nightly backup was not made: E/))
    rmSync(folder)
    await soon(() => expect(files()).toEqual(both('2026-03-03')))
  })
  it('is nobody’s where none are kept', async () => {
    begin('2026-03-02T12:00', 0)
    await until('2026-03-05T12:00')
    expect(files()).toEqual([])
  })
})
