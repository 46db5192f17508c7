/** What fades on its way to the plate: green, crunch, leaves (judgement in form and numbers but for the first-order loss of chlorophyll). `kitchen:§6` */

const GREEN_PER_MIN = 1 / 8
const GREEN_REFERENCE_C = 95
const GREEN_Z_K = 30
const GREEN_PH = 5.5
/** Green enough to look fresh, and the olive of a leaf gone too far. */
export const GREEN_FRESH = 0.7
export const GREEN_OLIVE = 0.4

const greenLossPerMin = (tempC: number, ph: number): number =>
  GREEN_PER_MIN * 10 ** ((tempC - GREEN_REFERENCE_C) / GREEN_Z_K) * 10 ** (0.5 * (GREEN_PH - ph))
/** Share of a herb's green that is left. `kitchen:K-L1` */
export const greenLeft = (minutes: number, tempC: number, ph: number): number =>
  Math.exp(-greenLossPerMin(tempC, ph) * Math.max(0, minutes))
/** Minutes until so much of its green is left. `kitchen:K-L1` */
export const greenForMin = (tempC: number, ph: number, left = GREEN_FRESH): number =>
  -Math.log(left) / greenLossPerMin(tempC, ph)

const CRUNCH_S = 12
const CRUNCH_AT_PAS = 0.0005
/** Seconds until croutons in a sauce have lost their crunch. `kitchen:K-L2` @param paS - of the sauce at the plate */
export const crunchS = (paS: number): number => CRUNCH_S * (Math.max(0, paS) / CRUNCH_AT_PAS) ** 0.25

const WILTS_C = 65
const SAUCE_J_PER_G_K = 3.6
const LEAF_J_PER_G_K = 3.9
/** Most leaf that a sauce wilts in one go, g per g of sauce; more goes in by lots. `kitchen:K-L2` */
export function leafPerG(sauceC: number, leafC: number): number {
  if (sauceC <= WILTS_C) return 0
  return leafC >= WILTS_C
    ? Infinity
    : (SAUCE_J_PER_G_K * (sauceC - WILTS_C)) / (LEAF_J_PER_G_K * (WILTS_C - leafC))
}

/** How long what is cut keeps, cold and covered, h, and by what it goes. */
export const CUT_KEEPS = {
  roots: { hours: 24, goesBy: 'dries' },
  onion: { hours: 8, goesBy: 'bitter' },
  shallot: { hours: 2, goesBy: 'sharp' },
  shallotInWine: { hours: 24, goesBy: 'sharp' },
  garlic: { hours: 0.5, goesBy: 'acrid' },
  citrusSegments: { hours: 4, goesBy: 'weeps' },
  zest: { hours: 1, goesBy: 'aroma' },
  croutons: { hours: 8, goesBy: 'stale' },
  parsleyChive: { hours: 2, goesBy: 'wilts' },
  tarragonChervil: { hours: 0.5, goesBy: 'blackens' },
  basilSorrelMint: { hours: 1 / 6, goesBy: 'oxidises' },
  mushroom: { hours: 2, goesBy: 'browns' },
  tomatoDice: { hours: 1, goesBy: 'weeps' },
  apple: { hours: 1 / 3, goesBy: 'browns' },
} as const
export type CutKind = keyof typeof CUT_KEEPS
/** The order in which to cut: what keeps longest first, what wilts last. */
export const cuttingOrder = (kinds: readonly CutKind[]): CutKind[] =>
  [...kinds].sort((a, b) => CUT_KEEPS[b].hours - CUT_KEEPS[a].hours)
