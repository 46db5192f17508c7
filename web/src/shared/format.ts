import { tempOnDevice, tempScale } from './useDeviceUnits'
import { useKitchen } from '../kitchen/kitchen.store'

const zone = (): string => useKitchen().catalog?.settings.timeZone ?? 'UTC'
const MINUS = '−'

/** Makes a formatter once for each key: a screen formats hundreds of numbers a second, and making one costs as much as using it a hundred times. */
function keptFormatters<T extends { format: (value: number) => string }>(make: (key: string) => T): (key: string, value: number) => string {
  const kept = new Map<string, T>()
  return (key, value) => {
    let formatter = kept.get(key)
    if (!formatter) kept.set(key, (formatter = make(key)))
    return formatter.format(value)
  }
}
const formatNumber = keptFormatters(
  (decimals) => new Intl.NumberFormat('en-GB', { minimumFractionDigits: Number(decimals), maximumFractionDigits: Number(decimals) }),
)
const formatMoney = keptFormatters((currency) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }))
const formatClock = keptFormatters((timeZone) => new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }))
const formatSeconds = keptFormatters(
  (timeZone) => new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', second: '2-digit' }),
)
const formatDay = keptFormatters(
  (timeZone) => new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short', day: 'numeric', month: 'short' }),
)

/** A clock time of the kitchen, 19:11. */
export const clockText = (ms: number, withSeconds = false): string => (withSeconds ? formatSeconds : formatClock)(zone(), ms)

/** A day of the kitchen, Sat 10 Jan. */
export const dayText = (ms: number): string => formatDay(zone(), ms)

/** A span: 3:10 under ten minutes, whole minutes from ten; a span that is over counts on with a minus. */
export function spanText(ms: number): { number: string; unit: string } {
  const sign = ms < 0 ? MINUS : ''
  const seconds = Math.floor(Math.abs(ms) / 1000)
  if (seconds < 600) return { number: `${sign}${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`, unit: '' }
  return { number: `${sign}${Math.round(seconds / 60)}`, unit: 'min' }
}

/** A number with grouped thousands. */
export const numberText = (value: number, decimals = 0): string => formatNumber(String(decimals), value).replace('-', MINUS)

/** A share as a percentage without its sign. */
export const percentText = (share: number, decimals = 1): string => numberText(share * 100, decimals)

/** The instant of a clock time today, or tomorrow where it is over by more than twelve hours. */
export function instantOfClock(text: string, nowMs: number): number | undefined {
  const match = /^(\d{1,2})[:.]?(\d{2})$/.exec(text.trim())
  if (!match) return undefined
  const [hours, minutes] = [Number(match[1]), Number(match[2])]
  if (hours > 23 || minutes > 59) return undefined
  const [nowH = 0, nowM = 0] = clockText(nowMs).split(':').map(Number)
  const deltaMin = hours * 60 + minutes - (nowH * 60 + nowM)
  const thisMinute = Math.floor(nowMs / 60_000) * 60_000
  return thisMinute + (deltaMin < -720 ? deltaMin + 1440 : deltaMin) * 60_000
}

/** Money from its minor units, "€1.20". */
export const moneyText = (minor: number, currency: string): string => formatMoney(currency, minor / 100).replace('-', MINUS)

/** A temperature on this device's scale, "62.5 °C" or "144.5 °F". */
export const tempText = (tempC: number, decimals = 1): string => `${numberText(tempOnDevice(tempC), decimals)} ${tempScale()}`
/** A temperature with its degree sign alone, where the scale stands beside it or has no room. */
export const degreesText = (tempC: number, decimals = 0): string => `${numberText(tempOnDevice(tempC), decimals)}°`
