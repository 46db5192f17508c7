/** What a record may say of facts that could not be what they say, or went beyond what was meant; the words are the catalogue's. */
export const DEVIATION_CODES = [
  'servedPastCodeLimit',
  'servedPastHouseLimit',
  'passedHouseLimit',
  'goneOnWithoutHold',
  'goneOnWithoutName',
  'goneOnPastCodeLimit',
  'overReduced',
  'notColdYet',
  'leftIn',
  'cooledUnread',
  'servedMoreThanMade',
  'stepStartedTwice',
  'stepFinishedTwice',
  'stepNeverStarted',
  'afterTheEnd',
  'clockWasWrong',
  'corrected',
  'finishedTwice',
  'startedTwice',
  'plannedAfterStart',
  'takenOffAfterStart',
  'neverStarted',
  'notOfThisStream',
  'cannotBeChanged',
  'changesUnknownFact',
] as const
export type DeviationCode = (typeof DEVIATION_CODES)[number]

/** A fact that could not be what it says; kept on the record, never thrown. */
export interface Deviation {
  readonly code: DeviationCode
  readonly factId: string
  readonly atMs: number
  readonly detail?: string | number | undefined
}
