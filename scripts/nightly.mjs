// A backup each night beside the running app, and how many of them are kept. Builtins only: it runs with npm start.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'

const AT = { hour: 3, minute: 30 } // when kitchens sleep
const LONGEST_WAIT_MS = 60 * 60_000 // a clock that is set anew, or a summer that begins, is noticed within the hour
const NAME = /^liquamen-(\d{4}-\d{2}-\d{2})\.dump$/

const pad = (n) => String(n).padStart(2, '0')
/** The name of a day's backup, by the machine's own calendar. */
export const nameOf = (day) =>
  `liquamen-${day.getFullYear()}-${pad(day.getMonth() + 1)}-${pad(day.getDate())}.dump`
/** The newest night that should have its backup by now. */
export function lastNight(now) {
  const night = new Date(now)
  night.setHours(AT.hour, AT.minute, 0, 0)
  if (night > now) night.setDate(night.getDate() - 1)
  return night
}
/** The files of a folder that are one too many, oldest first. */
export function tooMany(names, keep) {
  const own = names.filter((name) => NAME.test(name)).sort()
  return own.slice(0, Math.max(0, own.length - keep))
}

/**
 * Makes a backup of each night into a folder and keeps the newest; one that was missed, since the app was not running, is made at its next start.
 * @returns ends it
 */
export function backUpNightly({ program, env, folder, keep, say, now = () => new Date() }) {
  if (keep <= 0) return () => undefined
  let timer
  let child
  const prune = () => {
    for (const name of tooMany(readdirSync(folder), keep))
      for (const file of [name, `${name}.json`]) rmSync(join(folder, file), { force: true })
  }
  const isFirst = () => !readdirSync(folder).some((name) => NAME.test(name))
  const notMade = (why) => say(`the nightly backup was not made: ${why}`)
  /** Answers what went wrong, where something did. */
  const make = (file) =>
    new Promise((resolve) => {
      child = spawn(process.execPath, [program, 'backup', file], { env, stdio: ['ignore', 'ignore', 'pipe'] })
      let said = ''
      child.stderr.on('data', (chunk) => (said += String(chunk)))
      child.once('close', (code) => {
        child = undefined
        resolve(code === 0 ? undefined : said.trim().split('\n').at(-1))
      })
    })
  async function makeWhatIsMissing() {
    mkdirSync(folder, { recursive: true })
    const night = lastNight(now())
    const file = join(folder, nameOf(night))
    const hasItsFirstNightToCome = isFirst() && night < begunAt
    if (existsSync(file) || hasItsFirstNightToCome) return
    const wrong = await make(file)
    if (wrong === undefined) prune()
    else notMade(wrong)
  }
  /** A disk that is full or was taken out is no reason for the kitchen's server to end. */
  async function look() {
    await makeWhatIsMissing().catch((error) => notMade(error.message))
    const next = lastNight(new Date(+now() + 24 * 3600_000))
    timer = setTimeout(() => void look(), Math.min(LONGEST_WAIT_MS, Math.max(1000, next - now())))
    timer.unref()
  }
  const begunAt = now()
  timer = setTimeout(() => void look(), 60_000)
  timer.unref()
  return () => {
    clearTimeout(timer)
    child?.kill('SIGTERM')
  }
}
