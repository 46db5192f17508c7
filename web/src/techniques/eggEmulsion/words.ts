import type { BatchView } from '@liquamen/core'
import { numberText, tempText } from '../../ui/format'
import { texts } from '../../ui/texts'
import type { StationWords } from '../technique'

/** A bowl on the stove: how far the yolk is, or how much butter is to come. */
export function eggWords({ live, step }: BatchView): StationWords | undefined {
  if (live?.kind !== 'eggEmulsion') return undefined
  const { bowl } = live
  const stage = texts.emulsion.stages[bowl.stage] ?? ''
  const butter =
    bowl.butterToComeG > 1 ? texts.emulsion.toCome(numberText(bowl.butterToComeG)) : texts.emulsion.butterDone
  return {
    detail: step?.technique === 'pour' ? butter : stage,
    drawing: `${tempText(bowl.tempC, 0)}, ${stage}`,
  }
}
