import type { Formula } from '../../formula/formula'
import { techniqueOf } from '../registry'

/** Tastings in their order (emulsion.md §9): a clean spoon each, one change at a time. */
export const CHECKPOINTS = [
  'reduction',
  'ribbon',
  'halfButter',
  'beforeAcid',
  'afterAcid',
  'afterSalt',
  'withBite',
  'afterHold',
] as const
export type CheckpointId = (typeof CHECKPOINTS)[number]
/** A tasting that belongs to a step. */
export interface Checkpoint {
  readonly id: CheckpointId
  readonly stepId: string
}

/** What a cook's tongue can say in one tap. */
export const TASTE_WORDS = ['right', 'flat', 'salty', 'sharp', 'sweet', 'bitter'] as const
export type TasteWord = (typeof TASTE_WORDS)[number]

/** The tastings of a formula, each at the step where its moment is: only those that it has. */
export function checkpointsOf({ steps }: Pick<Formula, 'steps'>): Checkpoint[] {
  const first = (is: (s: Formula['steps'][number]) => boolean) => steps.find(is)?.id
  const at = (stepId: string | undefined, ...ids: CheckpointId[]): Checkpoint[] =>
    stepId === undefined ? [] : ids.map((id) => ({ id, stepId }))
  const held = first((s) => techniqueOf(s).id === 'hold')
  return [
    ...at(
      first((s) => s.technique === 'reduce'),
      'reduction',
    ),
    ...at(
      first((s) => s.technique === 'whisk'),
      'ribbon',
    ),
    ...at(
      first((s) => s.technique === 'pour'),
      'halfButter',
    ),
    ...at(
      first((s) => s.technique === 'season'),
      'beforeAcid',
      'afterAcid',
      'afterSalt',
      'withBite',
    ),
    ...at(held, 'afterHold'),
  ]
}
