const ACCEPTED_OFFSET_K = 1
const WORST_OFFSET_K = 2
const WORST_SPAN_SHARE = 0.03
const DROPPED_K = 1
/** Weather moves the boiling point by so much where the air pressure was not said, K. */
export const WEATHER_K = 0.9

/** Two points of a probe: what it read in stirred ice slush and in a rolling boil, and where water boils here, °C. */
export interface ProbeCheck {
  readonly iceReadsC: number
  readonly boilReadsC: number
  readonly boilsAtC: number
}

/** Temperature behind a reading, by its two points. `kitchen:K-X1` */
export function correctedC({ iceReadsC, boilReadsC, boilsAtC }: ProbeCheck, readsC: number): number {
  return ((readsC - iceReadsC) / (boilReadsC - iceReadsC)) * boilsAtC
}

/** What is to be thought of a probe. */
export type ProbeVerdict = 'good' | 'corrected' | 'outOfService'

/** Whether a probe may serve: within a kelvin as it is, corrected up to two, put away beyond or where its span is off. */
export function probeVerdict(check: ProbeCheck): ProbeVerdict {
  const offsets = [check.iceReadsC, check.boilReadsC - check.boilsAtC].map(Math.abs)
  const worst = Math.max(...offsets)
  const spanOff = Math.abs((check.boilReadsC - check.iceReadsC) / check.boilsAtC - 1)
  if (worst > WORST_OFFSET_K || spanOff > WORST_SPAN_SHARE) return 'outOfService'
  return worst > ACCEPTED_OFFSET_K ? 'corrected' : 'good'
}

/** Whether it has moved so far since the last check that it was dropped. */
export const wasDropped = (before: ProbeCheck, now: ProbeCheck): boolean =>
  Math.abs(now.iceReadsC - before.iceReadsC) > DROPPED_K
