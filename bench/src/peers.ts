import {
  browningPace,
  depthAtVolumeMm,
  massFluxKgPerM2S,
  minutesToTarget,
  nextStageMin,
  startBelief,
  surfaceAreaMm2,
  surroundings,
  takeReading,
  volumeAtDepthMl,
  waterDensityKgPerM3,
  type VesselProfile,
} from '@liquamen/core'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import ode45 from 'ode45-cash-karp'
import { inTurns } from './inTurns'
import type { Line } from './line'

const rms = (errors: readonly number[]) =>
  Math.sqrt(errors.reduce((sum, e) => sum + e * e, 0) / errors.length)

/** Seeded, so that both see the same pans. */
function mulberry32(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}
const START_G = 1000
const TARGET_G = 500
const START_SD_G = 5
const READ_SD_G = 10
const PRIOR = { rateGPerMin: 20, sdRateGPerMin: 7 }
const READ_AT = [2, 4, 6, 8, 10]

/** A pan that boils steadily at an unknown pace, read five times. */
function pan(seed: number) {
  const random = mulberry32(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const rate = Math.max(6, PRIOR.rateGPerMin + PRIOR.sdRateGPerMin * normal())
  const readings = READ_AT.map((atMin) => ({ atMin, massG: START_G - rate * atMin + READ_SD_G * normal() }))
  return { readings, leftMin: (START_G - TARGET_G) / rate - (READ_AT.at(-1) as number) }
}
type Pan = ReturnType<typeof pan>

function filtered({ readings }: Pan): number {
  let belief = startBelief({
    massG: START_G,
    sdMassG: START_SD_G,
    driftPerRootMin: 0.0001,
    ...PRIOR,
  })
  for (const r of readings) belief = takeReading(belief, { ...r, sigmaG: READ_SD_G }).belief
  return minutesToTarget(belief, TARGET_G, 0.5) ?? Infinity
}
/** All readings fitted anew by general least squares; start and prior rate stand as readings of their own, each over its standard deviation. */
function fitted({ readings }: Pan): number {
  const points = [
    { atMin: 0, seen: START_G, sd: START_SD_G },
    ...readings.map((r) => ({ atMin: r.atMin, seen: r.massG, sd: READ_SD_G })),
    { atMin: NaN, seen: PRIOR.rateGPerMin, sd: PRIOR.sdRateGPerMin },
  ]
  const { parameterValues } = levenbergMarquardt(
    { x: points.map((_, i) => i), y: points.map((p) => p.seen / p.sd) },
    ([m = 0, r = 0]) =>
      (i: number) => {
        const { atMin, sd } = points[i] as (typeof points)[number]
        return (Number.isNaN(atMin) ? r : m - r * atMin) / sd
      },
    { initialValues: [START_G, PRIOR.rateGPerMin], maxIterations: 3, damping: 1e-6 },
  )
  const [m = 0, r = 1] = parameterValues
  return (m - TARGET_G) / r - (readings.at(-1)?.atMin ?? 0)
}

const POT: VesselProfile = { shape: 'pan', baseRadiusMm: 110, rimRadiusMm: 150, heightMm: 260, cornerMm: 20 }
const HELD_C = 95
const DAY_MIN = 16 * 60
const EVERY_MIN = 15
const START_ML = 9000

/** Volumes of a pot at a bare simmer, each quarter of an hour over a day: the level falls alike in any shape. */
function byLevel(): number[] {
  const startMm = depthAtVolumeMm(POT, START_ML)
  const at = surroundings({ diameterMm: 280 })
  const mmPerMin = (massFluxKgPerM2S(at, HELD_C) / waterDensityKgPerM3(HELD_C)) * 1000 * 60
  return Array.from({ length: DAY_MIN / EVERY_MIN }, (_, i) =>
    volumeAtDepthMl(POT, Math.max(0, startMm - mmPerMin * EVERY_MIN * (i + 1))),
  )
}
/** The same by integrating dV/dt = −flux·A(V)/ρ with a general solver. */
function byOde(tolerance: number): number[] {
  const at = surroundings({ diameterMm: 280 })
  const mmPerMin = (massFluxKgPerM2S(at, HELD_C) / waterDensityKgPerM3(HELD_C)) * 1000 * 60
  const fall = (dydt: number[], [v = 0]: number[]) => {
    dydt[0] = v <= 0 ? 0 : (-mmPerMin * surfaceAreaMm2(POT, depthAtVolumeMm(POT, v))) / 1000
  }
  const solver = ode45([START_ML], fall, 0, 1, { tol: tolerance })
  return Array.from({ length: DAY_MIN / EVERY_MIN }, (_, i) => {
    while (solver.step(EVERY_MIN * (i + 1))) continue
    return solver.y[0] ?? 0
  })
}

const PACE_SD = 0.5
const TAP_SD = 0.15
/** Model minutes of an onion's stages in a pan of 160 °C; the last is foretold from taps on the others. */
const STAGES_MIN = [4.09, 11.09, 20.01, 33.3] as const

/** An onion that browns at a pace of its own, its stages tapped as they come. */
function onion(seed: number) {
  const random = mulberry32(seed)
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const theta = PACE_SD * normal()
  const at = STAGES_MIN.map((min) => min * Math.exp(-theta))
  const taps = STAGES_MIN.slice(0, -1).map((modelMin, i) => ({
    modelMin,
    atMin: (at[i] as number) * Math.exp(TAP_SD * normal()),
  }))
  return { taps, lastMin: at.at(-1) as number }
}
type Onion = ReturnType<typeof onion>
const LAST_MIN = STAGES_MIN.at(-1) as number

/** Refitted at each tap, as the bench does it. */
function tapped({ taps }: Onion): number {
  let value = 0
  for (let i = 1; i <= taps.length; i++) value = nextStageMin(LAST_MIN, browningPace(taps.slice(0, i))).value
  return value
}
/** The same by general least squares, the prior a reading of its own. */
function tappedFitted({ taps }: Onion): number {
  let theta = 0
  for (let n = 1; n <= taps.length; n++) {
    const points = [
      { seen: 0, sd: PACE_SD },
      ...taps.slice(0, n).map((t) => ({ seen: Math.log(t.modelMin / t.atMin), sd: TAP_SD })),
    ]
    const { parameterValues } = levenbergMarquardt(
      { x: points.map((_, i) => i), y: points.map((p) => p.seen / p.sd) },
      ([p = 0]) =>
        (i: number) =>
          p / (points[i] as (typeof points)[number]).sd,
      { initialValues: [0.1], maxIterations: 3, damping: 1e-6 },
    )
    theta = parameterValues[0] ?? 0
  }
  return LAST_MIN * Math.exp(-theta)
}

/** What stands in core beside what a general package of the registry would do of it, at the error that both then have. */
export function peers(): Line[] {
  const pans = Array.from({ length: 200 }, (_, i) => pan(i + 1))
  const off = (by: (of: Pan) => number) => rms(pans.map((p) => by(p) - p.leftMin))
  const [ours, theirs] = inTurns(
    () => pans.map(filtered),
    () => pans.map(fitted),
  )
  const exact = byOde(1e-10)
  const tolerance = 1e-4
  const errorOf = (of: readonly number[]) => rms(of.map((v, i) => v - (exact[i] ?? 0)))
  const [level, ode] = inTurns(
    () => byLevel(),
    () => byOde(tolerance),
  )
  const onions = Array.from({ length: 200 }, (_, i) => onion(i + 1))
  const offStage = (by: (of: Onion) => number) => rms(onions.map((o) => by(o) - o.lastMin))
  const [taps, tapsFitted] = inTurns(
    () => onions.map(tapped),
    () => onions.map(tappedFitted),
  )
  return [
    {
      name: 'a browning forecast refitted at each of three taps',
      ratio: taps / tapsFitted,
      peer: 'general least squares (ml-levenberg-marquardt)',
      detail: `${((1000 * taps) / onions.length).toFixed(1)} µs, off by ${offStage(tapped).toFixed(2)} min; ${((1000 * tapsFitted) / onions.length).toFixed(1)} µs, off by ${offStage(tappedFitted).toFixed(2)} min`,
    },
    {
      name: 'five readings to a forecast',
      ratio: ours / theirs,
      peer: 'general least squares (ml-levenberg-marquardt)',
      detail: `${((1000 * ours) / pans.length).toFixed(1)} µs, off by ${off(filtered).toFixed(2)} min; ${((1000 * theirs) / pans.length).toFixed(1)} µs, off by ${off(fitted).toFixed(2)} min`,
    },
    {
      name: 'a day’s bare simmer in a flared pot',
      ratio: level / ode,
      peer: 'general ODE solver (ode45-cash-karp)',
      detail: `${level.toFixed(3)} ms, off by ${errorOf(byLevel()).toFixed(3)} ml; ${ode.toFixed(3)} ms, off by ${errorOf(byOde(tolerance)).toFixed(3)} ml`,
    },
  ]
}
