import type { BatchState } from '../../batch/batchState'
import { tempsRead } from '../../batch/stepTemps'
import { surfaceLossGPerMin, type SauceCover } from '../../heat/stillSurface'
import type { Well } from '../../kitchen/kitchen'
import { massG } from '../../mixture/composition'
import { phaseFraction } from '../../mixture/phases'
import { actualEnd } from '../../pan/actualWalk'
import { contentsG, contentsPhases } from '../../pan/contents'
import type { TempPoint } from '../../safety/lethality'
import { surfaceAreaMm2, depthAtVolumeMm, type VesselProfile } from '../../vessel/profile'
import { MOUNT_WINDOWS } from '../mount/mount'
import { brokenProb } from './houseHazard'
import {
  HOLD_FAMILIES,
  holdMargin,
  holdRisk,
  type HeldSauce,
  type HoldFamilyId,
  type HoldMargin,
} from './holdRisk'

const MINUTE_MS = 60_000
/** How often a held sauce is stirred, min. */
export const STIR_EVERY_MIN = 10
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

/** A sauce that is held, where, and what measured it. */
export interface Held {
  readonly state: BatchState
  readonly well: Pick<Well, 'waterC' | 'profile'> | undefined
  /** The vessel that it stands in where it is in no well. */
  readonly pan: { readonly profile: VesselProfile }
  readonly clockEndsAtMs: number
  readonly portionsLeft: number
  /** Trusted readings of the probes that stood in it. */
  readonly probe: readonly TempPoint[]
  readonly nowMs: number
}

/** Its temperature by minutes: as it was read, the first reading before it, the last after it; the well's water where nobody has, none where it is in no well either. */
function tempOverTime({ state, well, probe }: Held, fromMs: number, minutes: number) {
  const typed = tempsRead(state.stageFacts).filter((t) => t.atMs >= (state.hold?.startedAtMs ?? 0))
  const read = [...typed, ...probe].sort((a, b) => a.atMs - b.atMs)
  const startC = read[0]?.tempC ?? well?.waterC
  if (startC === undefined) return undefined
  let next = 0
  let tempC = startC
  const byMinute = Array.from({ length: minutes + 1 }, (_, min) => {
    for (; (read[next]?.atMs ?? Infinity) <= fromMs + min * MINUTE_MS; next++)
      tempC = read[next]?.tempC ?? tempC
    return tempC
  })
  return { isTaken: read.length === 0, at: (min: number) => byMinute[min] ?? tempC }
}

/** Water that was whisked in while it was held, by its minute. */
function waterOverTime({ stageFacts, hold }: BatchState, fromMs: number) {
  const put = stageFacts.flatMap((f) =>
    f.kind === 'addition.made' && f.atMs >= (hold?.startedAtMs ?? 0) && f.payload.ingredientId === 'water'
      ? [{ min: Math.ceil((f.atMs - fromMs) / MINUTE_MS), massG: f.payload.massG }]
      : [],
  )
  return {
    allG: put.reduce((sum, p) => sum + p.massG, 0),
    at: (min: number) => put.reduce((sum, p) => sum + (p.min === min ? p.massG : 0), 0),
  }
}

/** A sauce that stands in a well or beside the stove: the chance that it has broken, what it lost, what it may still wait, what would help. Poured onto an older one, it is as old as that. `emulsion:§5` */
export function heldNow(of: Held): HeldNow | undefined {
  const { state, well, pan, nowMs, clockEndsAtMs, portionsLeft } = of
  const { hold } = state
  const contents = hold && actualEnd(state)
  if (!contents) return undefined
  const fromMs = Math.min(hold.startedAtMs, hold.onto?.clockStartedAtMs ?? Infinity)
  const ageMin = Math.max(0, Math.round((nowMs - fromMs) / MINUTE_MS))
  const clockMin = Math.max(0, (clockEndsAtMs - fromMs) / MINUTE_MS)
  const minutes = ageMin + LOOK_AHEAD_MIN
  const left = portionsLeft / Math.max(1, hold.portions) // of what this batch made: over 1 where it went onto another
  const phases = contentsPhases(contents)
  const profile = well?.profile ?? pan.profile
  const volumeMl = left * (phases.fatMl + phases.continuousMl)
  const areaM2 = surfaceAreaMm2(profile, depthAtVolumeMm(profile, volumeMl)) / MM2_PER_M2
  const cover: SauceCover = hold.wellId === null ? 'skin' : 'lid'
  const temp = tempOverTime(of, fromMs, minutes)
  const tempC = temp?.at(ageMin)
  const family = holdFamily(state)
  const water = waterOverTime(state, fromMs)
  const standing = (lostG: number) => ({
    family,
    tempC,
    isTempTaken: temp?.isTaken ?? true,
    lostG: Math.max(0, lostG - left * water.allG),
    saltFrac: (left * contents.liquid.salt) / Math.max(1, left * contentsG(contents) - lostG),
  })
  const atMs = (min: number) => fromMs + min * MINUTE_MS
  if (!family || !temp || tempC === undefined) {
    const isUnderFat = contents.fatG > massG(contents.liquid) // clear fat lies over its water
    const lostG = tempC === undefined || isUnderFat ? 0 : ageMin * surfaceLossGPerMin(tempC, areaM2, cover)
    const margin = { min: clockMin, binds: 'clock' as const, atMs: clockEndsAtMs }
    return { ...standing(lostG), margin, brokenProb: 0, phaseFrac: phaseFraction(phases), mends: [] }
  }
  const stirs = new Set(hold.stirsAtMs.map((ms) => Math.round((ms - fromMs) / MINUTE_MS)))
  const lastStirMin = Math.max(0, ...stirs)
  const sauce: HeldSauce = {
    family,
    fatMl: left * phases.fatMl,
    continuousMl: left * Math.max(1, phases.continuousMl - water.allG),
    yolkG: contents.yolkG > 0 ? left * contents.yolkG : undefined,
    areaM2,
    cover,
    tempC: temp.at,
    // as it was stirred, and from now on as the house stirs
    isStirredAt: (min) => (min <= ageMin ? stirs.has(min) : (min - lastStirMin) % STIR_EVERY_MIN === 0),
    waterMl: (min) => left * water.at(min),
  }
  const { hazard } = hold
  // the house's own batches take the table's place: its risk is what they are measured by
  const risked = (changed: Partial<HeldSauce> = {}) =>
    holdRisk({ ...sauce, ...changed }, minutes).map((m) =>
      hazard ? { ...m, brokenProb: brokenProb(hazard, -Math.log1p(-m.brokenProb)) } : m,
    )
  const run = risked()
  const margin = holdMargin(run, clockMin)
  const now = run[ageMin]
  const gainOf = (changed: Partial<HeldSauce>): number =>
    Math.round(holdMargin(risked(changed), clockMin).min - margin.min)
  return {
    ...standing(now?.lostG ?? 0),
    margin: { ...margin, atMs: atMs(margin.min) },
    brokenProb: now?.brokenProb ?? 0,
    phaseFrac: now?.phaseFrac ?? 0,
    mends: mendsOf({ sauce, tempC, binds: margin.binds, ageMin, lostG: now?.lostG ?? 0, gainOf }),
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
  if (binds === 'clock') return []
  const family = HOLD_FAMILIES[sauce.family]
  const { waterMl, tempC: pastC } = sauce
  const wasC = (min: number) => (typeof pastC === 'number' ? pastC : pastC(min))
  const all: HoldMend[] = []
  const mostG = MOST_WATER_FRAC * (sauce.fatMl + sauce.continuousMl)
  // what it lost, or as much as brings its fat back to what it bears
  const bearsG = sauce.fatMl / family.phaseFrac - sauce.fatMl - sauce.continuousMl + lostG
  const waterG = Math.round(Math.min(mostG, Math.max(lostG, bearsG)))
  if (waterG >= LEAST_WATER_G) {
    const gainMin = gainOf({ waterMl: (min) => (waterMl?.(min) ?? 0) + (min === ageMin + 1 ? waterG : 0) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ waterG, gainMin })
  }
  const restC = Math.round((family.lowC + family.highC) / 2)
  if (tempC > family.highC || tempC < family.lowC || binds === 'curdles') {
    const gainMin = gainOf({ tempC: (min) => (min <= ageMin ? wasC(min) : restC) })
    if (gainMin >= LEAST_GAIN_MIN) all.push({ toC: restC, gainMin })
  }
  return all.sort((a, b) => b.gainMin - a.gainMin)
}

/** The table's risk that a batch stood, from when it was put by to a moment; nothing for what has no drops to break out. `emulsion:§5` */
export function exposureUntil(
  state: BatchState,
  pan: Held['pan'],
  endMs: number,
): { readonly family: HoldFamilyId; readonly risk: number } | undefined {
  const { hold } = state
  if (!hold) return undefined
  const { hazard: _learned, ...unlearned } = hold
  const held = heldNow({
    state: { ...state, hold: unlearned },
    well: undefined,
    pan,
    probe: [],
    nowMs: endMs,
    clockEndsAtMs: endMs,
    portionsLeft: hold.portions,
  })
  return held?.family && { family: held.family, risk: -Math.log1p(-held.brokenProb) }
}
