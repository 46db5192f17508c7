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
const UNITS_ML: Readonly<Record<string, number>> = {
  ml: 1,
  cl: 10,
  dl: 100,
  l: 1000,
  tsp: 5,
  tbsp: 15,
  'us cup': 236.6,
  'us fl oz': 29.57,
  'uk fl oz': 28.41,
  'us pint': 473,
  'uk pint': 568,
  cup: 236.6,
  pint: 473,
}
const FRACTION = `(?:${Object.keys(WORDS)
  .sort((a, b) => b.length - a.length)
  .join('|')}|\\d+\\s*/\\s*\\d+|\\d+(?:\\.\\d+)?\\s*(?:%|percent))`
const AMOUNT = `(\\d+(?:[.,]\\d+)?)\\s*(${Object.keys(UNITS_ML)
  .sort((a, b) => b.length - a.length)
  .join('|')})\\b`

function fractionValue(text: string): number {
  const word = WORDS[text.trim()]
  if (word !== undefined) return word
  const ratio = /^(\d+)\s*\/\s*(\d+)$/.exec(text.trim())
  return ratio ? Number(ratio[1]) / Number(ratio[2]) : Number.parseFloat(text) / 100
}

function millilitres(number: string, unit: string): { valueMl: number; flags: ReductionFlag[] } {
  return {
    valueMl: Number(number.replace(',', '.')) * (UNITS_ML[unit] ?? NaN),
    flags: unit === 'cup' || unit === 'pint' ? ['unit_locale'] : [],
  }
}

type Made = (match: RegExpExecArray, isAbout: boolean) => ReductionClaim
// Tried in this order; each takes its words out of the phrase, so that nothing is counted twice
const PATTERNS: readonly (readonly [RegExp, Made])[] = [
  [/\b(?:au sec|almost dry|nearly dry)\b/, (_, isAbout) => ({ kind: 'auSec', flags: [], isAbout })],
  [
    /\b(?:nappe|coats? (?:a|the) (?:back of (?:a|the) )?spoon|to coat)\b/,
    (_, isAbout) => ({ kind: 'texture', texture: 'nappe', flags: [], isAbout }),
  ],
  [/\b(?:syrup|syrupy|syrup consistency)\b/, (_, isAbout) => ({ kind: 'texture', texture: 'syrup', flags: [], isAbout })],
  [/\b(?:glaze|glace)\b/, (_, isAbout) => ({ kind: 'texture', texture: 'glaze', flags: [], isAbout })],
  [
    new RegExp(`(?:from\\s+)?(\\d+(?:[.,]\\d+)?)\\s*(?:ml\\s*)?to\\s+${AMOUNT}`),
    (m, isAbout) => {
      const { valueMl, flags } = millilitres(m[2] ?? '', m[3] ?? '')
      return { kind: 'volumeLeft', valueMl, fromMl: millilitres(m[1] ?? '', m[3] ?? '').valueMl, flags, isAbout }
    },
  ],
  [new RegExp(`\\bby\\s+${AMOUNT}`), (m, isAbout) => ({ kind: 'volumeGone', ...millilitres(m[1] ?? '', m[2] ?? ''), isAbout })],
  [
    new RegExp(`\\bby\\s+(${FRACTION})`),
    (m, isAbout) => ({ kind: 'fractionLeft', value: 1 - fractionValue(m[1] ?? ''), flags: [], isAbout }),
  ],
  [new RegExp(`\\bto\\s+(${FRACTION})`), (m, isAbout) => ({ kind: 'fractionLeft', value: fractionValue(m[1] ?? ''), flags: [], isAbout })],
  [/\bhalve\b/, (_, isAbout) => ({ kind: 'fractionLeft', value: 0.5, flags: [], isAbout })],
  [
    /\b(\d+)\s*-?\s*(?:fold|times)\b/,
    (m, isAbout) => ({ kind: 'fractionLeft', value: 1 / Number(m[1]), flags: ['confirm_fold'], isAbout }),
  ],
  [new RegExp(`\\bor\\s+(${FRACTION})`), (m, isAbout) => ({ kind: 'fractionLeft', value: fractionValue(m[1] ?? ''), flags: [], isAbout })],
  [
    new RegExp(`\\b(?:reduce\\s+)(${FRACTION})`),
    (m, isAbout) => {
      const value = fractionValue(m[1] ?? '')
      return { kind: 'fractionLeft', value, flags: value === 0.5 ? [] : ['no_preposition'], isAbout }
    },
  ],
  [new RegExp(`(?:\\bto\\s+)?${AMOUNT}`), (m, isAbout) => ({ kind: 'volumeLeft', ...millilitres(m[1] ?? '', m[2] ?? ''), isAbout })],
]

/**
 * The claims in a phrase such as "by a third", "to 120 ml", "300 to 120 ml or one third".
 *
 * Steps joined by "then" multiply, and come back as one claim. Words that are not about the amount are passed over; a phrase with none gives no claims.
 */
export function parseReduction(phrase: string): ReductionClaim[] {
  const steps = phrase.toLowerCase().split(/,?\s*\bthen\b/)
  if (steps.length > 1) return chain(steps.map(parseReduction))
  let rest = ` ${phrase.toLowerCase()} `
  const isAbout = /\b(?:about|around|roughly|nearly)\b/.test(rest)
  rest = rest.replace(/\b(?:about|around|roughly)\s+/g, '')
  const claims: ReductionClaim[] = []
  const started = new RegExp(`\\bfrom\\s+${AMOUNT}(?!\\s*to\\s+\\d)`).exec(rest)
  if (started) rest = rest.replace(started[0], ' ')
  for (const [pattern, make] of PATTERNS) {
    for (let match = pattern.exec(rest); match; match = pattern.exec(rest)) {
      claims.push(make(match, isAbout))
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
  const value = flat.reduce((product, claim) => product * (claim.kind === 'fractionLeft' ? claim.value : 1), 1)
  return [{ kind: 'fractionLeft', value, flags: flat.flatMap((c) => c.flags), isAbout: flat.some((c) => c.isAbout) }]
}
