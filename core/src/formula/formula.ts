import type { Tool } from '../techniques/eggEmulsion/butterPour'
import type { PourOver, PourPace } from '../techniques/eggEmulsion/pourPace'
import type { BathHeat, Whisk } from '../techniques/eggEmulsion/yolkBath'
import type { HoldPlace } from '../techniques/hold/places'
import type { MountHeat, MountMove } from '../techniques/mount/mountPace'
import type { HeatWord } from '../heat/heater'
import type { Caution } from './cautions'
import type { Act } from '../techniques/acts'
import type { Attention } from '../techniques/technique'
import type { VesselRole } from '../pan/contents'

/** A span of minutes: 10 %, middle, 90 %. */
export interface MinutesBand {
  readonly low: number
  readonly value: number
  readonly high: number
}

/** One step of a formula. Texts belong to the formula: they are the cook's own words. */
export interface FormulaStep {
  readonly id: string
  /** What it does: a word of one of the techniques' rooms. */
  readonly technique: Act
  /** Two words at most, for the rule: "sweat", "reduce to a third". */
  readonly verb: string
  /** The control point that ends the step. */
  readonly endsWhen: string
  readonly minutes?: MinutesBand
  /** Reductions: how far, in words; resolved by `resolveReduction`. */
  readonly target?: string
  /** How much of a cook it takes. */
  readonly attention?: Attention
  /** The vessel it stands in; where it does not say, its technique's own or the one before. */
  readonly vessel?: VesselRole
  /** It may be done ahead, and keeps so long, h. */
  readonly aheadKeepsH?: number
  /** The colour that it is to take; `none` where a school takes it back. */
  readonly colour?: 'none' | 'golden' | 'brown'
  /** What goes in whole here and comes out again: bay, bundle, string, spice bag, in the cook's words, one a piece. */
  readonly comesOut?: readonly string[]
  /** How it is cut, by what becomes of it: strained out, eaten, browned fast. */
  readonly cut?: 'coarse' | 'neat' | 'fine'
  /** Steps whose outcome goes in here, where it is not simply the one before. */
  readonly after?: readonly string[]
  /** Colour of a roux. */
  readonly roux?: 'white' | 'blond' | 'brown'
  /** Simmering: share of the water that leaves over it. */
  readonly lossFrac?: number
  /** Simmering a stock: how often its scum is taken off, 4 where it does not say; and its bones went into hot water. */
  readonly skims?: number
  readonly startsHot?: boolean
  /** What goes in arrives hot. */
  readonly arrivesHot?: boolean
  /** Straining: 0 drained, 0.6 pressed hard; and the share of liquor and fat that goes through, where the house has weighed it. */
  readonly pressFrac?: number
  readonly yieldFrac?: number
  readonly heat?: HeatWord
  /** Butter into yolk: what is under the bowl meanwhile. */
  readonly pourOver?: PourOver
  /** Mounting: what is under it meanwhile, what moves it, and how warm the butter goes in, °C. */
  readonly mountHeat?: MountHeat
  readonly mountBy?: MountMove
  readonly butterC?: number
  /** Codes of the cautions that bite here; their texts are the catalogue's. */
  readonly cautions: readonly Caution[]
}

/** An amount of an ingredient, put in at a step; `sources` are other goods that may stand in its place. */
export interface FormulaItem {
  readonly id: string
  readonly ingredientId: string
  readonly sources?: readonly string[]
  readonly stepId: string
  readonly amount: { readonly massG: number } | { readonly volumeMl: number }
}

/** One thing a school or a swap changes in a formula. */
export type FormulaChange =
  | { readonly op: 'setAmount'; readonly itemId: string; readonly amount: FormulaItem['amount'] }
  | { readonly op: 'swap'; readonly itemId: string; readonly ingredientId: string; readonly factor: number }
  | { readonly op: 'move'; readonly itemId: string; readonly stepId: string }
  | { readonly op: 'drop'; readonly itemId: string }
  | { readonly op: 'add'; readonly item: FormulaItem }
  | { readonly op: 'setStep'; readonly stepId: string; readonly step: Partial<Omit<FormulaStep, 'id'>> }
  | { readonly op: 'dropStep'; readonly stepId: string }
  | { readonly op: 'addStep'; readonly afterStepId: string; readonly step: FormulaStep }
  | { readonly op: 'setMethod'; readonly method: Partial<EmulsionMethod> }
  | { readonly op: 'setKeeps'; readonly keeps: Partial<Keeps> }

/** How long a sauce stays good: hot, min at the most by the house; chilled, days; and how it takes freezing. */
export interface Keeps {
  /** Where it is kept hot; in a well where it does not say. */
  readonly place?: HoldPlace
  readonly hotMin: number
  readonly chilledDays: number
  readonly freezes: 'good' | 'fair' | 'no'
}

/** A way of doing it that some good cooks hold to. */
export interface SchoolOption {
  readonly id: string
  readonly says: string
  readonly changes: readonly FormulaChange[]
}
/** Where good cooks disagree: the ways, the one taken unless another is chosen, and why. */
export interface School {
  readonly id: string
  readonly says: string
  readonly defaultId: string
  readonly reason: string
  readonly options: readonly SchoolOption[]
}

/** How an egg and butter sauce is made: the bath under the yolks, the whisk, the butter's temperature, and where it is held. */
export interface EmulsionMethod {
  readonly bath: Exclude<BathHeat, 'off'>
  readonly whisk: Whisk
  readonly tool: Tool
  readonly butterC: number
  /** How the butter goes in; drops and then faster where it does not say. */
  readonly pace?: PourPace
  /** The yolk is lifted off over the upper and put back under the lower until its ribbon stands; straight to it where neither is said, °C. */
  readonly yolkC?: { readonly low: number; readonly high: number }
  readonly holdC: { readonly low: number; readonly high: number }
}

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
  readonly schools?: readonly School[]
  /** The sauce it descends from, by formula id. */
  readonly motherId?: string
  /** The ingredient that it makes, for bases. */
  readonly makes?: string
  /** What it is served with. */
  readonly dishes?: readonly string[]
  readonly keeps?: Keeps
  readonly items: readonly FormulaItem[]
  readonly steps: readonly FormulaStep[]
}
