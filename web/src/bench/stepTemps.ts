import type { BatchView } from '@liquamen/core'

/** A temperature that was read at a step. */
export interface StepTemp {
  readonly atMs: number
  readonly tempC: number
}

/** Temperatures read at the step that is worked, in order. */
export const stepTemps = ({ state, step }: BatchView): StepTemp[] =>
  state.stageFacts.flatMap((f) =>
    f.kind === 'reading.taken' && f.payload.how === 'temperature' && f.payload.stepId === step?.id
      ? [{ atMs: f.atMs, tempC: f.payload.tempC }]
      : [],
  )
