import { massG, mapComposition, type Composition } from './composition'

/** Share of the fat that a skim removes: hot by ladle, or the chilled layer lifted. */
export const SKIM_SHARE = { hotLadle: 0.85, chilledLift: 0.97 } as const

/** What is left after skimming: the fat share above, and a tenth of that mass in liquor that goes with it. `reduction:C11` */
export function skim(of: Composition, how: keyof typeof SKIM_SHARE): Composition {
  const fatRemovedG = of.fat * SKIM_SHARE[how]
  const liquorShare = (0.1 * fatRemovedG) / (massG(of) - of.fat)
  return mapComposition(of, (grams, key) => (key === 'fat' ? grams - fatRemovedG : grams * (1 - liquorShare)))
}
