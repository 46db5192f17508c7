import type { BatchState } from '../../batch/batchState'
import { tempsRead } from '../../batch/stepTemps'
import type { SauceCover } from '../../heat/stillSurface'
import type { Well } from '../../kitchen/kitchen'
import { actualEnd } from '../../pan/actualWalk'
import { contentsG, contentsPhases, type Contents } from '../../pan/contents'
import { surfaceAreaMm2, depthAtVolumeMm, type VesselProfile } from '../../vessel/profile'
import { MOUNT_WINDOWS } from '../mount/mount'
import { STIR_EVERY_MIN } from './stirs'
import {
  HOLD_FAMILIES,
  holdMargin,
  holdRisk,
  type HeldSauce,
  type HoldFamilyId,
  type HoldMargin,
} from './holdRisk'
import { surfaceLossKgPerS } from '../../heat/stillSurface'

const MINUTE_MS = 60_000
/** Beyond this nobody asks. */
const LOOK_AHEAD_MIN = 240
const MM2_PER_M2 = 1e6
/** Less than this is not worth a tap, g and min. */
const LEAST_WATER_G = 3
const LEAST_GAIN_MIN = 3
/** A sauce takes no more water than this of itself before it is another sauce. */
const MOST_WATER_FRAC = 0.1

/** What would make a held sauce last, and for how much longer. */
export interface HoldMend {
  readonly waterG?: number
  readonly toC?: number
  readonly gainMin: number
}
/** How a held sauce stands, and how long it may go on. */
export interface HeldNow {
  /** None where no drops of fat can break out of it. */
  readonly family: HoldFamilyId | undefined
  readonly cover: SauceCover
  /** When it is thought to break or curdle, or its clock ends. */
  readonly margin: HoldMargin & { readonly atMs: number }
  readonly brokenProb: number
  readonly lostG: number
  readonly saltFrac: number
  readonly phaseFrac: number
  readonly tempC: number | undefined
  /** Nobody read it: the well's water is taken for it. */
  readonly isTempTaken: boolean
  /** What helps, the best first. */
  readonly mends: readonly HoldMend[]
}

/** Which sauce it breaks like; none for what has no drops to break out. */
export function holdFamily({ plan }: Pick<BatchState, 'plan'>): HoldFamilyId | undefined {
  const works = (plan?.steps ?? []).map((s) => s.work)
  if (works.some((w) => w.kind === 'eggEmulsion')) return 'egg'
  const mounts = works.findLast((w) => w.kind === 'mount')
  if (mounts?.kind !== 'mount') return undefined
  const is = (w: { readonly highC: number }) => mounts.window.highC === w.highC
  if (is(MOUNT_WINDOWS.jus)) return 'mountedJus'
  return is(MOUNT_WINDOWS.cream) ? 'mountedWithCream' : 'mounted'
}

interface Held {
  readonly state: BatchState
  readonly well: Pick<Well, 'id' | 'waterC' | 'profile'> | undefined
  /** The vessel that it stands in where it is in no well. */
  readonly pan: { readonly profile: VesselProfile }
  readonly clockEndsAtMs: number
  /** Of all of it, what is still there. */
  readonly leftFrac: number
  readonly tempC: number | undefined
  readonly nowMs: number
}

/** Its temperature by minutes from when it was put by: as it was read, the first reading before it, the last after it. */
function tempOverTime({ state, well, tempC }: Held, startedAtMs: number) {
  const read = tempsRead(state.stageFacts).filter((t) => t.atMs >= startedAtMs)
  const first = read[0]?.tempC ?? tempC ?? well?.waterC
  if (first === undefined) return undefined
  return (min: number) => read.findLast((t) => t.atMs <= startedAtMs + min * MINUTE_MS)?.tempC ?? first
}

/** Water that was whisked in while it was held, by its minute. */
function waterOverTime({ stageFacts }: BatchState, startedAtMs: number) {
  const put = stageFacts.flatMap((f) =>
    f.kind === 'addition.made' && f.atMs >= startedAtMs && f.payload.ingredientId === 'water'
      ? [{ min: Math.ceil((f.atMs - startedAtMs) / MINUTE_MS), massG: f.payload.massG }]
      : [],
  )
  return {
    allG: put.reduce((sum, p) => sum + p.massG, 0),
    at: (min: number) => put.reduce((sum, p) => sum + (p.min === min ? p.massG : 0), 0),
  }
}

/** A sauce that stands in a well or beside the stove: the chance that it has broken, what it lost, what it may still wait, what would help. `emulsion:§5` */
export function heldNow(of: Held): HeldNow | undefined {
  const { state, well, pan, nowMs, clockEndsAtMs, leftFrac } = of
  const contents = state.hold && actualEnd(state)
  if (!state.hold || !contents) return undefined
  const { startedAtMs, stirsAtMs } = state.hold
  const ageMin = Math.max(0, Math.round((nowMs - startedAtMs) / MINUTE_MS))
  const clockMin = Math.max(0, (clockEndsAtMs - startedAtMs) / MINUTE_MS)
  const profile = well?.profile ?? pan.profile
  const volumeMl = leftFrac * (contentsPhases(contents).fatMl + contentsPhases(contents).continuousMl)
  const areaM2 = surfaceAreaMm2(profile, depthAtVolumeMm(profile, volumeMl)) / MM2_PER_M2
  const cover: SauceCover = well ? 'lid' : 'skin'
  const tempAt = tempOverTime(of, startedAtMs)
  const family = holdFamily(state)
  const water = waterOverTime(state, startedAtMs)
  const shared = { contents, areaM2, cover, ageMin, leftFrac, water }
  if (!family || !tempAt) {
    const tempC = tempAt?.(ageMin)
    const lostG = tempC === undefined ? 0 : 60_000 * ageMin * surfaceLossKgPerS(tempC, areaM2, cover)
    return {
      ...standing(shared, lostG),
      family,
      tempC,
      isTempTaken: isTaken(of),
      ...unbroken(clockMin, startedAtMs),
    }
  }
  const stirs = stirsAtMs.map((ms) => Math.round((ms - startedAtMs) / MINUTE_MS))
  const lastMin = stirs.at(-1) ?? 0
  const { fatMl, continuousMl } = contentsPhases(contents)
  const sauce: HeldSauce = {
    family,
    fatMl: leftFrac * fatMl,
    continuousMl: leftFrac * Math.max(1, continuousMl - water.allG),
    ...(contents.yolkG > 0 ? { yolkG: leftFrac * contents.yolkG } : {}),
    areaM2,
    cover,
    tempC: tempAt,
    // as it was stirred, and from now on as the house stirs
    stirEveryMin: (min) =>
      min <= ageMin ? stirs.includes(min) : (min - Math.max(lastMin, 0)) % STIR_EVERY_MIN === 0,
    waterMl: (min) => leftFrac * water.at(min),
  }
  const minutes = ageMin + LOOK_AHEAD_MIN
  const run = holdRisk(sauce, minutes)
  const margin = holdMargin(run, clockMin)
  const now = run[ageMin]
  const tempC = tempAt(ageMin)
  const gainOf = (changed: Partial<HeldSauce>): number =>
    Math.round(holdMargin(holdRisk({ ...sauce, ...changed }, minutes), clockMin).min - margin.min)
  const { binds } = margin
  const mends =
    binds === 'clock' ? [] : mendsOf({ sauce, tempC, binds, ageMin, lostG: now?.lostG ?? 0, gainOf })
  return {
    ...standing(shared, now?.lostG ?? 0),
    family,
    margin: { ...margin, atMs: startedAtMs + margin.min * MINUTE_MS },
    brokenProb: now?.brokenProb ?? 0,
    phaseFrac: now?.phaseFrac ?? 0,
    tempC,
    isTempTaken: isTaken(of),
    mends,
  }
}

const isTaken = ({ tempC }: Held) => tempC === undefined
const unbroken = (clockMin: number, startedAtMs: number) => ({
  margin: { min: clockMin, binds: 'clock' as const, atMs: startedAtMs + clockMin * MINUTE_MS },
  brokenProb: 0,
  phaseFrac: 0,
  mends: [],
})
/** What it lost, and the salt that this leaves. */
function standing(
  {
    contents,
    cover,
    leftFrac,
    water,
  }: { contents: Contents; cover: SauceCover; leftFrac: number; water: { allG: number } },
  lostG: number,
) {
  const totalG = leftFrac * contentsG(contents)
  const saltG = leftFrac * contents.liquid.salt
  return {
    cover,
    lostG: Math.max(0, lostG - leftFrac * water.allG),
    saltFrac: saltG / Math.max(1, totalG - lostG),
  }
}

function mendsOf({
  sauce,
  tempC,
  binds,
  ageMin,
  lostG,
  gainOf,
}: {
  readonly sauce: HeldSauce
  readonly tempC: number
  readonly binds: HoldMargin['binds']
  readonly ageMin: number
  readonly lostG: number
  readonly gainOf: (changed: Partial<HeldSauce>) => number
}): HoldMend[] {
  const family = HOLD_FAMILIES[sauce.family]
  const before = sauce.waterMl
  const pastC = sauce.tempC
  const from = (min: number) => (typeof pastC === 'number' ? pastC : pastC(min))
  const all: HoldMend[] = []
  const mostG = MOST_WATER_FRAC * (sauce.fatMl + sauce.continuousMl)
  // what it lost, or as much as brings its fat back to what it bears
  const bearsG = sauce.fatMl / family.phaseFrac - sauce.fatMl - sauce.continuousMl + lostG
  const waterG = Math.round(Math.min(mostG, Math.max(lostG, bearsG)))
  if (waterG >= LEAST_WATER_G) {
    const gainMin = gainOf({ waterMl: (min) => (before?.(min) ?? 0) + (min === ageMin + 1 ? waterG : 0) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ waterG, gainMin })
  }
  const restC = Math.round((family.lowC + family.highC) / 2)
  if (tempC > family.highC || tempC < family.lowC || binds === 'curdles') {
    const gainMin = gainOf({ tempC: (min) => (min <= ageMin ? from(min) : restC) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ toC: restC, gainMin })
  }
  return all.sort((a, b) => b.gainMin - a.gainMin)
}
