/** Kinds of cooking that the published table of retention knows. */
export const ALCOHOL_WAYS = ['stirredIn', 'takenOff', 'flamed', 'overnight', 'baked'] as const
export type AlcoholWay = (typeof ALCOHOL_WAYS)[number]

// USDA Table of Nutrient Retention Factors, Release 6 (2007), after Augustin et al. 1992
const FIXED_FRAC = { takenOff: 0.85, flamed: 0.75, overnight: 0.7, baked: 0.45 } as const
const STIRRED_IN: readonly (readonly [min: number, frac: number])[] = [
  [0, 0.85],
  [15, 0.4],
  [30, 0.35],
  [60, 0.25],
  [90, 0.2],
  [120, 0.1],
  [150, 0.05],
]

/** Share of added alcohol that is left by the published table, 0..1; minutes count only where it is stirred in and simmered. `reduction:R4` */
export function tableRetention(way: AlcoholWay, durationMin = 0): number {
  if (way !== 'stirredIn') return FIXED_FRAC[way]
  const after = STIRRED_IN.findIndex(([min]) => min >= durationMin)
  if (after === -1) return STIRRED_IN.at(-1)?.[1] ?? 0
  const [t1, f1] = STIRRED_IN[after] ?? [0, 0]
  const [t0, f0] = STIRRED_IN[Math.max(0, after - 1)] ?? [0, 0]
  return t1 === t0 ? f1 : f0 + ((f1 - f0) * (durationMin - t0)) / (t1 - t0)
}

/** ln E over ln W of a dilute liquid: a lively boil and a bare simmer. */
const DILUTE_EXPONENT = { boil: 11.5, simmer: 6.9 } as const

/** Share of the water that must have left for so much alcohol to be left, in a dilute liquid: by a boil (least) and by a simmer. `reduction:§6` */
export const impliedLossFrac = (retainedFrac: number): { readonly low: number; readonly high: number } => ({
  low: 1 - retainedFrac ** (1 / DILUTE_EXPONENT.boil),
  high: 1 - retainedFrac ** (1 / DILUTE_EXPONENT.simmer),
})

/** How a retention was found. */
export interface AlcoholLeft {
  readonly low: number
  readonly high: number
  readonly from: 'model' | 'table' | 'higherOfBoth'
}

/**
 * The one word on what is left: what was measured in an open pan by the model, what nobody measured by the table, and where both apply the higher.
 * @param model - band of the boil-down where its water loss is known
 * @param table - the published row where it applies
 */
export function alcoholLeft(
  model: { readonly low: number; readonly high: number } | undefined,
  table: number | undefined,
): AlcoholLeft {
  if (!model) return { low: table ?? 1, high: table ?? 1, from: 'table' }
  if (table === undefined) return { ...model, from: 'model' }
  return { low: Math.max(model.low, table), high: Math.max(model.high, table), from: 'higherOfBoth' }
}
