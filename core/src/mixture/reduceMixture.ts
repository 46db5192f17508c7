import { airPressureKPa } from '../heat/atmosphere'
import { DomainError } from '../errors'
import { boilDown, KAPPA } from './boilDown'
import { massG, solidsFrac, type Composition } from './composition'
import { volume20Ml } from './volume'

/** Where a reduction stops: a volume at 20 °C, a mass, or a share of solids. */
export type StopAt =
  { readonly volumeMl: number } | { readonly massG: number } | { readonly solidsFrac: number }

/** Distance still to go: positive before the stop, zero at it; the same sign for all three kinds. */
export function toGo(stop: StopAt): (mixture: Composition) => number {
  if ('volumeMl' in stop) return (mixture) => volume20Ml(mixture) - stop.volumeMl
  if ('massG' in stop) return (mixture) => massG(mixture) - stop.massG
  return (mixture) => stop.solidsFrac - solidsFrac(mixture)
}

/**
 * What is left of a mixture at one stop of its boiling down; whoever reads several asks `boilDown` once.
 *
 * @param kappa - 1 for a lively boil, 0.6 for a bare simmer (gas-film limit)
 * @returns the mixture at the stop; unchanged where it is already past it
 * @throws DomainError `cannotReduce` where the water ends before the stop
 */
export function reduceMixture(
  start: Composition,
  stop: StopAt,
  kappa: number = KAPPA.boil,
  pressureKPa = airPressureKPa(0),
): Composition {
  const found = boilDown(start, pressureKPa, kappa).where(toGo(stop))
  if (!found) throw new DomainError('cannotReduce', 'stop', Object.values(stop)[0])
  return found.mixture
}
