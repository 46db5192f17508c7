import type { ScheduleRequest } from '@liquamen/contracts'
import { DomainError, type ScheduleAnswer } from '@liquamen/core'
import { Worker } from 'node:worker_threads'
import { ROOT } from '../../root'

type Said =
  | { readonly answer: ScheduleAnswer }
  | { readonly domain: { readonly code: string; readonly field: string; readonly value: unknown } }

/** Bundled it stands beside the server; from its source it brings a reader of TypeScript. */
const THREAD = import.meta.url.endsWith('.ts')
  ? new URL('./scheduleThread.mjs', import.meta.url)
  : new URL('dist/scheduleWorker.js', ROOT)

/** As many schedules as are looked for at a time; who asks for more waits. */
const AT_ONCE = 2
/** How long a thread may take beyond its budget to begin, and to name what clashes, ms. */
const NAMES_WITHIN_MS = 30_000

/** Looks for schedules, each in a worker of its own. */
export function createScheduleService() {
  let running = 0
  const waiting: (() => void)[] = []
  async function turn(): Promise<void> {
    if (running >= AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve))
    running += 1
  }
  function leave(): void {
    running -= 1
    waiting.shift()?.()
  }
  return {
    /** @throws DomainError where the instance contradicts itself, or nothing was found in time */
    async schedule(request: ScheduleRequest): Promise<ScheduleAnswer> {
      await turn()
      try {
        const worker = new Worker(THREAD, { workerData: request })
        const over = setTimeout(() => void worker.terminate(), request.budgetMs + NAMES_WITHIN_MS)
        const said = await new Promise<Said>((resolve, reject) => {
          worker.once('message', resolve)
          worker.once('error', reject)
          worker.once('exit', () => reject(new DomainError('noAnswer', 'budgetMs', request.budgetMs)))
        }).finally(() => clearTimeout(over))
        if ('answer' in said) return said.answer
        throw new DomainError(said.domain.code, said.domain.field, said.domain.value)
      } finally {
        leave()
      }
    },
  }
}
export type ScheduleService = ReturnType<typeof createScheduleService>
