import type { KitchenCatalog } from '@liquamen/core'
import type { EveningAsk, EveningTold, PlannerHears } from './evening.worker'

/** What a screen asks of the planner; it is counted, and the kitchen's book goes with it where it is another. */
export type Question = Omit<EveningAsk, 'ask' | 'catalog'>
interface Listener {
  readonly told: (told: EveningTold) => void
  readonly failed: () => void
}

let worker: Worker | undefined
let asks = 0
/** The kitchen's book as the worker has it. */
let known: KitchenCatalog | undefined
const listeners = new Map<number, Listener>()

function lost(): void {
  worker?.terminate()
  worker = undefined
  known = undefined
  const left = [...listeners.values()]
  listeners.clear()
  for (const { failed } of left) failed()
}
function started(): Worker {
  if (worker) return worker
  worker = new Worker(new URL('./evening.worker.ts', import.meta.url), { type: 'module' })
  worker.onmessage = ({ data }: MessageEvent<EveningTold>) => listeners.get(data.ask)?.told(data)
  worker.onerror = lost
  return worker
}
const post = (message: PlannerHears) => started().postMessage(structuredClone(message))

/**
 * Asks the planner, which is one for all screens: what it worked out of the kitchen's book it keeps from screen to screen.
 * A newer question has its answer alone. @returns the number of the question
 */
export function askPlanner(question: Question, catalog: KitchenCatalog, listener: Listener): number {
  const ask = ++asks
  if (typeof Worker === 'undefined') return ask
  listeners.clear()
  listeners.set(ask, listener)
  post({ ...question, ask, ...(catalog === known ? {} : { catalog }) })
  known = catalog
  return ask
}
/** Nobody waits for a question any more: nothing is looked for in vain. */
export function leavePlanner(ask: number): void {
  if (listeners.delete(ask)) post({ leaves: ask })
}
