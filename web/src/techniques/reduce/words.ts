import type { BatchView } from '@liquamen/core'
import { clockText, numberText } from '../../ui/format'
import { texts } from '../../ui/texts'
import type { StationWords } from '../technique'

/** A reduction on the stove: when its notch is due, and how far the level is. */
export function reduceWords({ live }: BatchView): StationWords | undefined {
  if (live?.kind !== 'reduce') return undefined
  const { clock, stage, depthMm } = live
  const pm =
    clock.lowAtMs !== undefined && clock.highAtMs !== undefined
      ? numberText(Math.max(1, (clock.highAtMs - clock.lowAtMs) / 120_000))
      : '?'
  return {
    detail: clock.targetAtMs === undefined ? '' : texts.stove.notch(clockText(clock.targetAtMs), pm),
    drawing: texts.stove.reduces(
      numberText(depthMm),
      numberText(stage.targetDepthMm),
      texts.stove.regimes[stage.regime],
    ),
  }
}
