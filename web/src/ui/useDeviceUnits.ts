import type { MeasureSystem } from '@liquamen/core'
import { readonly, ref } from 'vue'

/** The scale on which this device says temperatures. */
export type TempUnit = '°C' | '°F'

const MEASURES_KEY = 'liquamen.measures'
const TEMP_KEY = 'liquamen.temperatures'
const system = ref<MeasureSystem>(localStorage.getItem(MEASURES_KEY) === 'us' ? 'us' : 'metric')
const tempUnit = ref<TempUnit>(localStorage.getItem(TEMP_KEY) === '°F' ? '°F' : '°C')

/** Which measures this device speaks: grams or ounces, Celsius or Fahrenheit. Everything is kept in grams and Celsius. */
export function useDeviceUnits() {
  function setSystem(next: MeasureSystem): void {
    system.value = next
    localStorage.setItem(MEASURES_KEY, next)
  }
  function setTempUnit(next: TempUnit): void {
    tempUnit.value = next
    localStorage.setItem(TEMP_KEY, next)
  }
  return { system: readonly(system), tempUnit: readonly(tempUnit), setSystem, setTempUnit }
}

/** A temperature on this device's scale. */
export const tempOnDevice = (tempC: number): number => (tempUnit.value === '°F' ? tempC * 1.8 + 32 : tempC)
/** A difference of temperature on this device's scale. */
export const deltaOnDevice = (deltaK: number): number => (tempUnit.value === '°F' ? deltaK * 1.8 : deltaK)
/** Celsius of a temperature that was typed on this device's scale. */
export const tempFromDevice = (typed: number): number =>
  tempUnit.value === '°F' ? (typed - 32) / 1.8 : typed
/** The scale that stands behind a temperature now. */
export const tempScale = (): TempUnit => tempUnit.value
