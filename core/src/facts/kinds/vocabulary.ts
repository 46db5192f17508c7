import { BROWNING_STAGES } from '../../techniques/prepare/browning'

/** What stands on a reading from a probe or scale: which one, and whether it is only a stand-in. */
export interface ChannelStamp {
  readonly channelId: string
  readonly name: string
  readonly isSimulated: boolean
}
/** Where a bound channel measures. */
export const CHANNEL_PLACES = ['bowl', 'well', 'scale'] as const
export type ChannelPlace = (typeof CHANNEL_PLACES)[number]

/** What a cook sees or hears, in one tap: of an egg sauce, of a lid that holds its pressure, of what softens and takes colour, of a drop on a hot pan, of what a pan was used for before. */
export const CUES = [
  'foamy',
  'trails',
  'ribbon',
  'grainy',
  'oily',
  'shineGone',
  'split',
  'atPressure',
  ...BROWNING_STAGES,
  'sings',
  'quiet',
  'nutty',
  'coldBowl',
  'halfWay',
  'pool',
  'poolGone',
  'halved',
  'secondLot',
  'dropSits',
  'dropSizzles',
  'dropSkates',
  'oilSmokes',
  'panMeat',
  'panFish',
  'panShellfish',
  'panBurnt',
  'panClean',
] as const
export type Cue = (typeof CUES)[number]
/** What is told of butter that is clarified: it stands on the flame, it is melted and stands aside, its clear fat is poured off. */
export const CLARIFY_STAGES = ['onFlame', 'melted', 'pouredOff'] as const
export type ClarifyStage = (typeof CLARIFY_STAGES)[number]

/** What a look at the pan can say without measuring. */
export const LOOKS = ['notBoiling', 'simmering', 'boiling', 'boilingHard'] as const
export type Look = (typeof LOOKS)[number]

/** What a reading says of the liquid's mass; worked out when it was taken, so that the record does not change when models do. */
interface ReadMass {
  readonly massG: number
  readonly sigmaG: number
  readonly modelVersion: string
}

/** A reading as it was taken: what was read, and what it means in grams where it means any. */
export type ReadingPayload = { readonly stepId: string } & (
  | ({
      readonly how: 'weighing'
      readonly grossG: number
      /** The scale it was read from; none where a cook typed it. */ readonly scale?: ChannelStamp | undefined
    } & ReadMass)
  | ({
      readonly how: 'depth'
      readonly depthMm: number
      /** It is deeper than the pan, whose wall is so high, mm. */ readonly wallMm?: number | undefined
    } & ReadMass)
  | ({ readonly how: 'level'; readonly depthMm: number } & ReadMass)
  | {
      readonly how: 'temperature'
      readonly tempC: number
      /** The probe it was read from; none where a cook typed it. */ readonly probe?: ChannelStamp | undefined
    }
  | {
      readonly how: 'look'
      readonly look: Look
      readonly rateGPerMin: number
      readonly sdRateGPerMin: number
    }
)

/** Answer to "this reading does not fit: what happened?" */
export const EXPLANATIONS = ['mistake', 'right', 'added', 'ladled', 'zeroed'] as const
export type Explanation = (typeof EXPLANATIONS)[number]

/** Where a lot is kept. */
export const STORE_PLACES = ['fridge', 'freezer', 'shelf'] as const
export type StorePlace = (typeof STORE_PLACES)[number]

/** What a person decided about an allergy that the sauce meets. */
export const ALLERGEN_DECISIONS = ['labelClear', 'leaveOff', 'goOn'] as const
export type AllergenDecision = (typeof ALLERGEN_DECISIONS)[number]
