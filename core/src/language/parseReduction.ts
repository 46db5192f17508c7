import type { ReductionFlag, Texture } from './reductionTarget'

interface ClaimBase {
  readonly flags: readonly ReductionFlag[]
  readonly isAbout: boolean
  /** The start that the phrase itself names, ml. */ readonly fromMl?: number
}
/** One thing a phrase says about how far a liquid goes down. */
export type ReductionClaim = ClaimBase &
  (
    | { readonly kind: 'fractionLeft'; readonly value: number }
    | { readonly kind: 'volumeLeft'; readonly valueMl: number }
    | { readonly kind: 'volumeGone'; readonly valueMl: number }
    | { readonly kind: 'auSec' }
    | { readonly kind: 'texture'; readonly texture: Texture }
  )

const WORDS: Readonly<Record<string, number>> = {
  half: 1 / 2,
  'a half': 1 / 2,
  'one half': 1 / 2,
  'a third': 1 / 3,
  'one third': 1 / 3,
  'two thirds': 2 / 3,
  'a quarter': 1 / 4,
  'one quarter': 1 / 4,
  'three quarters': 3 / 4,
  'a fifth': 1 / 5,
  'a tenth': 1 / 10,
}
/** Units as they are said, each with the names it goes by; the longest name is tried first. */
const UNITS: readonly {
  readonly ml: number
  readonly names: readonly string[]
  readonly isLocal?: boolean
}[] = [
  { ml: 1, names: ['ml', 'millilitre', 'millilitres', 'milliliter', 'milliliters'] },
  { ml: 10, names: ['cl', 'centilitre', 'centilitres', 'centiliter', 'centiliters'] },
  { ml: 100, names: ['dl', 'decilitre', 'decilitres', 'deciliter', 'deciliters'] },
  { ml: 1000, names: ['l', 'litre', 'litres', 'liter', 'liters'] },
  { ml: 5, names: ['tsp', 'teaspoon', 'teaspoons'] },
  { ml: 15, names: ['tbsp', 'tablespoon', 'tablespoons'] },
  { ml: 236.6, names: ['us cup', 'us cups'] },
  { ml: 29.57, names: ['us fl oz', 'us fluid ounce', 'us fluid ounces'] },
  { ml: 28.41, names: ['uk fl oz', 'uk fluid ounce', 'uk fluid ounces'] },
  { ml: 473, names: ['us pint', 'us pints'] },
  { ml: 568, names: ['uk pint', 'uk pints'] },
  { ml: 236.6, names: ['cup', 'cups'], isLocal: true },
  { ml: 473, names: ['pint', 'pints'], isLocal: true },
]
const byLength = (words: readonly string[]) => [...words].sort((a, b) => b.length - a.length).join('|')
const COUNTS: Readonly<Record<string, number>> = {
  a: 1,
  an: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  eight: 8,
  ten: 10,
}
const SHARE = byLength(Object.keys(WORDS))
const FRACTION = `(?:${SHARE}|\\d+\\s*/\\s*\\d+|\\d+(?:\\.\\d+)?\\s*(?:%|percent))`
// A number before a unit: 1 1/2, 1/4, 2.5, half a, three quarters of a, two
const NUMBER = `(?:\\d+\\s+\\d+\\s*/\\s*\\d+|\\d+\\s*/\\s*\\d+|\\d+(?:[.,]\\d+)?|(?:${SHARE})(?:\\s+of)?(?:\\s+an?)?|${byLength(Object.keys(COUNTS))})`
const AMOUNT = `(?<![\\d/.,])\\b(${NUMBER})\\s*(${byLength(UNITS.flatMap((u) => u.names))})\\b`

function fractionValue(text: string): number {
  const word = WORDS[text.trim()]
  if (word !== undefined) return word
  const ratio = /^(\d+)\s*\/\s*(\d+)$/.exec(text.trim())
  return ratio ? Number(ratio[1]) / Number(ratio[2]) : Number.parseFloat(text) / 100
}

function numberValue(text: string): number {
  const plain = text.replace(/\s+/g, ' ').trim()
  const mixed = /^(?:(\d+) )?(\d+) ?\/ ?(\d+)$/.exec(plain)
  if (mixed) return Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3])
  const share = WORDS[plain.replace(/( of)?( an?)?$/, '')]
  return COUNTS[plain] ?? share ?? Number(plain.replace(',', '.'))
}

function millilitres(number: string, name: string): { valueMl: number; flags: ReductionFlag[] } {
  const unit = UNITS.find((u) => u.names.includes(name))
  return { valueMl: numberValue(number) * (unit?.ml ?? NaN), flags: unit?.isLocal ? ['unit_locale'] : [] }
}

type Made = (match: RegExpExecArray, isAbout: boolean) => readonly ReductionClaim[]
type Unmarked<C> = C extends unknown ? Omit<C, 'isAbout'> : never
/** A pattern that makes one claim. */
const one =
  (make: (match: RegExpExecArray) => Unmarked<ReductionClaim>): Made =>
  (match, isAbout) => [{ ...make(match), isAbout }]
const left = (value: number, flags: readonly ReductionFlag[] = []) =>
  ({ kind: 'fractionLeft', value, flags }) as const
const texture = (word: Texture) => one(() => ({ kind: 'texture', texture: word, flags: [] }))
/** A share without its word: a half is a half either way, anything else is asked about. */
const bare = (text: string) =>
  left(fractionValue(text), fractionValue(text) === 0.5 ? [] : ['no_preposition'])

// Tried in this order; each takes its words out of the phrase, so that nothing is counted twice. A volume is tried before a share: "to 1/4 cup" is one.
const PATTERNS: readonly (readonly [RegExp, Made])[] = [
  [/\b(?:au sec|almost dry|nearly dry)\b/, one(() => ({ kind: 'auSec', flags: [] }))],
  [/\b(?:nappe|coats? (?:a|the) (?:back of (?:a|the) )?spoon|to coat)\b/, texture('nappe')],
  [/\b(?:syrup|syrupy|syrup consistency)\b/, texture('syrup')],
  [/\b(?:glaze|glace)\b/, texture('glaze')],
  [
    new RegExp(`(?:from\\s+)?(?<![\\d/])(\\d+(?:[.,]\\d+)?)\\s*(?:ml\\s*)?to\\s+${AMOUNT}`),
    one((m) => ({
      kind: 'volumeLeft',
      ...millilitres(m[2] ?? '', m[3] ?? ''),
      fromMl: millilitres(m[1] ?? '', m[3] ?? '').valueMl,
    })),
  ],
  [
    new RegExp(`\\bby\\s+${AMOUNT}`),
    one((m) => ({ kind: 'volumeGone', ...millilitres(m[1] ?? '', m[2] ?? '') })),
  ],
  [
    new RegExp(`\\bto\\s+${AMOUNT}`),
    one((m) => ({ kind: 'volumeLeft', ...millilitres(m[1] ?? '', m[2] ?? '') })),
  ],
  [
    // what follows "or" after "by" may be meant either way: every reading is offered
    new RegExp(`\\bby\\s+(${FRACTION})\\s+or\\s+(${FRACTION})`),
    (m, isAbout) => [
      { ...left(1 - fractionValue(m[1] ?? '')), isAbout },
      { ...bare(m[2] ?? ''), isAbout },
    ],
  ],
  [new RegExp(`\\bby\\s+(${FRACTION})`), one((m) => left(1 - fractionValue(m[1] ?? '')))],
  [new RegExp(`\\bto\\s+(${FRACTION})`), one((m) => left(fractionValue(m[1] ?? '')))],
  [/\bhalve\b/, one(() => left(0.5))],
  [/\b(\d+)\s*-?\s*(?:fold|times)\b/, one((m) => left(1 / Number(m[1]), ['confirm_fold']))],
  [new RegExp(`\\bor\\s+(${FRACTION})`), one((m) => left(fractionValue(m[1] ?? '')))],
  [new RegExp(`\\b(?:reduce\\s+)(${FRACTION})`), one((m) => bare(m[1] ?? ''))],
  [new RegExp(AMOUNT), one((m) => ({ kind: 'volumeLeft', ...millilitres(m[1] ?? '', m[2] ?? '') }))],
]
const SIGNS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '⅓': '1/3',
  '⅔': '2/3',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅕': '1/5',
}
/** A phrase as the patterns know it: lower case, fraction signs spelled out, hyphens between words gone. */
const plainly = (phrase: string) =>
  phrase
    .toLowerCase()
    .replace(/[½⅓⅔¼¾⅛⅕]/g, (sign) => ` ${SIGNS[sign]}`)
    .replace(/([a-z])-(?=[a-z])/g, '$1 ')

/**
 * The claims in a phrase such as "by a third", "to 120 ml", "300 to 120 ml or one third".
 *
 * Steps joined by "then" multiply, and come back as one claim. Words that are not about the amount are passed over; a phrase with none gives no claims.
 */
export function parseReduction(phrase: string): ReductionClaim[] {
  const steps = plainly(phrase).split(/,?\s*\bthen\b/)
  if (steps.length > 1) return chain(steps.map(parseReduction))
  let rest = ` ${plainly(phrase)} `
  const isAbout = /\b(?:about|around|roughly|nearly)\b/.test(rest)
  rest = rest.replace(/\b(?:about|around|roughly)\s+/g, '')
  const claims: ReductionClaim[] = []
  const started = new RegExp(`\\bfrom\\s+${AMOUNT}(?!\\s*to\\s+\\d)`).exec(rest)
  if (started) rest = rest.replace(started[0], ' ')
  for (const [pattern, make] of PATTERNS) {
    for (let match = pattern.exec(rest); match; match = pattern.exec(rest)) {
      claims.push(...make(match, isAbout))
      rest = rest.slice(0, match.index) + ' | ' + rest.slice(match.index + match[0].length)
    }
  }
  if (!started) return claims
  const fromMl = millilitres(started[1] ?? '', started[2] ?? '').valueMl
  return claims.map((claim) => ({ ...claim, fromMl }))
}

/** "By half, then by half again": the shares multiply. Anything but shares cannot be chained without a start and is left to the cook. */
function chain(steps: ReductionClaim[][]): ReductionClaim[] {
  const flat = steps.flat()
  if (steps.some((s) => s.length !== 1) || flat.some((c) => c.kind !== 'fractionLeft')) return flat
  const value = flat.reduce(
    (product, claim) => product * (claim.kind === 'fractionLeft' ? claim.value : 1),
    1,
  )
  return [
    {
      kind: 'fractionLeft',
      value,
      flags: flat.flatMap((c) => c.flags),
      isAbout: flat.some((c) => c.isAbout),
    },
  ]
}
