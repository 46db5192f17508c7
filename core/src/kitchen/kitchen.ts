import type { BowlMaterial } from '../techniques/eggEmulsion/yolkBath'
import type { HeaterKind } from '../heat/heater'
import type { HouseMeasures } from '../quantity/weigh'
import type { Dish } from '../plate/dish'
import { DEFAULT_HOUSE_RULES, type HouseRules } from '../safety/codes'
import type { VesselProfile } from '../vessel/profile'
import type { Role } from './rights'

/** How a vessel is drawn and used. */
export const VESSEL_KINDS = ['saucepan', 'sauteuse', 'stockpot', 'fryingPan', 'bowl', 'tray'] as const
export type VesselKind = (typeof VESSEL_KINDS)[number]
/** What a pan is made of, as it meets the sauce. */
export const METALS = [
  'stainless',
  'copperLined',
  'enamel',
  'coated',
  'aluminium',
  'castIron',
  'carbonSteel',
] as const
export type Metal = (typeof METALS)[number]

/** A pan the kitchen owns: what it weighs empty and what it is inside. */
export interface Pan {
  readonly id: string
  readonly name: string
  readonly kind: VesselKind
  readonly tareG: number
  readonly profile: VesselProfile
  /** Over-pressure that its lid holds, kPa: a pressure cooker. */ readonly gaugeKPa?: number | undefined
  /** What a bowl is made of. */ readonly material?: BowlMaterial
  /** Inside length and width of a tray, mm; its profile is the round one of the same area. */
  readonly footprint?: { readonly lengthMm: number; readonly widthMm: number } | undefined
  /** What a pan is lined with; stainless steel where it is not said. */ readonly metal?: Metal
}

/** Where a thing stands on the stove seen from above, mm from its back left corner to the thing's middle. */
export interface PlanPlace {
  readonly xMm: number
  readonly yMm: number
}

/** A well of the bain-marie: its letter and place in the trough, its inside, and what its water is set to. */
export interface Well {
  readonly id: string
  readonly letter: string
  readonly row: number
  readonly column: number
  readonly waterC: number
  readonly profile: VesselProfile
  readonly at?: PlanPlace | undefined
}

/** What a water test found of a ring at one position of its knob (1 full). */
export interface RingMeasure {
  /** The fact that found it. */
  readonly id: string
  readonly atMs: number
  readonly position: number
  readonly powerW: number
  readonly sdShare: number
  /** Base of the pan that it was measured with, mm. */
  readonly diameterMm: number
}

/** How much faster a pan boils on a ring than its plate or water test says, learned from closed batches. */
export interface LearnedPair {
  readonly panId: string
  readonly factor: number
  readonly sdShare: number
  /** Reductions that taught it. */
  readonly n: number
  readonly atMs: number
}

/** A ring of the stove: number as painted on it, place in its rows, what heats it. */
export interface Ring {
  readonly id: string
  readonly number: number
  readonly row: number
  readonly column: number
  readonly strength: string
  readonly heater: {
    readonly kind: HeaterKind
    readonly ratedW: number
    readonly leastBaseMm?: number | undefined
  }
  readonly at?: PlanPlace | undefined
  readonly burnerMm?: number | undefined
  /** Marks of its knob, where it has any: a hob's 1 to 9. */
  readonly marks?: number | undefined
  /** What closed batches taught of it with a pan, as the house took it. */
  readonly withPans?: readonly LearnedPair[] | undefined
  /** Water tests in force, oldest first. */
  readonly measured?: readonly RingMeasure[] | undefined
}

/** The newest check of a probe in ice and in boiling water. */
export interface ProbeCheckKept {
  readonly channelId: string
  readonly name: string
  readonly atMs: number
  readonly iceReadsC: number
  readonly boilReadsC: number
  readonly boilsAtC: number
}
/** The newest check of a scale by a known mass. */
export interface ScaleCheckKept {
  readonly name: string
  readonly atMs: number
  readonly factor: number
}

/** A crew member who may act. */
export interface CrewMember {
  readonly id: string
  readonly name: string
  readonly role: Role
}

/** Tools of which a kitchen has a few, for whoever needs them: a step takes one from its start to its end. */
export const KITS = ['sieve', 'blender'] as const
export type Kit = (typeof KITS)[number]
/** As many as a small kitchen has, where it has not said [A]. */
const USUAL_KITS: Readonly<Record<Kit, number>> = { sieve: 2, blender: 1 }

/** The place: how high it lies decides where water boils. */
export interface KitchenSettings {
  readonly name: string
  readonly altitudeM: number
  readonly roomTempC: number
  readonly timeZone: string
  readonly scaleStepG: number
  readonly rules?: HouseRules
  /** What its cup, pinch or splash is, said once. */ readonly measures?: HouseMeasures
  /** The stove seen from above. */ readonly stove?:
    { readonly widthMm: number; readonly depthMm: number } | undefined
  /** By which its scale's figures are multiplied, from its newest check. */ readonly scaleFactor?:
    number | undefined
  /** How many it has of each tool that is shared. */ readonly kits?:
    Readonly<Partial<Record<Kit, number>>> | undefined
  /** Money in which goods are priced, ISO 4217. */ readonly currency?: string
}

/** How many of a shared tool a kitchen has. */
export const kitCount = ({ kits }: Pick<KitchenSettings, 'kits'>, kit: Kit): number =>
  kits?.[kit] ?? USUAL_KITS[kit]
/** The rules a kitchen holds by; cautious ones where it has not said. */
export const houseRules = (settings: KitchenSettings): HouseRules => settings.rules ?? DEFAULT_HOUSE_RULES

/** Everything a kitchen is, as data. */
export interface KitchenCatalog {
  readonly settings: KitchenSettings
  readonly rings: readonly Ring[]
  readonly pans: readonly Pan[]
  readonly wells: readonly Well[]
  readonly crew: readonly CrewMember[]
  readonly probes?: readonly ProbeCheckKept[] | undefined
  readonly scales?: readonly ScaleCheckKept[] | undefined
  /** Dishes of the house. */
  readonly dishes?: readonly Dish[] | undefined
  readonly ingredients: readonly import('../ingredients/ingredient').Ingredient[]
  readonly formulas: readonly import('../formula/formula').Formula[]
}
