import type { KitchenCatalog } from '@liquamen/core'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { EveningTold, PlannerHears } from './evening.worker'
import type { Question } from './planner'

class FakeWorker {
  static all: FakeWorker[] = []
  readonly heard: PlannerHears[] = []
  onmessage?: (event: { data: EveningTold }) => void
  onerror?: () => void
  isEnded = false
  constructor() {
    FakeWorker.all.push(this)
  }
  postMessage(message: PlannerHears) {
    this.heard.push(message)
  }
  terminate() {
    this.isEnded = true
  }
}
const question = {} as Question
const book = { formulas: [] } as unknown as KitchenCatalog
const told = (ask: number) => ({ data: { ask, isDone: true } as EveningTold })
beforeEach(() => {
  FakeWorker.all = []
  vi.resetModules()
  vi.stubGlobal('Worker', FakeWorker)
})
afterEach(() => vi.unstubAllGlobals())

it('is one for all screens: the book goes to it once, a newer question has its answer alone, and one that is left is given up', async () => {
  const { askPlanner, leavePlanner } = await import('./planner')
  const [first, second] = [vi.fn(), vi.fn()]
  const a = askPlanner(question, book, { told: first, failed: vi.fn() })
  const b = askPlanner(question, book, { told: second, failed: vi.fn() })
  const [worker] = FakeWorker.all
  expect(FakeWorker.all).toHaveLength(1)
  expect(worker!.heard.map((m) => 'catalog' in m)).toEqual([true, false])
  worker!.onmessage!(told(a))
  worker!.onmessage!(told(b))
  expect(first).not.toHaveBeenCalled()
  expect(second).toHaveBeenCalledOnce()
  leavePlanner(a) // was overtaken: nothing to give up
  leavePlanner(b)
  expect(worker!.heard.slice(2)).toEqual([{ leaves: b }])
  askPlanner(question, { ...book }, { told: first, failed: vi.fn() })
  expect(worker!.heard.at(-1)).toHaveProperty('catalog')
})

it('lost, says so to whoever waits, and is begun anew with its book at the next question', async () => {
  const { askPlanner } = await import('./planner')
  const failed = vi.fn()
  askPlanner(question, book, { told: vi.fn(), failed })
  FakeWorker.all[0]!.onerror!()
  expect(failed).toHaveBeenCalledOnce()
  expect(FakeWorker.all[0]!.isEnded).toBe(true)
  askPlanner(question, book, { told: vi.fn(), failed })
  expect(FakeWorker.all[1]!.heard[0]).toHaveProperty('catalog')
})
