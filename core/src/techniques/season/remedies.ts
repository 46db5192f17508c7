import { solidsFrac } from '../../mixture/composition'
import { diluteToSalt, keepShare, stretchWithStock } from '../../mixture/saltCorrections'
import type { Contents } from '../../pan/contents'
import { acidOf, tasteOf, type AcidBand } from './taste'
import type { TasteWord } from './checkpoints'

/** One thing that mends a taste: what goes in, how much, and what it leaves. */
export interface TasteRemedy {
  readonly kind: 'salt' | 'lemon' | 'dilute' | 'stretch' | 'keepShare' | 'butter' | 'sugar' | 'startAgain'
  /** What goes in; none where nothing does. */ readonly ingredientId?: string
  readonly massG?: number
  /** Salt and acid that it leaves, shares of the sauce. */
  readonly saltFrac?: number
  readonly acidFrac?: number
  /** Share of the sauce to keep, where the rest is made up without salt. */ readonly keepFrac?: number
}

/** Most of one correction before the next tasting, and what a tongue can tell (reduction.md §2: one step is some 12 %). */
const SALT_STEP = 0.002
const LEAST_STEP = 1e-5
const NOTICED = 0.12
/** Acid of lemon juice, as acetic, and about 2 g of sugar that hide 1 g of acid (emulsion.md §9, kitchen.md §11). */
const LEMON_ACID = 0.055
const SUGAR_HIDES = 2
const BUTTER_FAT = 0.82

/** Lemon juice that brings so much more acid to so much sauce, g. */
const lemonG = (sauceG: number, acidFrac: number) => (sauceG * acidFrac) / LEMON_ACID

function saltier(of: Contents, targetFrac: number): TasteRemedy[] {
  const { massG: sauceG, saltFrac } = tasteOf(of)
  const stepFrac = Math.min(SALT_STEP, targetFrac - saltFrac)
  if (stepFrac < LEAST_STEP) return []
  return [{ kind: 'salt', ingredientId: 'salt', massG: stepFrac * sauceG, saltFrac: saltFrac + stepFrac }]
}
function sharper(of: Contents, band: AcidBand): TasteRemedy[] {
  const taste = tasteOf(of)
  const now = acidOf(taste, band)
  // to the foot of its band where it is under it, else as much as a tongue can tell
  const share = now < band.low ? band.low / Math.max(now, 1e-9) - 1 : NOTICED
  const base = Math.max(taste.acidFrac, band.per === 'sauce' ? band.low * NOTICED : 1e-5)
  const moreFrac = Math.min(0.002, base * share)
  const grams = lemonG(taste.massG, moreFrac)
  return [{ kind: 'lemon', ingredientId: 'lemonJuice', massG: grams, acidFrac: taste.acidFrac + moreFrac }]
}
function lessSalt(of: Contents, targetFrac: number, stock: StockLike | undefined): TasteRemedy[] {
  const taste = tasteOf(of)
  const state = { massG: taste.massG, saltFrac: taste.saltFrac, wantedSaltFrac: targetFrac }
  if (taste.saltFrac <= targetFrac) return []
  const thinned = diluteToSalt(state)
  const stretched = stock && stretchWithStock(state, solidsFrac(of.liquid), stock)
  return [
    ...(thinned.status === 'add'
      ? [{ kind: 'dilute' as const, ingredientId: 'water', massG: thinned.addG, saltFrac: thinned.saltFrac }]
      : []),
    ...(stretched?.status === 'add'
      ? [
          {
            kind: 'stretch' as const,
            ingredientId: stock?.id ?? '',
            massG: stretched.addG,
            saltFrac: targetFrac,
          },
        ]
      : []),
    { kind: 'keepShare', keepFrac: keepShare(state), saltFrac: targetFrac },
  ]
}
function milder(of: Contents, band: AcidBand): TasteRemedy[] {
  const taste = tasteOf(of)
  const acidG = taste.acidFrac * taste.massG
  const now = acidOf(taste, band)
  const wantedShare = Math.min(1 - NOTICED, band.high / Math.max(now, 1e-9))
  const sugarG = SUGAR_HIDES * acidG * (1 - wantedShare)
  const sugar: TasteRemedy = { kind: 'sugar', ingredientId: 'sugar', massG: sugarG, acidFrac: taste.acidFrac }
  // more fat carries more acid: to the share that is wanted, in a sauce that is judged by its fat; else as a finish
  const fatG =
    band.per === '100 g fat' ? (acidG / (now * wantedShare)) * 100 - taste.fatFrac * taste.massG : 0
  const butterG = band.per === '100 g fat' ? fatG / BUTTER_FAT : taste.massG * (1 / wantedShare - 1)
  const butter: TasteRemedy = {
    kind: 'butter',
    ingredientId: 'butter',
    massG: butterG,
    acidFrac: acidG / (taste.massG + butterG),
    saltFrac: (taste.saltFrac * taste.massG) / (taste.massG + butterG),
  }
  return [butter, sugar]
}
/** Acid hides sugar as sugar hides acid; as much as a tongue can tell of the sugar there is. */
function lessSweet(of: Contents): TasteRemedy[] {
  const { massG: sauceG, sugarFrac, acidFrac } = tasteOf(of)
  const moreFrac = (NOTICED * sugarFrac) / SUGAR_HIDES
  const grams = lemonG(sauceG, moreFrac)
  return grams > 0
    ? [{ kind: 'lemon', ingredientId: 'lemonJuice', massG: grams, acidFrac: acidFrac + moreFrac }]
    : []
}

/** An unsalted liquid that may stretch a sauce: its salt and solids, shares. */
export interface StockLike {
  readonly id: string
  readonly saltFrac: number
  readonly solidsFrac: number
}

/**
 * What mends a taste, the smallest dose first: acid, then salt, then heat, then water; one change for each tasting. `emulsion:§9` `reduction:C6`
 * @param targetFrac - salt that is wanted, share of the sauce
 * @returns nothing for what tastes right
 */
export function tasteRemedies(
  word: TasteWord,
  of: Contents,
  {
    targetFrac,
    acid,
    stock,
  }: { readonly targetFrac: number; readonly acid: AcidBand; readonly stock?: StockLike | undefined },
): TasteRemedy[] {
  switch (word) {
    case 'right':
      return []
    case 'flat': {
      // acid first, unless it stands high in its band already
      const isSharp = acidOf(tasteOf(of), acid) > acid.high
      return [...(isSharp ? [] : sharper(of, acid)), ...saltier(of, targetFrac)]
    }
    case 'salty':
      return lessSalt(of, Math.min(targetFrac, tasteOf(of).saltFrac / (1 + NOTICED)), stock)
    case 'sharp':
      return milder(of, acid)
    case 'sweet':
      return lessSweet(of)
    case 'bitter':
      return [...milder(of, acid), { kind: 'startAgain' }]
  }
}

/** Whether a word says the contrary of the sum: salty where hardly any is in, flat over its salt, sharp under its acid. */
export function contradictsSum(
  word: TasteWord,
  of: Contents,
  { low, high, acid }: { readonly low: number; readonly high: number; readonly acid: AcidBand },
): boolean {
  const taste = tasteOf(of)
  const sour = acidOf(taste, acid)
  if (word === 'salty') return taste.saltFrac < low * (1 - NOTICED)
  if (word === 'flat') return taste.saltFrac > high && sour > acid.low
  if (word === 'sharp') return sour < acid.low
  return word === 'sweet' && taste.sugarFrac < 0.01
}
