import { correctedC, probeVerdict } from '../kitchen/calibration/probe'
import type { KitchenCatalog } from '../kitchen/kitchen'
import type { Measured } from './viewBatch'

/** What a probe (°C) or a scale (g) showed, and what the server found wrong with its time. */
export interface ChannelSample {
  readonly atMs: number
  readonly value: number
  readonly flag?: string | undefined
}
/** The page and the server keep so much of a channel at hand, ms: a sauce is worked for no longer. */
export const KEPT_SAMPLES_MS = 90 * 60_000

/** What came from the future or much too late counts for nothing live. */
const counts = ({ flag }: ChannelSample) => flag !== 'future' && flag !== 'late'

/**
 * What a kitchen's probes and scales showed, their own errors taken out by their newest checks; a probe that is out of service says what it says.
 * @param samplesOf - samples of a channel by id, in order of time
 */
export function measuredIn(
  { settings, probes }: Pick<KitchenCatalog, 'settings' | 'probes'>,
  samplesOf: (channelId: string) => readonly ChannelSample[],
): Measured {
  const between = (channelId: string, fromMs: number, toMs = Infinity) =>
    samplesOf(channelId).filter((s) => s.atMs >= fromMs && s.atMs <= toMs && counts(s))
  const factor = settings.scaleFactor ?? 1
  return {
    readingsOf: (channelId, fromMs, toMs) => {
      const check = probes?.find((p) => p.channelId === channelId)
      const isTrusted = check !== undefined && probeVerdict(check) !== 'outOfService'
      return between(channelId, fromMs, toMs).map(({ atMs, value }) => ({
        atMs,
        tempC: isTrusted ? correctedC(check, value) : value,
      }))
    },
    massesOf: (...of) => between(...of).map(({ atMs, value }) => ({ atMs, grossG: value * factor })),
  }
}
