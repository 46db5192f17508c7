/** One thing said of an amount: as a mass with its range, and where it was said. */
export interface Claim {
  readonly says: string
  readonly low: number
  readonly value: number
  readonly high: number
}
/** Claims that cannot all be true, side by side. */
export interface Contradiction {
  readonly of: string
  readonly claims: readonly Claim[]
  readonly ratio: number
}

const TOLERANCE = 0.1 // as reduction.md §1: within a tenth nobody can tell two amounts apart

/**
 * Amounts, totals or times said twice for one thing that do not agree: their ranges, widened by a tenth, do not meet.
 * @returns nothing where fewer than two are said
 */
export function contradictionOf(of: string, claims: readonly Claim[]): Contradiction | undefined {
  const low = Math.max(...claims.map((c) => c.low * (1 - TOLERANCE)))
  const high = Math.min(...claims.map((c) => c.high * (1 + TOLERANCE)))
  if (claims.length < 2 || low <= high) return undefined
  const values = claims.map((c) => c.value)
  return { of, claims, ratio: Math.max(...values) / Math.min(...values) }
}

/** A staged addition: parts of a whole, each a share or grams, the last may be "the rest". */
export type Part = { readonly share: number } | { readonly massG: number } | 'rest'
/** Parts in grams that add up, or why they cannot. */
export type Allocation =
  | { readonly status: 'ok'; readonly partsG: readonly number[] }
  | { readonly status: 'tooMuch' | 'tooLittle'; readonly byG: number }

/** Splits an amount into the parts in which it goes in: part now and part later, in thirds, piece by piece. The parts add up to the whole or it is said by how much they do not. */
export function allocate(totalG: number, parts: readonly Part[]): Allocation {
  const fixed = parts.map((p) => {
    if (p === 'rest') return undefined
    return 'share' in p ? p.share * totalG : p.massG
  })
  const sum = fixed.reduce<number>((all, g) => all + (g ?? 0), 0)
  const rests = fixed.filter((g) => g === undefined).length
  const left = totalG - sum
  if (left < -1e-6 * Math.max(1, totalG)) return { status: 'tooMuch', byG: -left }
  if (rests === 0 && left > 1e-6 * Math.max(1, totalG)) return { status: 'tooLittle', byG: left }
  return { status: 'ok', partsG: fixed.map((g) => g ?? left / rests) }
}
/** An amount in n equal parts. */
export const inParts = (n: number): Part[] => Array.from({ length: n }, () => ({ share: 1 / n }))
