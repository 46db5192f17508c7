import { monotoneRoot } from '../../solve/monotoneRoot'
import { butterEnthalpyJPerG, HEAT_CAPACITY, type ButterParts } from '../../mixture/butterFat'

/** Off the bath: raw yolk and water in a jug, hot butter, a power whisk. Masses g, temperatures °C. */
export interface BlenderMix {
  readonly yolkG: number
  readonly waterG: number
  readonly baseC: number
  readonly butterG: number
  readonly butter: ButterParts
  readonly butterC: number
  readonly vesselJPerK: number
  readonly vesselC: number
  readonly shaftJ: number
}

/** Temperature at which it all ends, °C: heat before and shaft work are the heat after; undefined outside −10 to 150 °C. `emulsion:H9` */
export function blenderMixTempC(mix: BlenderMix): number | undefined {
  const base = HEAT_CAPACITY.yolk * mix.yolkG + HEAT_CAPACITY.water * mix.waterG + mix.vesselJPerK
  const before =
    (HEAT_CAPACITY.yolk * mix.yolkG + HEAT_CAPACITY.water * mix.waterG) * mix.baseC +
    mix.vesselJPerK * mix.vesselC +
    mix.butterG * butterEnthalpyJPerG(mix.butter, mix.butterC) +
    mix.shaftJ
  const found = monotoneRoot(
    (t) => base * t + mix.butterG * butterEnthalpyJPerG(mix.butter, t) - before,
    -10,
    150,
  )
  return found.status === 'converged' ? found.root : undefined
}
