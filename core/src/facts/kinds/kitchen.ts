import type { Dish } from '../../plate/dish'
import type { CrewMember, KitchenSettings, Pan, Ring, Well } from '../../kitchen/kitchen'
import type { HouseRules } from '../../safety/codes'
import { kind } from './kind'

/** What the kitchen is: every change of it is a fact with its name. A thing that is set is set whole. */
export const KITCHEN_KINDS = {
  'place.set':
    kind<
      Pick<KitchenSettings, 'name' | 'altitudeM' | 'roomTempC' | 'timeZone' | 'scaleStepG' | 'stove' | 'kits'>
    >(),
  'rules.set': kind<{ readonly rules: HouseRules }>(),
  'ring.set': kind<{ readonly ring: Ring }>(),
  'ring.removed': kind<{ readonly ringId: string }>(),
  /** A water test: what was done, what it came to, and in which pan. */
  'ring.tested': kind<{
    readonly ringId: string
    readonly panId: string
    readonly position: number
    readonly test:
      | {
          readonly how: 'warmed'
          readonly massKg: number
          readonly fromC: number
          readonly toC: number
          readonly durationS: number
        }
      | {
          readonly how: 'boiled'
          readonly beforeG: number
          readonly afterG: number
          readonly durationS: number
        }
    readonly powerW: number
    readonly sdShare: number
    readonly diameterMm: number
    readonly modelVersion: string
  }>(),
  'pan.set': kind<{ readonly pan: Pan }>(),
  'pan.removed': kind<{ readonly panId: string }>(),
  'well.set': kind<{ readonly well: Well }>(),
  'well.removed': kind<{ readonly wellId: string }>(),
  'probe.checked': kind<{
    readonly channelId: string
    readonly name: string
    readonly iceReadsC: number
    readonly boilReadsC: number
    readonly boilsAtC: number
  }>(),
  'scale.checked': kind<{
    readonly name: string
    readonly knownG: number
    readonly readsG: number
    readonly emptyReadsG: number
    readonly factor: number
  }>(),
  /** A dish of the house, for any evening. */
  'dish.set': kind<{ readonly dish: Dish }>(),
  'dish.removed': kind<{ readonly dishId: string }>(),
  'crew.set': kind<{ readonly member: CrewMember }>(),
  'crew.removed': kind<{ readonly crewId: string }>(),
} as const
