/** How fast an organism grows by temperature (Ratkowsky et al. 1983; limits ICMSF 1996). No lag is assumed: it overstates growth on purpose. */
export interface GrowthModel {
  readonly b: number
  readonly lowestC: number
  readonly c: number
  readonly highestC: number
}

/** Organisms that decide in warm sauces; spore formers for meat jus and starch. */
export const ORGANISMS = {
  salmonella: { b: 0.0483, lowestC: 5.2, c: 0.3, highestC: 46.2 },
  staphylococcusAureus: { b: 0.0446, lowestC: 7, c: 0.3, highestC: 48 },
  clostridiumPerfringens: { b: 0.0777, lowestC: 12, c: 0.3, highestC: 52.3 },
  bacillusCereus: { b: 0.0507, lowestC: 8, c: 0.3, highestC: 50 },
} as const satisfies Record<string, GrowthModel>
export type Organism = keyof typeof ORGANISMS

/** Growth rate, ln units an hour; 0 outside its range. */
export function growthRatePerH({ b, lowestC, c, highestC }: GrowthModel, tempC: number): number {
  if (tempC <= lowestC || tempC >= highestC) return 0
  return (b * (tempC - lowestC) * (1 - Math.exp(c * (tempC - highestC)))) ** 2
}

const SLICES = 400

/**
 * Growth in log10 units over a stretch of time (Simpson's rule). `emulsion:P5 P6`
 * @param tempAtC - temperature at an hour since the start
 */
export function growthLog10(organism: Organism, tempAtC: (hours: number) => number, hours: number): number {
  const h = hours / SLICES
  let sum = 0
  for (let i = 0; i <= SLICES; i++) {
    const isEnd = i === 0 || i === SLICES
    const inner = i % 2 ? 4 : 2
    sum += growthRatePerH(ORGANISMS[organism], tempAtC(i * h)) * (isEnd ? 1 : inner)
  }
  return ((h / 3) * sum) / Math.LN10
}
