import type { ZoneClock } from '@liquamen/contracts'
import { tempOnDevice, tempScale } from './useDeviceUnits'
import { ref, shallowRef } from 'vue'

const kitchenZone = ref('UTC')
const zoneClock = shallowRef<ZoneClock>()
/** Sets the zone in which clock times and days are told: the kitchen's own; with how far its clocks are ahead around now, where that is known. */
export function setZone(timeZone: string, clock?: ZoneClock): void {
  kitchenZone.value = timeZone
  zoneClock.value = clock
}
const zone = (): string => kitchenZone.value
const MINUS = '−'
const MIN_MS = 60_000
const DAY_MS = 86_400_000

/** Makes a formatter once for each key: a screen formats hundreds of numbers a second, and making one costs as much as using it a hundred times. */
function keptFormatters<T extends { format: (value: number) => string }>(
  make: (key: string) => T,
): (key: string, value: number) => string {
  const kept = new Map<string, T>()
  return (key, value) => {
    let formatter = kept.get(key)
    if (!formatter) kept.set(key, (formatter = make(key)))
    return formatter.format(value)
  }
}
const formatNumber = keptFormatters(
  (decimals) =>
    new Intl.NumberFormat('en-GB', {
      minimumFractionDigits: Number(decimals),
      maximumFractionDigits: Number(decimals),
    }),
)
const formatMoney = keptFormatters(
  (currency) => new Intl.NumberFormat('en-GB', { style: 'currency', currency }),
)
const formatClock = keptFormatters(
  (timeZone) => new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }),
)
const formatSeconds = keptFormatters(
  (timeZone) =>
    new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit', second: '2-digit' }),
)
const formatDay = keptFormatters(
  (timeZone) =>
    new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short', day: 'numeric', month: 'short' }),
)

const two = (n: number) => String(Math.floor(n)).padStart(2, '0')
/** A clock time as a sum. The first formatter of dates takes a tablet as long to make as half the stove to draw. */
function sumClock(ms: number, utcOffsetMin: number, withSeconds: boolean): string {
  const ofDayMs = (((ms + utcOffsetMin * MIN_MS) % DAY_MS) + DAY_MS) % DAY_MS
  const seconds = withSeconds ? `:${two((ofDayMs % MIN_MS) / 1000)}` : ''
  return `${two(ofDayMs / (60 * MIN_MS))}:${two((ofDayMs / MIN_MS) % 60)}${seconds}`
}
/** A clock time of the kitchen, 19:11. */
export function clockText(ms: number, withSeconds = false): string {
  const clock = zoneClock.value
  if (clock && ms >= clock.fromMs && ms < clock.untilMs) return sumClock(ms, clock.utcOffsetMin, withSeconds)
  return (withSeconds ? formatSeconds : formatClock)(zone(), ms)
}

const formatWeekday = keptFormatters(
  (timeZone) => new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'long' }),
)
/** A day of the week in the kitchen, Saturday. */
export const weekdayText = (ms: number): string => formatWeekday(zone(), ms)

/** A day of the kitchen, Sat 10 Jan. */
export const dayText = (ms: number): string => formatDay(zone(), ms)

/** A span: 3:10 under ten minutes, whole minutes from ten; a span that is over counts on with a minus. */
export function spanText(ms: number): { number: string; unit: string } {
  const sign = ms < 0 ? MINUS : ''
  const seconds = Math.floor(Math.abs(ms) / 1000)
  if (seconds < 600)
    return { number: `${sign}${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`, unit: '' }
  return { number: `${sign}${Math.round(seconds / 60)}`, unit: 'min' }
}

/** A span in one piece: 1:20, 14 min. */
export function spanWords(ms: number): string {
  const { number, unit } = spanText(ms)
  return `${number} ${unit}`.trim()
}

const MOST_WHOLE = 1e15
/** A whole number in threes. By hand, since the first formatter of a page takes longer to make than the whole stove to draw. */
function wholeText(value: number): string {
  const digits = String(Math.round(Math.abs(value)))
  const sign = value < 0 && digits !== '0' ? MINUS : ''
  return sign + digits.replace(/\B(?=(\d{3})+$)/g, ',')
}
/** A number with grouped thousands. */
export const numberText = (value: number, decimals = 0): string =>
  decimals === 0 && Math.abs(value) < MOST_WHOLE
    ? wholeText(value)
    : formatNumber(String(decimals), value).replace('-', MINUS)

/** A share as a percentage without its sign. */
export const percentText = (share: number, decimals = 1): string => numberText(share * 100, decimals)

/** Hours and minutes of a clock time such as 19:40 or 7.05; undefined where it is none. */
function readClock(text: string): number | undefined {
  const match = /^(\d{1,2})[:.]?(\d{2})$/.exec(text.trim())
  const [hours, minutes] = [Number(match?.[1] ?? NaN), Number(match?.[2] ?? NaN)]
  return hours <= 23 && minutes <= 59 ? hours * 60 + minutes : undefined
}
const DAY_MIN = 1440
const LONG_PAST_MIN = 180 // a clock time that is over by more is meant for the next day

/** The instant of a clock time: the next one to come, unless it has only just gone by. At 23:50 a pick-up at 00:18 is in half an hour. */
export function instantOfClock(text: string, nowMs: number): number | undefined {
  const minutes = readClock(text)
  if (minutes === undefined) return undefined
  const nowMin = readClock(clockText(nowMs)) ?? 0
  let deltaMin = minutes - nowMin
  if (deltaMin < -LONG_PAST_MIN) deltaMin += DAY_MIN
  if (deltaMin > DAY_MIN - LONG_PAST_MIN) deltaMin -= DAY_MIN // just after midnight, what was just before it
  return Math.floor(nowMs / MIN_MS) * MIN_MS + deltaMin * MIN_MS
}
const formatIsoDay = keptFormatters(
  (timeZone) =>
    new Intl.DateTimeFormat('en-CA', { timeZone, year: 'numeric', month: '2-digit', day: '2-digit' }),
)
/** A day of the kitchen as 2026-11-28, for date fields and file names. */
export const isoDayText = (ms: number): string => formatIsoDay(zone(), ms)
const WHOLE_DAY = '23:59'
/**
 * Until when something made at a moment may be used: the end of its last day, its making day counted as the first.
 * @param days - at least 1
 */
export const useByMs = (madeAtMs: number, days: number): number =>
  instantOn(isoDayText(madeAtMs + (days - 1) * DAY_MS), WHOLE_DAY) ?? madeAtMs + days * DAY_MS
/** The instant of a clock time on a day of the kitchen (2026-11-28); undefined where either is none. */
export function instantOn(day: string, clock: string): number | undefined {
  const minutes = readClock(clock)
  const noon = Date.parse(`${day}T12:00:00Z`)
  if (minutes === undefined || !Number.isFinite(noon)) return undefined
  // the zone's own offset on that day, found at its noon, then looked at once more where the clock is changed in between
  const at = (guess: number) => {
    const shown = readClock(clockText(guess)) ?? 0
    const offDays = Math.round(
      (Date.parse(`${day}T00:00:00Z`) - Date.parse(`${isoDayText(guess)}T00:00:00Z`)) / DAY_MS,
    )
    return guess + (minutes - shown + offDays * DAY_MIN) * MIN_MS
  }
  return at(at(noon))
}
/** Money from its minor units, "€1.20". */
export const moneyText = (minor: number, currency: string): string =>
  formatMoney(currency, minor / 100).replace('-', MINUS)

/** A temperature on this device's scale, "62.5 °C" or "144.5 °F". */
export const tempText = (tempC: number, decimals = 1): string =>
  `${numberText(tempOnDevice(tempC), decimals)} ${tempScale()}`
/** A temperature with its degree sign alone, where the scale stands beside it or has no room. */
export const degreesText = (tempC: number, decimals = 0): string =>
  `${numberText(tempOnDevice(tempC), decimals)}°`
