import type { BatchState } from './batchState'

/** What somebody must do; the words are the catalogue's, except a step's own verb. */
export type DeadlineCode =
  | 'light'
  | 'look'
  | 'stop'
  | 'liftOff'
  | 'backOn'
  | 'stir'
  | 'discard'
  | 'stepEnds'
  | 'readTemp'
  | 'coolFaster'
  | 'reheat'
  | 'leftStanding'
  | 'skim'
  | 'topUp'
  | 'pressureUp'
  | 'pressureOff'
  | 'liquidNow'
  | 'quench'
  | 'mendHold'
  | 'clarify'
  | 'letSettle'
  | 'pourOff'
/** How pressing it is: look soon, act now, past a limit; a start that is due; a step whose minutes are over. */
export type DeadlineKind = 'lookSoon' | 'actNow' | 'discard' | 'start' | 'step'

/** A moment at which somebody must act, as a room names it. */
export interface Due {
  readonly kind: DeadlineKind
  readonly code: DeadlineCode
  readonly atMs: number
  /** Seconds count: an egg sauce over its bath is called for before anything else. */
  readonly isFragile?: boolean
}

/** A moment somebody must act: absolute, the same on every device. */
export interface Deadline extends Due {
  readonly id: string
  readonly batchId: string
  readonly stepId: string
  /** The step's own word, for the rule. */
  readonly verb: string
  /** What ends the step, in the formula's words. */
  readonly endsWhen: string
  readonly sauce: string
  readonly ring: number
  /** Letter of the well it stands in, where it is held. */
  readonly well?: string
  readonly isSilenced: boolean
}

/** Names of alarms that may be silenced: the discard call is silenced as an act. */
export type AlarmName = 'lookSoon' | 'actNow' | 'start' | 'step'
export const alarmOf = (kind: DeadlineKind): AlarmName => (kind === 'discard' ? 'actNow' : kind)

/** When an alarm of a step was last silenced or answered, ms; 0 where it never was. */
export const silencedAt = (state: Pick<BatchState, 'silenced'>, alarm: AlarmName, stepId: string): number =>
  state.silenced.reduce((last, s) => (s.key === `${alarm}:${stepId}` ? Math.max(last, s.atMs) : last), 0)
