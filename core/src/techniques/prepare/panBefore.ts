import type { Allergen } from '../../allergens/allergens'
import type { StageFact } from '../../batch/batchState'
import type { Cue } from '../../facts/kinds/vocabulary'

/** What a pan was used for before its sauce, and what that leaves in it however well it is wiped. */
export const PAN_BEFORE = {
  panMeat: [],
  panFish: ['fish'],
  panShellfish: ['crustaceans', 'molluscs'],
  panBurnt: [],
  panClean: [],
} as const satisfies Partial<Record<Cue, readonly Allergen[]>>
export type PanBeforeCue = keyof typeof PAN_BEFORE

/** What a cook said was in the pan last, at this step; nothing where nobody said. */
export function panBefore(facts: readonly StageFact[], stepId: string): PanBeforeCue | undefined {
  const cues = facts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === stepId ? [f.payload.cue] : [],
  )
  return cues.findLast((cue): cue is PanBeforeCue => cue in PAN_BEFORE)
}
