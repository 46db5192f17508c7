import { areaM2 } from '../heat/evaporation'
import { FLUX_CAP_W_PER_M2, HEAT_LEVELS, HEATERS, netPowerW, type HeatLevel } from '../heat/heater'
import { heatWordPositions, powerAt, type KnobScale, type MeasuredSetting } from './calibration/heatWords'
import { radiusAtMm } from '../vessel/profile'
import type { Pan, Ring, RingMeasure } from './kitchen'

/** Net power into a pan's liquid, W, and the spread of its logarithm; whether the house measured it. */
export interface NetPower {
  readonly powerW: number
  readonly sdLnPower: number
  readonly isMeasured: boolean
}

/** Base of a pan as a flame meets it, mm: a little over its corner. */
export const heatedBaseMm = ({ profile }: Pick<Pan, 'profile'>): number =>
  2 * radiusAtMm(profile, profile.heightMm * 0.2)
/** A pan as a ring meets it: its base, and which pan it is where the house may have learned of the pair. */
export interface PanOnRing {
  readonly baseMm: number
  readonly panId?: string | undefined
}
export const onRing = (pan: Pick<Pan, 'id' | 'profile'>): PanOnRing => ({
  baseMm: heatedBaseMm(pan),
  panId: pan.id,
})

const WORD_SD_LN = 0.15 // where the knob stands for a word, once the ring was measured at two settings
const UNSEEN_SHARE = 0.6 // of a word's own spread, where only the full flame was measured

export const knobScale = (ring: Ring): KnobScale => (ring.heater.kind === 'induction' ? 'steps' : 'even')

/** The newest test of each position, brought from the pan it was made with to one of another base by the heater's own law. */
function settingsFor(ring: Ring, diameterMm: number): MeasuredSetting[] {
  const { efficiency } = HEATERS[ring.heater.kind]
  const newest = new Map<number, RingMeasure>()
  for (const m of ring.measured ?? [])
    if (m.atMs >= (newest.get(m.position)?.atMs ?? 0)) newest.set(m.position, m)
  return [...newest.values()].map((m) => ({
    position: m.position,
    powerW: (m.powerW * efficiency(diameterMm / 1000)) / efficiency(m.diameterMm / 1000),
  }))
}

/**
 * What a ring gives into a pan at a heat word: as the house measured it, else by its plate and kind; by what the batches of this very pair have
 * taught, where the house has taken that. `reduction:E8` `kitchen:K-X4`
 */
export function ringPower(ring: Ring, level: HeatLevel, pan: PanOnRing, altitudeM: number): NetPower {
  const unlearned = powerOf(ring, level, pan.baseMm, altitudeM)
  const pair = ring.withPans?.find((p) => p.panId === pan.panId)
  return pair
    ? {
        powerW: Math.min(
          unlearned.powerW * pair.factor,
          FLUX_CAP_W_PER_M2 * areaM2({ diameterMm: pan.baseMm }),
        ),
        sdLnPower: Math.min(unlearned.sdLnPower, pair.sdShare),
        isMeasured: true,
      }
    : unlearned
}

/** With the full flame alone measured a word is its usual share of it; with more settings it lies where that share of the power is on this knob. */
function powerOf(ring: Ring, level: HeatLevel, diameterMm: number, altitudeM: number): NetPower {
  const prior = HEAT_LEVELS[level]
  const settings = settingsFor(ring, diameterMm)
  if (level === 'off' || settings.length === 0)
    return {
      powerW: netPowerW(ring.heater, level, diameterMm, altitudeM),
      sdLnPower: prior.sdLnPower,
      isMeasured: false,
    }
  const full = Math.max(...settings.map((s) => s.powerW))
  const position = heatWordPositions(settings, knobScale(ring))[level]
  const isOneOnly = settings.length === 1
  const powerW =
    isOneOnly || position === undefined ? prior.share * full : powerAt(settings, position, knobScale(ring))
  const sdOfTest = Math.max(...(ring.measured ?? []).map((m) => m.sdShare))
  const sdOfWord = isOneOnly ? prior.sdLnPower * UNSEEN_SHARE : WORD_SD_LN
  return {
    powerW: Math.min(powerW, FLUX_CAP_W_PER_M2 * areaM2({ diameterMm })),
    sdLnPower: level === 'high' ? sdOfTest : Math.hypot(sdOfTest, sdOfWord),
    isMeasured: true,
  }
}

/** Where on this ring's knob a heat word lies, in its own marks where it has any, else as a share of its way; undefined until it was measured. */
export function knobMark(ring: Ring, level: Exclude<HeatLevel, 'off'>): number | undefined {
  const settings = (ring.measured ?? []).map(({ position, powerW }) => ({ position, powerW }))
  if (settings.length === 0) return undefined
  const position = heatWordPositions(settings, knobScale(ring))[level]
  if (position === undefined) return undefined
  return ring.marks ? Math.max(1, Math.round(position * ring.marks)) : position
}
