import type { Cue } from '@liquamen/core'
import { brownTexts } from '../techniques/brown/texts'
import { prepareTexts } from '../techniques/prepare/texts'
import { texts } from './texts'

/** Everything that a cook can see or hear in one tap, as its bench says it. */
export const CUE_WORDS: Readonly<Record<Cue, string>> = {
  ...texts.emulsion.cues,
  ...prepareTexts.stages,
  ...prepareTexts.drops,
  ...prepareTexts.panBefore.was,
  ...brownTexts.cues,
  halfWay: prepareTexts.halfWay,
  pool: prepareTexts.pool,
  poolGone: prepareTexts.poolGone,
  halved: prepareTexts.halved,
  secondLot: prepareTexts.secondLot,
  atPressure: texts.rooms.atPressure,
}
