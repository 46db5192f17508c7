// A schedule is looked for beside the server, which goes on answering.
import type { ScheduleRequest } from '@liquamen/contracts'
import { DomainError, scheduleService } from '@liquamen/core'
import { parentPort, workerData } from 'node:worker_threads'

const { instance, steps, budgetMs, seed, from } = workerData as ScheduleRequest
try {
  const answer = scheduleService(instance, {
    seed,
    from,
    ...(steps === undefined ? { budgetMs, nowMs: () => performance.now() } : { steps }),
  })
  parentPort?.postMessage({ answer })
} catch (error) {
  if (!(error instanceof DomainError)) throw error
  parentPort?.postMessage({ domain: { code: error.code, field: error.field, value: error.value } })
}
