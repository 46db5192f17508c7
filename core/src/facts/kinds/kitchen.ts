import type { Dish } from '../../plate/dish'
import type { KitchenSettings, Pan, Ring, Well } from '../../kitchen/kitchen'
import type { HouseRules } from '../../safety/codes'
import type { Role } from '../../kitchen/rights'
import { kind } from './kind'

const SET = { doing: 'setKitchen' } as const
const CHECKED = { doing: 'checkInstruments' } as const
/** Only the server says so: who may is asked while nobody else changes the crew. */
const CREW = { v: 2, madeBy: 'server', isVoidable: false, doing: 'manageCrew' } as const

/** What the kitchen is: every change of it is a fact with its name. A thing that is set is set whole. */
export const KITCHEN_KINDS = {
  'place.set':
    kind<
      Pick<KitchenSettings, 'name' | 'altitudeM' | 'roomTempC' | 'timeZone' | 'scaleStepG' | 'stove' | 'kits'>
    >(SET),
  'rules.set': kind<{ readonly rules: HouseRules }>({ doing: 'setRules' }),
  'ring.set': kind<{ readonly ring: Ring }>(SET),
  'ring.removed': kind<{ readonly ringId: string }>(SET),
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
  }>(CHECKED),
  'pan.set': kind<{ readonly pan: Pan }>(SET),
  'pan.removed': kind<{ readonly panId: string }>(SET),
  'well.set': kind<{ readonly well: Well }>(SET),
  'well.removed': kind<{ readonly wellId: string }>(SET),
  'probe.checked': kind<{
    readonly channelId: string
    readonly name: string
    readonly iceReadsC: number
    readonly boilReadsC: number
    readonly boilsAtC: number
  }>(CHECKED),
  'scale.checked': kind<{
    readonly name: string
    readonly knownG: number
    readonly readsG: number
    readonly emptyReadsG: number
    readonly factor: number
  }>(CHECKED),
  /** A dish of the house, for any evening. */
  'dish.set': kind<{ readonly dish: Dish }>(SET),
  'dish.removed': kind<{ readonly dishId: string }>(SET),
  /** Somebody is of the crew, in this role. Names are beside the facts, since they may be erased. */
  'crew.set': kind<{ readonly crewId: string; readonly role: Role }>(CREW),
  'crew.removed': kind<{ readonly crewId: string }>({ ...CREW, v: 1 }),
} as const
