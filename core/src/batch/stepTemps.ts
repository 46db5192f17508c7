import type { TempPoint } from '../safety/lethality'
import type { StageFact } from './batchState'

/** Temperatures that were read of a batch, in order, with the step at which they were. */
export const tempsRead = (facts: readonly StageFact[]): (TempPoint & { readonly stepId: string })[] =>
  facts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature'
      ? [{ atMs: f.atMs, tempC: f.payload.tempC, stepId: f.payload.stepId }]
      : [],
  )
/** Those of one step. */
export const stepTemps = (facts: readonly StageFact[], stepId: string) =>
  tempsRead(facts).filter((read) => read.stepId === stepId)
