import { massG, scaleComposition, type Composition } from './composition'

/** Liquor held by drained solids, g per g (engineering judgement, low confidence). `reduction:C4` */
export const HELD_G_PER_G = {
  bones: 0.08,
  mirepoix: 0.15,
  leafyHerbs: 1,
  mushrooms: 0.4,
  tomatoPulp: 0.6,
} as const
export type SolidKind = keyof typeof HELD_G_PER_G

/**
 * Liquor that passes the sieve; what is held back leaves with everything dissolved in it.
 * @param solids - g of each kind that stays in the sieve
 * @param pressFrac - 0 drained, 0.6 pressed hard
 */
export function strain(
  liquor: Composition,
  solids: Partial<Record<SolidKind, number>>,
  pressFrac = 0,
): { strained: Composition; retainedG: number } {
  const total = massG(liquor)
  const held = Object.entries(solids).reduce(
    (sum, [kind, grams]) => sum + HELD_G_PER_G[kind as SolidKind] * grams * (1 - pressFrac),
    0,
  )
  const retainedG = Math.min(held, total)
  return { strained: scaleComposition(liquor, total > 0 ? (total - retainedG) / total : 0), retainedG }
}
