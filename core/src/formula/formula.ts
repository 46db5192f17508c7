import type { Tool } from '../emulsion/butterPour'
import type { BathHeat, Whisk } from '../emulsion/yolkBath'

/** What a step does; the bench chooses its tools by it. */
export const TECHNIQUES = ['sweat', 'deglaze', 'reduce', 'add', 'strain', 'mount', 'whisk', 'pour', 'season', 'hold', 'serve'] as const
export type Technique = (typeof TECHNIQUES)[number]

/** A span of minutes: 10 %, middle, 90 %. */
export interface MinutesBand { readonly low: number; readonly value: number; readonly high: number }

/** One step of a formula. Texts belong to the formula: they are the cook's own words. */
export interface FormulaStep {
  readonly id: string
  readonly technique: Technique
  /** Two words at most, for the rule: "sweat", "reduce to a third". */
  readonly verb: string
  /** The control point that ends the step. */
  readonly endsWhen: string
  readonly minutes?: MinutesBand
  /** Reductions: how far, in words; resolved by `resolveReduction`. */
  readonly target?: string
  readonly heat?: 'low' | 'mediumLow' | 'medium' | 'mediumHigh' | 'high'
  /** Codes of the cautions that bite here; their texts are the catalogue's. */
  readonly cautions: readonly string[]
}

/** An amount of an ingredient, put in at a step; `sources` are other goods that may stand in its place. */
export interface FormulaItem {
  readonly id: string
  readonly ingredientId: string
  readonly sources?: readonly string[]
  readonly stepId: string
  readonly amount: { readonly massG: number } | { readonly volumeMl: number }
}

/** How an egg and butter sauce is made: the bath under the yolks, the whisk, the butter's temperature, and where it is held. */
export interface EmulsionMethod { readonly bath: Exclude<BathHeat, 'off'>; readonly whisk: Whisk; readonly tool: Tool; readonly butterC: number; readonly holdC: { readonly low: number; readonly high: number } }

/** A sauce as data: amounts for `basisPortions`, steps in order. */
export interface Formula {
  readonly id: string
  readonly version: number
  readonly name: string
  readonly family: string
  /** Key of the liquid's fill in the drawing. */
  readonly fill: string
  readonly basisPortions: number
  readonly portionMl: number
  /** Made beyond what is served, as a share. */
  readonly overFrac: number
  readonly saltTargetFrac: MinutesBand
  /** Where the amounts are from. */
  readonly source: string
  readonly emulsion?: EmulsionMethod
  readonly items: readonly FormulaItem[]
  readonly steps: readonly FormulaStep[]
}
