import type { FormulaStep } from '../../formula/formula'
import { TEXTURE_STOPS } from '../reduce/textureStop'
import { saysNappe } from '../thinAtNappe'

/** Acts whose whole point is how the sauce coats; a roux before its liquid has no spoon. */
const BY_THE_SPOON: readonly string[] = ['thicken', 'beurreManie', 'liaison']
const JUS_FILM_PA_S = 0.02
const [, NAPPE_PA_S] = TEXTURE_STOPS.nappe.paS

/** Whether a step is over when the spoon says so: its words promise a coat, or it is there to give one. */
export const endsOnSpoon = (step: FormulaStep): boolean =>
  saysNappe(step) || BY_THE_SPOON.includes(step.technique)

/** How thick a step's sauce should be by its words, as a film on a spoon, Pa·s; nothing where they say nothing of it. */
export function wantedCoatPaS(step: FormulaStep): number | undefined {
  if (endsOnSpoon(step)) return NAPPE_PA_S
  return /\bfilm on the spoon\b/i.test(step.endsWhen) ? JUS_FILM_PA_S : undefined
}

/** Thinner than this share of the coat that is wanted it runs; thicker than that many times it is too thick: nappe's own bounds about its stop. */
const RUNS_UNDER = TEXTURE_STOPS.nappe.paS[0] / NAPPE_PA_S
const THICK_OVER = TEXTURE_STOPS.nappe.paS[2] / NAPPE_PA_S
/** Between which viscosities a sauce has the coat that is wanted, Pa·s. */
export const coatBand = (wantedPaS: number): { readonly low: number; readonly high: number } => ({
  low: RUNS_UNDER * wantedPaS,
  high: THICK_OVER * wantedPaS,
})
/** How a sauce stands to the coat that is wanted. */
export function coatVerdict(paS: number, wantedPaS: number): 'thin' | 'right' | 'thick' {
  const { low, high } = coatBand(wantedPaS)
  if (paS < low) return 'thin'
  return paS > high ? 'thick' : 'right'
}
