import type { Deadline } from '@liquamen/core'
import { texts } from './texts'

/** What somebody must do, in two words at most: a step that ends says its own word, everything else the catalogue's. */
export function deadlineVerb({ code, verb, ring }: Pick<Deadline, 'code' | 'verb' | 'ring'>): string {
  if (code === 'light') return texts.verbs.light(ring)
  return code === 'stepEnds' ? verb : texts.verbs[code]
}
