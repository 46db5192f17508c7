import type { Range } from '@liquamen/core'
import { z } from 'zod'

z.config({ jitless: true }) // else Zod probes `new Function`, which the page's content policy forbids

/** A number in a range of the core; finite by nature of JSON, refused otherwise. */
export const inRange = ({ min, max, unit }: Range) => z.number().min(min).max(max).meta({ unit })

/** Any finite number. */
export const finite = z.number()

const LONE_SURROGATE = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/

/** What PostgreSQL and UTF-8 cannot keep: NUL, and halves of surrogate pairs. */
export const isStorableText = (text: string): boolean => !text.includes('\0') && !LONE_SURROGATE.test(text)

/** A text that can be stored, up to a length. */
export const text = (max: number) =>
  z.string().max(max).refine(isStorableText, 'has characters that cannot be stored')

/** A UUID of any version. */
export const uuid = z.uuid()
/** An id that people may have chosen: letters, digits, dash, underscore. */
export const slug = z.string().regex(/^[A-Za-z][A-Za-z0-9_-]{0,63}$/)
/** Milliseconds since 1970, from 2020 to 2100: a wild clock is inside, nonsense is not. */
export const instantMs = z.number().int().min(1_577_836_800_000).max(4_102_444_800_000)

/** The keys of a table of the core, as an enum wants them. */
export const keysOf = <K extends string>(table: Readonly<Record<K, unknown>>): [K, ...K[]] =>
  Object.keys(table) as [K, ...K[]]
