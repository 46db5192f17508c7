import type { FormulaStep } from '../formula/formula'
import { ACTS_OF, type Act, type TechniqueId } from './acts'
import { brown } from './brown/brown'
import { cool } from './cool/cool'
import { eggEmulsion } from './eggEmulsion/eggEmulsion'
import { hold } from './hold/hold'
import { mount } from './mount/mount'
import { prepare } from './prepare/prepare'
import { reduce } from './reduce/reduce'
import { season } from './season/season'
import { serve } from './serve/serve'
import { simmer } from './simmer/simmer'
import type { Attention, Technique } from './technique'
import { thicken } from './thicken/thicken'

/** The rooms. Adding one adds a folder, its words in `acts`, and a line here. */
export const TECHNIQUES: Readonly<Record<TechniqueId, Technique>> = {
  prepare,
  reduce,
  eggEmulsion,
  mount,
  brown,
  thicken,
  simmer,
  season,
  hold,
  cool,
  serve,
}

const ROOM_OF = new Map<Act, Technique>(
  (Object.keys(ACTS_OF) as TechniqueId[]).flatMap((id) =>
    ACTS_OF[id].map((act) => [act, TECHNIQUES[id]] as const),
  ),
)

/** The room that a step is worked in. */
export function techniqueOf({ technique }: Pick<FormulaStep, 'technique'>): Technique {
  const found = ROOM_OF.get(technique)
  if (!found) throw new RangeError(`no room for ${technique}`)
  return found
}

/** Share of a butter that stays as clear fat where it goes in at this act; undefined where it does not boil dry. */
export const driesFat = (technique: Act): number | undefined =>
  techniqueOf({ technique }).driesFat?.[technique]

/** How much of a cook a step takes: what the formula says, else what its technique always wants. */
export const attentionOf = (step: FormulaStep): Attention =>
  step.attention ?? techniqueOf(step).attention(step)
