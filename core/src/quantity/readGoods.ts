import type { Ingredient } from '../ingredients/ingredient'
import { densityGPerMl } from '../ingredients/densityGPerMl'
import { contradictionOf, type Contradiction } from './checkAmounts'
import { parseQuantity, type ParsedQuantity } from './parseQuantity'
import { weighSaid, type HouseMeasures, type WeighedGood, type Weight } from './weigh'

/** A line of goods as somebody told it: which good, how much, or what must be asked first. */
export interface ReadLine {
  readonly text: string
  readonly ingredientId?: string
  /** Goods whose names begin or end like what was said, where none or several fit. */
  readonly candidates: readonly string[]
  readonly parsed: ParsedQuantity
  readonly weight?: Weight
}
/** What was made of a told list: its lines, and goods that were said twice and do not agree. */
export interface ReadGoods {
  readonly lines: readonly ReadLine[]
  readonly contradictions: readonly (Contradiction & { readonly ingredientId: string })[]
}

const MOST_CANDIDATES = 5
const SMALL = new Set([
  'a',
  'an',
  'of',
  'the',
  'some',
  'fresh',
  'large',
  'small',
  'medium',
  'finely',
  'chopped',
  'diced',
  'sliced',
  'cold',
  'warm',
  'soft',
  'good',
  'to',
  'taste',
  'and',
])
const stem = (word: string) => word.toLowerCase().replace(/(?:es|s)$/, '')
const wordsOf = (text: string) =>
  text
    .split(/[^\p{L}]+/u)
    .filter((w) => w && !SMALL.has(w.toLowerCase()))
    .map(stem)

/** What a good must be known by to be weighed. */
export function weighedGood(good: Ingredient): WeighedGood {
  return {
    id: good.id,
    densityGPerMl: densityGPerMl(good),
    isLiquid: good.isLiquid,
    ...(good.emulsionRole === 'yolk' ? { isYolk: true } : {}),
    ...(good.pieceG ? { pieceG: good.pieceG } : {}),
    ...(good.trimYield ? { trimYield: good.trimYield } : {}),
  }
}

interface Fit {
  readonly good: Ingredient
  readonly score: number
}

/** Goods by how well their names fit what was said; one whose short name is just what was said stands first and alone. */
function fitting(said: string, goods: readonly Ingredient[]): Fit[] {
  const words = wordsOf(said)
  if (words.length === 0) return []
  const scored = goods.flatMap((good): Fit[] => {
    const name = wordsOf(good.name)
    const shared = name.filter((w) => words.includes(w)).length
    if (shared === 0) return []
    const isItsId = good.id.toLowerCase() === words.join('')
    return [
      {
        good,
        score:
          shared / Math.max(name.length, words.length) +
          (shared === words.length ? 1 : 0) +
          (isItsId ? 1 : 0),
      },
    ]
  })
  return scored.sort((a, b) => b.score - a.score || a.good.name.length - b.good.name.length)
}

function readLine(text: string, goods: readonly Ingredient[], house: HouseMeasures): ReadLine {
  const parsed = parseQuantity(text)
  const read = parsed.status === 'ask' ? parsed.options[0] : parsed
  const rest = read?.status === 'ok' || read?.status === 'missing' ? read.rest : ''
  // a yolk or a clove is a unit and a good at once: where nothing is left, the whole line names it
  const fits = fitting(rest || text.replace(/[\d.,/½⅓⅔¼¾⅛–-]+/g, ' '), goods)
  const [best, second] = fits
  // two names that fit as well are a question, not a guess
  const good = best && (second === undefined || best.score > second.score + 1e-9) ? best.good : undefined
  return {
    text,
    parsed,
    candidates: fits.slice(0, MOST_CANDIDATES).map((f) => f.good.id),
    ...(good ? { ingredientId: good.id } : {}),
    ...(good && parsed.status === 'ok' ? { weight: weighSaid(parsed, weighedGood(good), house) } : {}),
  }
}

/**
 * Reads a list of goods as told or written, one a line: amounts, goods without an amount, words that need a size, goods said twice.
 *
 * Nothing is guessed: what is missing, unclear or contradicts itself is listed before anything is scaled.
 * @param text - lines; blank ones are skipped
 */
export function readGoods(text: string, goods: readonly Ingredient[], house: HouseMeasures): ReadGoods {
  const lines = text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter(Boolean)
    .map((l) => readLine(l, goods, house))
  const said = new Map<string, ReadLine[]>()
  for (const line of lines)
    if (line.ingredientId && line.weight?.status === 'ok')
      said.set(line.ingredientId, [...(said.get(line.ingredientId) ?? []), line])
  const contradictions = [...said].flatMap(([ingredientId, own]) => {
    const found = contradictionOf(
      ingredientId,
      own.flatMap((l) => (l.weight?.status === 'ok' ? [{ says: l.text, ...l.weight.massG }] : [])),
    )
    return found ? [{ ...found, ingredientId }] : []
  })
  return { lines, contradictions }
}
