import { holdFutures } from '@liquamen/core'
import { afterEach, expect, it, vi } from 'vitest'
import { catalog } from '../../testing/mountScreen'
import { firstStep, workAt } from '../../testing/workAt'
import type { FuturesAsked } from './futures.worker'

/** Answers at once, in the thread that asks. */
class AtOnce {
  static asked: FuturesAsked[] = []
  onmessage: ((of: { data: unknown }) => void) | null = null
  postMessage(asked: FuturesAsked): void {
    AtOnce.asked.push(asked)
    const of = { futures: 60, seed: asked.seed }
    this.onmessage?.({ data: { batchId: asked.batchId, band: holdFutures(asked.course, of) } })
  }
}
afterEach(() => vi.unstubAllGlobals())

it('how long a held sauce may stand is told with its band, worked out by the worker; what it is handed can be cloned', async () => {
  vi.stubGlobal('Worker', AtOnce)
  const { formula, step } = firstStep('hold')
  const at = await workAt(formula.id, step.id)
  await at.press(new RegExp(`^${catalog.wells[0]!.letter}\\b`))
  await at.press('Temperature')
  await at.enter(64)
  at.kitchen.wait(1)
  await at.settle()
  expect(AtOnce.asked.length).toBeGreaterThan(0)
  expect(structuredClone(AtOnce.asked.at(-1))).toEqual(AtOnce.asked.at(-1))
  const [, low, high] = /(\d+)–(\d+) min in eight of ten futures/.exec(at.w.text()) ?? []
  expect(Number(low)).toBeLessThan(Number(high))
})
