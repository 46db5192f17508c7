import type { Allergen } from '../../allergens/allergens'
import type { StageFact } from '../../batch/batchState'
import type { Cue } from '../../facts/kinds/vocabulary'

/** What was fried or roasted in a pan before its sauce, and what of it may go into the sauce. A fish's butter never: it has its taste, and what it was dusted with burns. */
export interface PanBefore {
  /** Its fat goes in, down to a film; else the pan is emptied. */
  readonly fat: 'film' | 'none'
  /** What stuck is dissolved; else the pan is wiped. */
  readonly fond: 'yes' | 'no'
  /** What it leaves in the pan, however well it is wiped. */
  readonly leaves: readonly Allergen[]
}
export const PAN_BEFORE = {
  panMeat: { fat: 'film', fond: 'yes', leaves: [] },
  panFish: { fat: 'none', fond: 'no', leaves: ['fish'] },
  panShellfish: { fat: 'none', fond: 'no', leaves: ['crustaceans', 'molluscs'] },
  panBurnt: { fat: 'none', fond: 'no', leaves: [] },
  panClean: { fat: 'none', fond: 'no', leaves: [] },
} as const satisfies Partial<Record<Cue, PanBefore>>
export type PanBeforeCue = keyof typeof PAN_BEFORE

/** What a cook said was in the pan last, at this step; nothing where nobody said. */
export function panBefore(facts: readonly StageFact[], stepId: string): PanBeforeCue | undefined {
  const cues = facts.flatMap((f) =>
    f.kind === 'cue.seen' && f.payload.stepId === stepId ? [f.payload.cue] : [],
  )
  return cues.findLast((cue): cue is PanBeforeCue => cue in PAN_BEFORE)
}
