import type { Range } from '@liquamen/core'
import { z } from 'zod'

z.config({ jitless: true }) // else Zod probes `new Function`, which the page's content policy forbids

/** A number in a range of the core; finite by nature of JSON, refused otherwise. */
export const inRange = ({ min, max, unit }: Range) => z.number().min(min).max(max).meta({ unit })

/** Any finite number. */
export const finite = z.number()

const LAST_DEVICE_MS = 253_402_300_799_999 // the end of the year 9999
/** The last moment, ms, for which a date can be written at all. */
export const LAST_MOMENT_MS = 8.64e15
const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/

/** What PostgreSQL and UTF-8 cannot keep: NUL, and halves of surrogate pairs. */
export const isStorableText = (text: string): boolean => !text.includes('\0') && !LONE_SURROGATE.test(text)

const DEEPEST = 60
/** Whether a value from outside holds a text that cannot be stored anywhere, or is nested beyond any use. It looks no deeper than it may be. */
export function isUnstorable(value: unknown, depth = 0): boolean {
  if (depth > DEEPEST) return true
  if (typeof value === 'string') return !isStorableText(value)
  if (value === null || typeof value !== 'object') return false
  if (Array.isArray(value)) return value.some((inner) => isUnstorable(inner, depth + 1))
  for (const key in value)
    if (!isStorableText(key) || isUnstorable((value as Record<string, unknown>)[key], depth + 1)) return true
  return false
}

/** A text that can be stored, up to a length. */
export const text = (max: number) =>
  z.string().max(max).refine(isStorableText, 'has characters that cannot be stored')

/** A UUID of any version, in the one spelling in which ids are compared and linked. */
export const uuid = z.uuid().toLowerCase()
/** An id that people may have chosen: letters, digits, dash, underscore. */
export const slug = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,63}$/)
/** What a device's own clock may say, ms: from 1970 to the year 9999. A clock that is wild is kept and flagged; nonsense is no time at all. */
export const deviceMs = z.number().int().min(0).max(LAST_DEVICE_MS)
/** A time of an address, as text; the same bounds. */
export const queryMs = z.coerce.number().min(0).max(LAST_DEVICE_MS)
/** Milliseconds since 1970, from 2020 to 2100: the kitchen's own times. */
export const instantMs = z.number().int().min(1_577_836_800_000).max(4_102_444_800_000)

/** A moment that was worked out, ms, not always a whole one: it may lie anywhere that a date can be written for. */
export const moment = z.number().min(-LAST_MOMENT_MS).max(LAST_MOMENT_MS)

/** The keys of a table of the core, as an enum wants them. */
export const keysOf = <K extends string>(table: Readonly<Record<K, unknown>>): [K, ...K[]] =>
  Object.keys(table) as [K, ...K[]]
