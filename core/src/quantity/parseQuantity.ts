import type { EggSize } from '../formula/portions'
import { unitOf, UNITS, type Unit } from './units'

/** A number with its range, as it was said. */
export interface Spread {
  readonly low: number
  readonly high: number
}

/** One amount: so much of a unit. */
export interface SaidAmount extends Spread {
  readonly unitId: string
  /** Where a size was said: what an egg's yolk goes by. */
  readonly size?: EggSize
}

/** What was made of a phrase. `amounts` add up ("2 lb 4 oz"); `rest` is what it is of. */
export type ParsedQuantity =
  | {
      readonly status: 'ok'
      readonly amounts: readonly SaidAmount[]
      readonly rest: string
      readonly isAbout: boolean
    }
  | { readonly status: 'ask'; readonly code: 'separator'; readonly options: readonly ParsedQuantity[] }
  | { readonly status: 'missing'; readonly rest: string }
  | {
      readonly status: 'bad'
      readonly code: 'notUnderstood' | 'negative' | 'zeroDivisor'
      readonly at: string
    }

const FRACTIONS: Readonly<Record<string, number>> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅕': 1 / 5,
  '⅙': 1 / 6,
}
const WORDS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  twelve: 12,
  dozen: 12,
  half: 0.5,
  third: 1 / 3,
  quarter: 0.25,
  couple: 2,
}
const ABOUT = /^(about|around|roughly|approx\.?|approximately|circa|ca\.?|~)\s*/i
const SIZE = /^(small|medium|large|big|level|scant|generous|good|fresh)\s+/i
const EGG_SIZES: Readonly<Record<string, EggSize>> = {
  small: 'small',
  medium: 'medium',
  large: 'large',
  big: 'large',
}
const FRACTION_SIGN = `[${Object.keys(FRACTIONS).join('')}]`
const PLAIN = String.raw`\d+(?:[.,]\d+)?`
const NUMBER = new RegExp(
  `^(?:(\\d+)\\s+(\\d+)\\s*/\\s*(\\d+)|(\\d+)\\s*/\\s*(\\d+)|(\\d+)?\\s*(${FRACTION_SIGN})|(${PLAIN}))`,
)

interface Read {
  readonly value: number
  readonly length: number
}

/** "Two and a half", "2 and a quarter", "half a dozen": numbers made of two, each with what it is. */
function readJoined(text: string): Read | undefined {
  const dozen = /^half\s+a\s+dozen\b/i.exec(text)
  if (dozen) return { value: 6, length: dozen[0].length }
  const joined = /^([a-z]+|\d+)\s+and\s+(?:a\s+|one\s+)?(half|third|quarter)\b/i.exec(text)
  if (!joined) return undefined
  const [all, whole = '', part = ''] = joined
  const count = WORDS[whole.toLowerCase()] ?? Number(whole)
  return Number.isFinite(count)
    ? { value: count + (WORDS[part.toLowerCase()] ?? 0), length: all.length }
    : undefined
}

/** A number at the start of a text: "1 1/2", "3/4", "1½", "1,5", "half", "a dozen". */
function readNumber(text: string): Read | 'zeroDivisor' | undefined {
  const joined = readJoined(text)
  if (joined) return joined
  const match = NUMBER.exec(text)
  if (match) {
    const [all, whole, up, down, topOnly, bottomOnly, before, sign, plain] = match
    if ((down !== undefined && Number(down) === 0) || (bottomOnly !== undefined && Number(bottomOnly) === 0))
      return 'zeroDivisor'
    const is = (value: number): Read => ({ value, length: all.length })
    if (down !== undefined) return is(Number(whole) + Number(up) / Number(down))
    if (bottomOnly !== undefined) return is(Number(topOnly) / Number(bottomOnly))
    if (sign !== undefined) return is(Number(before ?? 0) + (FRACTIONS[sign] ?? 0))
    return is(Number((plain ?? '').replace(',', '.')))
  }
  const words =
    /^((?:half|quarter|third)\s+(?:an?|of an?|of the)|half|a\s+(?:half|quarter|third|dozen|couple)(?:\s+of)?|(?:two|three)\s+(?:thirds|quarters)|[a-z]+)\b/i.exec(
      text,
    )
  if (!words) return undefined
  const [first = '', second = ''] = words[0].toLowerCase().split(/\s+/)
  if (/^(thirds|quarters)$/.test(second))
    return { value: (WORDS[first] ?? 0) * (second === 'thirds' ? 1 / 3 : 0.25), length: words[0].length }
  const value = first === 'a' && WORDS[second] !== undefined ? WORDS[second] : WORDS[first]
  return value === undefined ? undefined : { value, length: words[0].length }
}

/** The longest unit at the start of a text. */
function readUnit(text: string): { unit: Unit; length: number } | undefined {
  const words = /^[a-z.]+(?:\s+[a-z.]+)?/i.exec(text)?.[0] ?? ''
  for (const tried of [words, words.split(/\s+/)[0] ?? '']) {
    const unit = tried ? unitOf(tried) : undefined
    if (unit) return { unit, length: tried.length }
  }
  return undefined
}

const GROUPED = /^(\D*)(\d{1,3})([.,])(\d{3})(?!\d)(.*)$/s

/**
 * Reads an amount as cooks say it: "2 tbsp", "1 1/2 cups cream", "half a lemon", "3 large yolks", "2 lb 4 oz", "30–40 g", "a pinch".
 *
 * A comma or point before exactly three digits is asked about ("1,500 ml" is 1.5 or 1500), unless it begins with a nought. What it is of stays in `rest`.
 */
export function parseQuantity(input: string): ParsedQuantity {
  const text = input.trim().replace(/\s+/g, ' ')
  const grouped = GROUPED.exec(text)
  if (grouped && grouped[2] !== '0') {
    const [, before = '', whole = '', , digits = '', after = ''] = grouped
    return {
      status: 'ask',
      code: 'separator',
      options: [
        parseQuantity(`${before}${whole}.${digits.replace(/0+$/, '') || '0'}${after}`),
        parseQuantity(`${before}${whole}${digits}${after}`),
      ],
    }
  }
  return readAmounts(text)
}

/** An amount said twice, "1 1/4 cups (313 ml) cream": where the first may be read in two ways, the one in brackets says which. */
function saidInBrackets(said: SaidAmount, left: string): { amount: SaidAmount; rest: string } | undefined {
  const brackets = /^\(([^)]+)\)\s*/.exec(left)
  const inside = brackets && readAmounts(brackets[1] ?? '')
  if (!brackets || inside?.status !== 'ok' || inside.rest !== '' || inside.amounts.length !== 1)
    return undefined
  const [other] = inside.amounts
  const isSure = (amount: SaidAmount | undefined) =>
    UNITS.find((u) => u.id === amount?.unitId)?.size !== undefined
  const rest = left.slice(brackets[0].length)
  if (isSure(said)) return { amount: said, rest }
  return other && isSure(other) ? { amount: other, rest } : undefined
}

function readAmounts(text: string): ParsedQuantity {
  const isAbout = ABOUT.test(text)
  let left = text.replace(ABOUT, '')
  if (/^[-−]\s*\d/.test(left)) return { status: 'bad', code: 'negative', at: left }
  const amounts: SaidAmount[] = []
  for (;;) {
    const low = readNumber(left)
    if (low === 'zeroDivisor') return { status: 'bad', code: 'zeroDivisor', at: left }
    if (!low) break
    const after = left.slice(low.length)
    const range = /^\s*(?:–|—|-|to|or)\s*/i.exec(after)
    const second = range ? readNumber(after.slice(range[0].length)) : undefined
    const isRange =
      range !== null &&
      second !== undefined &&
      second !== 'zeroDivisor' &&
      /\d/.test(after.charAt(range[0].length))
    const high = isRange ? second.value : low.value
    const sized = (isRange ? after.slice(range[0].length + second.length) : after).trim()
    const size = EGG_SIZES[SIZE.exec(sized)?.[1]?.toLowerCase() ?? '']
    const tail = sized.replace(SIZE, '')
    const unit = readUnit(tail)
    // "2 lb 4 oz": only measures of one kind go on; a second bare number belongs to what it is of
    if (amounts.length > 0 && (!unit || unit.unit.kind === 'piece')) break
    amounts.push({
      low: Math.min(low.value, high),
      high: Math.max(low.value, high),
      unitId: unit?.unit.id ?? 'piece',
      ...(size && (unit?.unit.kind ?? 'piece') === 'piece' ? { size } : {}),
    })
    const isSaid = unit && (unit.unit.id !== 'piece' || /^(piece|pieces|pc|pcs|whole)/i.test(tail))
    left = (isSaid ? tail.slice(unit.length) : tail).trim().replace(/^(of|and|,)\s+/i, '')
    const last = amounts.at(-1)
    const twice = last && saidInBrackets(last, left)
    if (twice) {
      amounts.splice(-1, 1, twice.amount)
      left = twice.rest.trim().replace(/^of\s+/i, '')
    }
    if (!/^\d|^[½⅓⅔¼¾⅛]/.test(left)) break
  }
  if (amounts.length === 0) {
    const unit = readUnit(left)
    if (unit?.unit.kind === 'vague')
      return {
        status: 'ok',
        amounts: [{ low: 1, high: 1, unitId: unit.unit.id }],
        rest: left
          .slice(unit.length)
          .trim()
          .replace(/^of\s+/i, ''),
        isAbout,
      }
    if (/^[\p{L}][\p{L}\s,'’()-]*$/u.test(left)) return { status: 'missing', rest: left }
    return { status: 'bad', code: 'notUnderstood', at: left.slice(0, 40) }
  }
  if (/[^\p{L}\p{N}\s,.;:'’"()/%&°–-]/u.test(left))
    return { status: 'bad', code: 'notUnderstood', at: left.slice(0, 40) }
  return { status: 'ok', amounts, rest: left, isAbout }
}
