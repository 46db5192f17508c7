/** A schedule as it is asked for and answered: docs/formats/schedule.v1.schema.json says it word for word. Whole seconds from the service's own zero. */

export interface Place {
  readonly id: string
}
/** What must be washed before it is used again. */
export interface WashedPlace extends Place {
  readonly washS: number
}
/** Seconds that a way of doing it takes. */
export interface DurationBand {
  readonly low: number
  readonly mid: number
  readonly high: number
}
/** One way to do a task: it takes one of each list that it names. */
export interface TaskMode {
  readonly ring?: readonly string[] | undefined
  readonly vessel?: readonly string[] | undefined
  readonly well?: readonly string[] | undefined
  readonly kit?: readonly string[] | undefined
  readonly durationS: DurationBand
  readonly breakRisk?: number | undefined
  readonly wasteG?: number | undefined
}
/** Start of this task after the end of another, s. */
export interface Lag {
  readonly task: string
  readonly minLagS?: number | undefined
  readonly maxLagS?: number | undefined
}
/** A finished sauce: which pick-ups it serves, how old it may be, and how it breaks with age. */
export interface Serves {
  readonly at: readonly { readonly pickUp: string; readonly portions: number }[]
  /** Safety, hard. */
  readonly clockS?: number | undefined
  readonly marginS?: number | undefined
  readonly holdRisk?: readonly { readonly ageS: number; readonly p: number }[] | undefined
}
export interface ScheduleTask {
  readonly id: string
  readonly modes: readonly TaskMode[]
  /** Share of a pair of hands while it runs, in hundredths of one. */
  readonly hands?: number | undefined
  /** Tasks of one fill stand in one and the same vessel. */
  readonly fill?: string | undefined
  /** Fills that stay in their vessel until this task is over. */
  readonly empties?: readonly string[] | undefined
  readonly before?: readonly Lag[] | undefined
  readonly window?:
    { readonly earliestS?: number | undefined; readonly latestEndS?: number | undefined } | undefined
  readonly interruptible?: boolean | undefined
  readonly serves?: Serves | undefined
}
/** A task as it stands in an answer. */
export interface PlacedTask {
  readonly id: string
  /** Index into its modes. */
  readonly mode: number
  readonly startS: number
  readonly endS: number
  readonly ring?: string | undefined
  readonly vessel?: string | undefined
  readonly well?: string | undefined
  readonly kit?: string | undefined
  readonly parts?: readonly (readonly [startS: number, endS: number])[] | undefined
}
export interface InForceTask extends PlacedTask {
  /** Under way or done: it stands word for word. */
  readonly fixed?: true | undefined
}
export interface PickUp {
  readonly id: string
  readonly atS: number
  /** When its plates are called, where their sauces are to be ready before that. */
  readonly calledS?: number | undefined
  readonly plates: number
}
export interface ScheduleInstance {
  readonly id: string
  readonly goal: 'service' | 'makespan'
  readonly nowS?: number | undefined
  readonly rings: readonly Place[]
  readonly vessels: readonly WashedPlace[]
  readonly wells: readonly WashedPlace[]
  readonly kits: readonly Place[]
  /** People on the line from each of these seconds on, by time; none before the first. */
  readonly people: readonly { readonly fromS: number; readonly count: number }[]
  readonly pickUps: readonly PickUp[]
  readonly tasks: readonly ScheduleTask[]
  readonly inForce?: readonly InForceTask[] | undefined
}

/** In this order: clocks passed, lateness or the last end, expected broken batches, peak hands, age on the plate, waste, change. */
export type Objective = readonly [
  clocks: number,
  lateness: number,
  broken: number,
  peakHands: number,
  ageS: number,
  wasteG: number,
  change: number,
]
/** A rule that would break if a task alone were one second earlier. */
export const BINDINGS = [
  'window',
  'precedence',
  'ring',
  'vessel',
  'well',
  'kit',
  'hands',
  'clock',
  'pickUp',
] as const
export type Binding = (typeof BINDINGS)[number]

/** The least that would make a clash possible. */
export type SmallestChange =
  | { readonly kind: 'later'; readonly minutes: number }
  | {
      readonly kind: 'more'
      readonly what: 'ring' | 'vessel' | 'well' | 'kit' | 'person'
      readonly count: number
    }
  | { readonly kind: 'without'; readonly tasks: readonly string[] }
export interface Conflict {
  readonly tasks: readonly string[]
  readonly smallestChange: SmallestChange
}
export interface FeasibleAnswer {
  readonly status: 'feasible'
  readonly objective: Objective
  /** Proven lower bound of the second figure. */
  readonly bound: readonly [number]
  readonly robust: {
    readonly high: { readonly latenessS: number }
    readonly slow: { readonly latenessS: number }
  }
  readonly tasks: readonly PlacedTask[]
  readonly binding: Readonly<Record<string, Binding>>
}
export interface InfeasibleAnswer {
  readonly status: 'infeasible'
  readonly conflict: Conflict
}
export type ScheduleAnswer = FeasibleAnswer | InfeasibleAnswer

/** The slow evening: every duration a fifth longer. */
export const SLOW = 1.2
/** A part of an interrupted task is at least so long, s. */
export const LEAST_PART_S = 60
/** What a changed way or place weighs beside a second of moved start. */
export const CHANGED_PLACE = 600
