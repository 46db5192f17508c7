/** One stage of cooling: from a temperature to a lower one within so many minutes, counted from the first stage's start or from its own. */
export interface CoolingStage {
  readonly fromC: number
  readonly toC: number
  readonly withinMin: number
  readonly countedFrom: 'heatOff' | 'own'
}

/** What a food code says of sauces; a dated convenience copy, the local text rules. Temperatures °C, times h. */
export interface FoodCode {
  readonly hotHoldC: number
  readonly timeLimitH: number
  readonly coldHoldC: number
  /** To be warmed again for holding: at least so hot, so long, and so soon. */
  readonly reheat: { readonly tempC: number; readonly durationS: number; readonly withinMin: number }
  /** Days that a made good keeps chilled, making day counted; none where the code leaves it to the house. */
  readonly chilledDays?: number
  readonly cooling: readonly CoolingStage[]
  readonly source: string
  readonly asOf: string
}

/** Both stages are counted from where it leaves the hot hold: a fast first one lengthens the second. `reduction:§7` */
const TWO_STAGES = (hotHoldC: number, coldHoldC: number): CoolingStage[] => [
  { fromC: hotHoldC, toC: 21, withinMin: 120, countedFrom: 'heatOff' },
  { fromC: hotHoldC, toC: coldHoldC, withinMin: 360, countedFrom: 'heatOff' },
]

/** Codes a kitchen may choose from (emulsion.md §6, reduction.md §7, kitchen.md §7). */
export const FOOD_CODES = {
  usModel: {
    hotHoldC: 57,
    timeLimitH: 4,
    coldHoldC: 5,
    reheat: { tempC: 74, durationS: 15, withinMin: 120 },
    chilledDays: 7,
    cooling: TWO_STAGES(57, 5),
    source: 'US FDA model Food Code 3-501.14, 3-501.16, 3-501.17, 3-501.19, 3-403.11',
    asOf: '2022',
  },
  uk: {
    hotHoldC: 63,
    timeLimitH: 2,
    coldHoldC: 8,
    reheat: { tempC: 82, durationS: 0, withinMin: 120 },
    chilledDays: 5,
    cooling: [{ fromC: 63, toC: 8, withinMin: 120, countedFrom: 'heatOff' }],
    source:
      'Food Safety and Hygiene (England) Regulations 2013, schedule 4; cooling and days by usual guidance, reheating as in Scotland',
    asOf: '2013',
  },
  france: {
    hotHoldC: 63,
    timeLimitH: 2,
    coldHoldC: 3,
    reheat: { tempC: 63, durationS: 0, withinMin: 60 },
    cooling: [{ fromC: 63, toC: 10, withinMin: 120, countedFrom: 'heatOff' }],
    source: 'arrêté of 21 December 2009; the holding time is the house’s plan',
    asOf: '2009',
  },
  canada: {
    hotHoldC: 60,
    timeLimitH: 2,
    coldHoldC: 4,
    reheat: { tempC: 74, durationS: 15, withinMin: 120 },
    cooling: TWO_STAGES(60, 4),
    source: 'Food Retail and Food Services Code; holding and cooling times are the house’s plan',
    asOf: '2016',
  },
  australia: {
    hotHoldC: 60,
    timeLimitH: 4,
    coldHoldC: 5,
    reheat: { tempC: 60, durationS: 0, withinMin: 120 },
    cooling: [
      { fromC: 60, toC: 21, withinMin: 120, countedFrom: 'heatOff' },
      { fromC: 21, toC: 5, withinMin: 240, countedFrom: 'own' },
    ],
    source: 'Food Standards Code 3.2.2, the 2-hour/4-hour rule',
    asOf: '2023',
  },
} as const satisfies Record<string, FoodCode>
export type FoodCodeId = keyof typeof FOOD_CODES

/** What the house has decided for itself, beside its code. */
export interface HouseRules {
  readonly code: FoodCodeId
  /** The house's own limit for holding; 2, 3 or 4 h. */
  readonly holdLimitH: number
  /** From when the clock of an egg sauce runs. */
  readonly clockFrom: 'outOfControl' | 'firstEgg'
}
/** The code a house goes by. */
export const foodCode = (rules: HouseRules): FoodCode => FOOD_CODES[rules.code]
/** Cautious until a kitchen says otherwise. */
export const DEFAULT_HOUSE_RULES: HouseRules = { code: 'usModel', holdLimitH: 2, clockFrom: 'outOfControl' }

/** The limits in force, stamped on every hold. */
export interface HoldLimits {
  readonly houseS: number
  readonly codeS: number
  readonly hotHoldC: number
  readonly code: FoodCodeId
}

/** The limits of a kitchen: of house and code the stricter counts first, and the code's ends it. */
export function holdLimits(rules: HouseRules): HoldLimits {
  const code = FOOD_CODES[rules.code]
  return {
    houseS: Math.min(rules.holdLimitH, code.timeLimitH) * 3600,
    codeS: code.timeLimitH * 3600,
    hotHoldC: code.hotHoldC,
    code: rules.code,
  }
}
