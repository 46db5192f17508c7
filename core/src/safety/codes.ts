/** What a food code says of hot sauces; a dated convenience copy, the local text rules. Temperatures °C, times h. */
export interface FoodCode {
  readonly hotHoldC: number
  readonly timeLimitH: number
  readonly source: string
  readonly asOf: string
}

/** Codes a kitchen may choose from (emulsion.md §6). */
export const FOOD_CODES = {
  usModel: { hotHoldC: 57, timeLimitH: 4, source: 'US FDA model Food Code 3-501.16, 3-501.19', asOf: '2022' },
  uk: {
    hotHoldC: 63,
    timeLimitH: 2,
    source: 'Food Safety and Hygiene (England) Regulations 2013, schedule 4',
    asOf: '2013',
  },
  france: {
    hotHoldC: 63,
    timeLimitH: 2,
    source: 'arrêté of 21 December 2009; the time is the house’s plan',
    asOf: '2009',
  },
  canada: {
    hotHoldC: 60,
    timeLimitH: 2,
    source: 'Food Retail and Food Services Code; the time is the house’s plan',
    asOf: '2016',
  },
  australia: {
    hotHoldC: 60,
    timeLimitH: 4,
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
