import type { BatchState } from '../../batch/batchState'
import { emulsionOf } from '../../batch/batchPlan'
import type { EmulsionMethod } from '../../formula/formula'
import { newtonMin, newtonTempC } from '../../cooling/newton'
import { HEAT_CAPACITY, milkFatGPerMl } from '../../mixture/butterFat'
import { coolsAt } from '../hold/places'

/** Butter that is poured over a whisked yolk, and very hot butter under a blade, °C (emulsion.md §2, §10). */
const WHISKED_C = { low: 45, high: 65 } as const
const BLENDED_C = { low: 90, high: 96 } as const
const MINUTE_MS = 60_000

/** How warm the butter of a school is to go in, °C. */
export const butterWindowC = ({ tool }: Pick<EmulsionMethod, 'tool'>) =>
  tool === 'stickBlender' ? BLENDED_C : WHISKED_C

/** Melted butter that waits for its pour: as it was read, and as it has cooled since. */
export interface ButterReady {
  readonly window: { readonly low: number; readonly high: number }
  readonly readC: number
  readonly readAtMs: number
  readonly nowC: number
  readonly verdict: 'ready' | 'tooHot' | 'tooCool'
  /** Too hot: when it will have cooled into its window. */
  readonly opensAtMs: number | undefined
}

/** Whether the butter may go in; nothing where nobody has read it. It cools in its jug beside the stove. `emulsion:§2` */
export function butterReady(state: BatchState, nowMs: number): ButterReady | undefined {
  const emulsion = state.plan && emulsionOf(state.plan)
  const read = state.stageFacts.findLast((f) => f.kind === 'butter.read')
  if (!emulsion || !read) return undefined
  const window = butterWindowC(emulsion.method)
  const { tempC: readC } = read.payload
  const jug = coolsAt('side', 'metal', {
    massG: emulsion.butterG,
    volumeMl: emulsion.butterG / milkFatGPerMl(readC),
    jPerGK: HEAT_CAPACITY.fat,
  })
  const nowC = newtonTempC(jug, readC, Math.max(0, nowMs - read.atMs) / MINUTE_MS)
  const wait = newtonMin(jug, nowC, window.high)
  const inWindow = nowC < window.low ? 'tooCool' : 'ready'
  return {
    window,
    readC,
    readAtMs: read.atMs,
    nowC,
    verdict: nowC > window.high ? 'tooHot' : inWindow,
    opensAtMs: nowC > window.high && Number.isFinite(wait) ? nowMs + wait * MINUTE_MS : undefined,
  }
}
