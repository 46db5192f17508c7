import { EMULSION_MODELS } from './emulsionModels'
import type { Model } from './model'
import { REDUCTION_MODELS } from './reductionModels'
import { SAUCE_MODELS } from './sauceModels'
import { SAFETY_MODELS } from './safetyModels'

/** Every model by its id; HTTP, command line and "explain this number" read this and nothing else. */
export const MODELS: readonly Model[] = [
  ...REDUCTION_MODELS,
  ...EMULSION_MODELS,
  ...SAFETY_MODELS,
  ...SAUCE_MODELS,
]

/** The model of an id, or undefined. */
export function findModel(id: string): Model | undefined {
  return MODELS.find((model) => model.id === id)
}
