import type { TempPoint } from '../safety/lethality'
import type { StageFact } from './batchState'

/** Temperatures that were read at a step, in order. */
export const stepTemps = (facts: readonly StageFact[], stepId: string): TempPoint[] =>
  facts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature' && f.payload.stepId === stepId
      ? [{ atMs: f.atMs, tempC: f.payload.tempC }]
      : [],
  )
