import { airPressureKPa } from '../heat/atmosphere'
import { waterBoilingPointC } from '../heat/water'
import type { KitchenSettings } from './kitchen'

/** Where water boils in a kitchen, °C, by how high it lies. */
export const boilsAtC = ({ altitudeM }: Pick<KitchenSettings, 'altitudeM'>): number =>
  waterBoilingPointC(airPressureKPa(altitudeM))
