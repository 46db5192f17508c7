import type { BowlMaterial } from '../techniques/eggEmulsion/yolkBath'
import type { HeaterKind } from '../heat/heater'
import type { HouseMeasures } from '../quantity/weigh'
import { DEFAULT_HOUSE_RULES, type HouseRules } from '../safety/codes'
import type { VesselProfile } from '../vessel/profile'

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
  /** What a bowl is made of. */ readonly material?: BowlMaterial
  /** What a pan is lined with; stainless steel where it is not said. */ readonly metal?: Metal
}

/** A well of the bain-marie: its letter and place in the trough, its inside, and what its water is set to. */
export interface Well {
  readonly id: string
  readonly letter: string
  readonly row: number
  readonly column: number
  readonly waterC: number
  readonly profile: VesselProfile
}

/** A ring of the stove: number as painted on it, place in its rows, what heats it. */
export interface Ring {
  readonly id: string
  readonly number: number
  readonly row: number
  readonly column: number
  readonly strength: string
  readonly heater: { readonly kind: HeaterKind; readonly ratedW: number; readonly leastBaseMm?: number }
}

/** A crew member who may act. */
export interface CrewMember {
  readonly id: string
  readonly name: string
  readonly role: 'cook' | 'sousChef' | 'admin'
}

/** The place: how high it lies decides where water boils. */
export interface KitchenSettings {
  readonly name: string
  readonly altitudeM: number
  readonly roomTempC: number
  readonly timeZone: string
  readonly scaleStepG: number
  readonly isDemo: boolean
  readonly rules?: HouseRules
  /** What its cup, pinch or splash is, said once. */ readonly measures?: HouseMeasures
  /** Money in which goods are priced, ISO 4217. */ readonly currency?: string
}

/** The rules a kitchen holds by; cautious ones where it has not said. */
export const houseRules = (settings: KitchenSettings): HouseRules => settings.rules ?? DEFAULT_HOUSE_RULES

/** Everything a kitchen is, as data. */
export interface KitchenCatalog {
  readonly settings: KitchenSettings
  readonly rings: readonly Ring[]
  readonly pans: readonly Pan[]
  readonly wells: readonly Well[]
  readonly crew: readonly CrewMember[]
  readonly ingredients: readonly import('../ingredients/ingredient').Ingredient[]
  readonly formulas: readonly import('../formula/formula').Formula[]
}
