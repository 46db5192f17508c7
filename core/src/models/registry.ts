import { ALCOHOL_MODELS } from './alcoholModels'
import { BROWNING_MODELS } from './browningModels'
import { BUTTER_MODELS } from './butterModels'
import { CALIBRATION_MODELS } from './calibrationModels'
import { COOLING_MODELS } from './coolingModels'
import { DEMAND_MODELS } from './demandModels'
import { EMULSION_MODELS } from './emulsionModels'
import { ESTIMATOR_MODELS } from './estimatorModels'
import { EVAPORATION_MODELS } from './evaporationModels'
import { FADING_MODELS } from './fadingModels'
import { HOLD_MODELS } from './holdModels'
import { KEEPING_MODELS } from './keepingModels'
import { LEARNING_MODELS } from './learningModels'
import type { Model } from './model'
import { PROPERTY_MODELS } from './propertyModels'
import { REDUCTION_MODELS } from './reductionModels'
import { RESCUE_MODELS } from './rescueModels'
import { SAFETY_MODELS } from './safetyModels'
import { PORTION_MODELS } from './portionModels'
import { SEASON_MODELS } from './seasonModels'
import { SERVICE_MODELS } from './serviceModels'
import { THICKEN_MODELS } from './thickenModels'
import { SIMMER_MODELS } from './simmerModels'
import { VESSEL_MODELS } from './vesselModels'

/** Every model by its id; HTTP, command line and "explain this number" read this and nothing else. */
export const MODELS: readonly Model[] = [
  ...PROPERTY_MODELS,
  ...REDUCTION_MODELS,
  ...EVAPORATION_MODELS,
  ...ESTIMATOR_MODELS,
  ...VESSEL_MODELS,
  ...ALCOHOL_MODELS,
  ...COOLING_MODELS,
  ...KEEPING_MODELS,
  ...SIMMER_MODELS,
  ...BROWNING_MODELS,
  ...CALIBRATION_MODELS,
  ...LEARNING_MODELS,
  ...EMULSION_MODELS,
  ...BUTTER_MODELS,
  ...HOLD_MODELS,
  ...RESCUE_MODELS,
  ...SAFETY_MODELS,
  ...THICKEN_MODELS,
  ...SEASON_MODELS,
  ...PORTION_MODELS,
  ...DEMAND_MODELS,
  ...SERVICE_MODELS,
  ...FADING_MODELS,
]

/** The model of an id, or undefined. */
export function findModel(id: string): Model | undefined {
  return MODELS.find((model) => model.id === id)
}
