import { onRing, ringPower } from '../../kitchen/ringPower'
import type { Pan, Ring } from '../../kitchen/kitchen'
import { contentsG, type Contents } from '../../pan/contents'
import { USUAL_PAN_J_PER_K } from '../../heat/usualPan'
import { hotButterJPerK } from './quench'

/** It foams: hot enough for acid and herbs to take, far from browning further, °C. */
const FOAMS_C = 100

/** Seconds on a medium flame until a browned butter that has stood foams again; then its acid, its herbs, what is dry last. `kitchen:§7` @param tempC - as it was read, or as it stands */
export function reboilS(
  of: {
    readonly contents: Contents
    readonly pan: Pan
    readonly ring: Ring
    readonly altitudeM: number
    readonly share: number
  },
  tempC: number,
): number {
  const { powerW } = ringPower(of.ring, 'medium', onRing(of.pan), of.altitudeM)
  const massG = of.share * contentsG(of.contents)
  const heatJPerK = hotButterJPerK({ massG, panJPerK: USUAL_PAN_J_PER_K })
  return (heatJPerK * Math.max(0, FOAMS_C - tempC)) / powerW
}
