// kitchen.md §9: the salt of a whole plate, and what it leaves to the sauce
/** Salt of what usually stands on a plate, % of it as eaten (USDA sodium × 2.54; a maker's label wins). */
export const PART_SALT_PCT = {
  rawHam: 5,
  cookedHam: 2.3,
  bacon: 4,
  smokedSalmon: 3,
  lox: 5,
  anchovy: 10,
  capers: 5.9,
  greenOlives: 3.9,
  seasonedMain: 0.8,
  saltCrust: 1.5,
  hardCheese: 3.5,
  blueCheese: 3.2,
  whiteBrinedCheese: 2.8,
  halfHardCheese: 1.7,
  bread: 1.1,
  mustard: 2.8,
  tableSauce: 2.5,
  fishSauce: 23,
  ketchup: 2.3,
  pasta: 0.6,
  potatoBoiled: 0.4,
  eggs: 0.3,
} as const
export type PlatePart = keyof typeof PART_SALT_PCT

/** Salt of a plate as eaten that tastes right, %: band and middle. */
export const PLATE_SALT_PCT = { low: 0.7, value: 0.9, high: 1.1 } as const
/** For a guest who wants less. */
export const LESS_SALT = 0.75

/** Something on the plate, as eaten. */
export interface OnPlate {
  readonly massG: number
  readonly saltPct: number
}
const saltG = (parts: readonly OnPlate[]) => parts.reduce((sum, p) => sum + (p.massG * p.saltPct) / 100, 0)
const massG = (parts: readonly OnPlate[]) => parts.reduce((sum, p) => sum + p.massG, 0)

/** Salt of the whole plate: % and g. `kitchen:K-A2` */
export const plateSalt = (parts: readonly OnPlate[]): { readonly pct: number; readonly saltG: number } => ({
  pct: (100 * saltG(parts)) / Math.max(1e-9, massG(parts)),
  saltG: saltG(parts),
})
/** How salty the sauce may be for the plate to come to a target, %; below 0 another part must give. `kitchen:K-A1 K-A2 K-A3` */
export const sauceAllowancePct = (others: readonly OnPlate[], sauceG: number, targetPct: number): number =>
  (targetPct * (massG(others) + sauceG) - 100 * saltG(others)) / sauceG

/** What the plate's salt asks of its sauce. */
export interface SauceAllowance {
  readonly lowPct: number
  readonly valuePct: number
  readonly highPct: number
  readonly verdict: 'fits' | 'leaveOutSalt' | 'anotherPart'
}
/** The sauce's band of salt on a plate. @param hasPct - salt that it has whatever is added */
export function sauceAllowance(
  others: readonly OnPlate[],
  sauceG: number,
  { hasPct = 0, wantsLess = false } = {},
): SauceAllowance {
  const times = wantsLess ? LESS_SALT : 1
  const at = (pct: number) => sauceAllowancePct(others, sauceG, times * pct)
  const highPct = at(PLATE_SALT_PCT.high)
  const isOver = highPct < hasPct ? ('leaveOutSalt' as const) : ('fits' as const)
  return {
    lowPct: at(PLATE_SALT_PCT.low),
    valuePct: at(PLATE_SALT_PCT.value),
    highPct,
    verdict: highPct < 0 ? 'anotherPart' : isOver,
  }
}
