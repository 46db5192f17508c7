import { unitById, type Unit } from './units'

/** Which measures a device speaks. */
export type MeasureSystem = 'metric' | 'us'
/** An amount ready to be said: value and unit id. */
export interface SpokenAmount {
  readonly value: number
  readonly unitId: string
}

const SPOON_STEP = 0.25
const roundTo = (value: number, step: number) => Math.round(value / step) * step
const STEPS = [
  { under: 10, step: 0.1 },
  { under: 200, step: 1 },
  { under: 2000, step: 5 },
]
/** A step that keeps about three figures. */
const stepFor = (value: number) => STEPS.find(({ under }) => value < under)?.step ?? 10

/** Grams as a scale or a spoon says them; under a teaspoon of a dry good a spoon is surer than a scale of whole grams. */
export function sayMass(massG: number, system: MeasureSystem = 'metric'): SpokenAmount {
  if (system === 'us')
    return massG >= 453.592
      ? { value: roundTo(massG / 453.592, 0.05), unitId: 'lb' }
      : { value: roundTo(massG / 28.3495, massG < 113.4 ? 0.1 : 0.25), unitId: 'oz' }
  return massG >= 10_000
    ? { value: roundTo(massG / 1000, 0.1), unitId: 'kg' }
    : { value: roundTo(massG, stepFor(massG)), unitId: 'g' }
}

/** Millilitres as a jug or a spoon says them. */
export function sayVolume(volumeMl: number, system: MeasureSystem = 'metric'): SpokenAmount {
  if (volumeMl < (system === 'us' ? 15 : 5))
    return { value: Math.max(SPOON_STEP, roundTo(volumeMl / 5, SPOON_STEP)), unitId: 'tsp' }
  if (system === 'us')
    return volumeMl < 236.588
      ? { value: roundTo(volumeMl / 15, SPOON_STEP), unitId: 'tbsp' }
      : { value: roundTo(volumeMl / 236.588, SPOON_STEP), unitId: 'cup' }
  return volumeMl >= 10_000
    ? { value: roundTo(volumeMl / 1000, 0.1), unitId: 'l' }
    : { value: roundTo(volumeMl, stepFor(volumeMl)), unitId: 'ml' }
}

/** The g or ml that a spoken amount means again, by a unit's plain size; US cups for the US system. */
export function sizeOfSpoken({ value, unitId }: SpokenAmount): number {
  const unit: Unit | undefined = unitById(unitId)
  return value * (unit?.size ?? unit?.readings?.us ?? unit?.readings?.weight ?? NaN)
}
