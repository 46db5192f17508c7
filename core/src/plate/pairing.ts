// kitchen.md §10: which sauce suits what is on the plate, with its reasons
type Fpd = readonly [fat: number, power: number, dryness: number]
const PROTEIN_FPD = {
  whiteFish: [0, 1, 1],
  oilyFish: [2, 2, 0],
  shellfish: [0, 2, 1],
  egg: [1, 1, 0],
  poultryBreast: [0, 1, 2],
  poultryLeg: [1, 2, 1],
  duck: [2, 3, 0],
  pork: [1, 2, 2],
  veal: [0, 1, 1],
  beefLean: [1, 3, 1],
  beefMarbled: [2, 3, 0],
  lamb: [2, 3, 0],
  game: [0, 3, 2],
  greenVeg: [0, 1, 0],
  rootsMushroom: [0, 2, 0],
  dumplingsPasta: [0, 1, 1],
} as const satisfies Record<string, Fpd>
export type Protein = keyof typeof PROTEIN_FPD
export const PROTEINS = Object.keys(PROTEIN_FPD) as readonly Protein[]
const LAND: readonly Protein[] = [
  'poultryBreast',
  'poultryLeg',
  'duck',
  'pork',
  'veal',
  'beefLean',
  'beefMarbled',
  'lamb',
  'game',
]
const SEA: readonly Protein[] = ['whiteFish', 'oilyFish', 'shellfish']

const WAY_FPD = {
  poached: [0, 0, -1],
  steamed: [0, 0, -1],
  pan: [0, 0, 0],
  panButter: [1, 0, 0],
  grilled: [0, 1, 1],
  roasted: [0, 1, 0],
  braised: [0, 1, -2],
} as const satisfies Record<string, Fpd>
export type CookingWay = keyof typeof WAY_FPD
export const COOKING_WAYS = Object.keys(WAY_FPD) as readonly CookingWay[]

interface SauceTaste {
  readonly fpa: readonly [fat: number, power: number, acid: number]
  readonly of?: 'land' | 'sea'
}
const SAUCES = {
  egg: { fpa: [3, 1, 2] },
  eggHerb: { fpa: [3, 2, 2] },
  whiteButter: { fpa: [3, 1, 2] },
  redButter: { fpa: [3, 2, 2] },
  mountedJus: { fpa: [1, 2, 0], of: 'land' },
  thinJus: { fpa: [0, 2, 0], of: 'land' },
  demiWine: { fpa: [1, 3, 1], of: 'land' },
  brownVinegar: { fpa: [1, 3, 2], of: 'land' },
  pepperCream: { fpa: [2, 3, 0], of: 'land' },
  velouteCream: { fpa: [2, 1, 0] },
  sourLeafCream: { fpa: [2, 1, 2] },
  brownButter: { fpa: [2, 2, 2] },
  shellCoulis: { fpa: [2, 2, 1], of: 'sea' },
  starchMushroom: { fpa: [1, 2, 0], of: 'land' },
  wineGlaze: { fpa: [0, 3, 2], of: 'land' },
} as const satisfies Record<string, SauceTaste>
export type SauceKind = keyof typeof SAUCES
export const SAUCE_KINDS = Object.keys(SAUCES) as readonly SauceKind[]

/** Why a sauce suits, or does not: each a term of its score. */
export type PairingReason =
  'asStrongAs' | 'otherStrength' | 'cutsFat' | 'moistens' | 'tooRich' | 'ownJuice' | 'ownFond' | 'landOnSea'
export interface Pairing {
  readonly sauce: SauceKind
  readonly score: number
  readonly reasons: readonly { readonly why: PairingReason; readonly points: number }[]
}

const clip = (x: number) => Math.min(3, Math.max(0, x))
const has = (list: readonly string[], of: string) => list.includes(of)

/** How well a sauce suits; undefined where it would drown the dish, or a sauce of the sea would go on a land animal. @param isLight - the guest or the menu wants it light */
export function pair(
  protein: Protein,
  way: CookingWay,
  sauce: SauceKind,
  isLight = false,
): Pairing | undefined {
  const [f1, p1, d1] = PROTEIN_FPD[protein]
  const [f2, p2, d2] = WAY_FPD[way]
  const [F, P, D] = [clip(f1 + f2), clip(p1 + p2), clip(d1 + d2)]
  const { fpa, of }: SauceTaste = SAUCES[sauce]
  const [f, p, a] = fpa
  const isLand = LAND.includes(protein)
  if (p - P >= 2 || (of === 'sea' && isLand)) return undefined
  const isJus = sauce === 'mountedJus' || sauce === 'thinJus'
  const hasFond = has(['demiWine', 'pepperCream', 'wineGlaze'], sauce)
  const all: readonly (readonly [PairingReason, number])[] = [
    [p === P ? 'asStrongAs' : 'otherStrength', -1.5 * Math.abs(p - P)],
    ['tooRich', -Math.max(0, f + F - 3) - (isLight ? 0.75 * f : 0)],
    ['cutsFat', 0.5 * Math.min(a, Math.max(F, f))],
    ['moistens', 0.75 * Math.min(D, f)],
    ['ownJuice', isJus && isLand && has(['roasted', 'braised'], way) ? 2 : 0],
    ['ownFond', hasFond && isLand && has(['pan', 'panButter', 'grilled'], way) ? 1 : 0],
    ['landOnSea', of === 'land' && SEA.includes(protein) ? -2 : 0],
  ]
  return {
    sauce,
    score: 6 + all.reduce((sum, [, points]) => sum + points, 0),
    reasons: all.flatMap(([why, points]) =>
      points !== 0 || why === 'asStrongAs' ? [{ why, points: points + 0 }] : [],
    ),
  }
}
/** Sauces that suit, the best first; of equals by name. `kitchen:K-M1 K-M2 K-M3 K-M4` */
export const pairings = (protein: Protein, way: CookingWay, isLight = false): Pairing[] =>
  SAUCE_KINDS.flatMap((sauce) => pair(protein, way, sauce, isLight) ?? []).sort(
    (x, y) => y.score - x.score || x.sauce.localeCompare(y.sauce),
  )

/** Months in which goods are at their best in the north, first and last. */
const PEAK: Readonly<Record<string, readonly [number, number]>> = {
  lemon: [12, 4],
  orange: [12, 4],
  lime: [6, 9],
  bloodOrange: [1, 3],
  tomato: [7, 9],
  tarragon: [5, 9],
  basil: [5, 9],
  chervil: [4, 6],
  sorrel: [4, 6],
  chive: [4, 10],
  parsley: [4, 10],
  wildMushroom: [8, 11],
  asparagus: [4, 6],
  newShallot: [6, 9],
}
export const SEASONAL = Object.keys(PEAK)
/** Whether something is in season in a month (1–12); what is had all year always is. `kitchen:K-M5` */
export function isInSeason(goodId: string, month: number, isSouth = false): boolean {
  const peak = PEAK[goodId]
  if (!peak) return true
  const here = isSouth ? ((month + 5) % 12) + 1 : month
  const [from, to] = peak
  return from <= to ? here >= from && here <= to : here >= from || here <= to
}
