import type { BatchState } from '../../batch/batchState'
import { surfaceLossGPerMin, type SauceCover } from '../../heat/stillSurface'
import type { Well } from '../../kitchen/kitchen'
import { massG } from '../../mixture/composition'
import { phaseFraction } from '../../mixture/phases'
import { actualEnd } from '../../pan/actualWalk'
import { contentsG, contentsPhases, liquidShare, type Contents } from '../../pan/contents'
import type { TempPoint } from '../../safety/lethality'
import { surfaceAreaMm2, depthAtVolumeMm, type VesselProfile } from '../../vessel/profile'
import { brokenProb } from './houseHazard'
import { tempOverTime } from './heldTemps'
import { holdFamily } from './holdFamily'
import type { HeldCourse } from './holdFutures'
import { mendsOf, wornMends, type HoldMend } from './mends'
import { coverAt } from './places'
import { wearsAt } from './wears'
import {
  holdMargin,
  holdRisk,
  STIR_EVERY_MIN,
  type HeldSauce,
  type HoldFamilyId,
  type HoldMargin,
} from './holdRisk'

const MINUTE_MS = 60_000
/** Beyond this nobody asks. */
const LOOK_AHEAD_MIN = 240
const HOUR_MIN = 60
const MM2_PER_M2 = 1e6
/** Uncovered and unstirred so long, it has a skin, min [A]. */
const SKIN_AFTER_MIN = 10

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
  /** What it comes to in an hour, °C. */
  readonly hourC: number | undefined
  /** Nobody read it: the well's water is taken for it. */
  readonly isTempTaken: boolean
  /** Nothing stirred it under no lid: it has a skin, which is lifted off and sieved before it is served. */
  readonly hasSkin: boolean
  /** What helps, the best first. */
  readonly mends: readonly HoldMend[]
  /** What a worker needs to look at its many futures; none where nothing breaks. */
  readonly course?: HeldCourse | undefined
}

/** A sauce that is held, where, and what measured it. */
export interface Held {
  readonly state: BatchState
  readonly well: Pick<Well, 'waterC' | 'profile'> | undefined
  /** The vessel that it stands in where it is in no well. */
  readonly pan: { readonly profile: VesselProfile }
  readonly clockEndsAtMs: number
  /** What is in it, where that is known already; by its record else. */
  readonly contents?: Contents | undefined
  readonly portionsLeft: number
  /** Trusted readings of the probes that stood in it. */
  readonly probe: readonly TempPoint[]
  readonly nowMs: number
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
  const contents = hold && (of.contents ?? actualEnd(state))
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
  const besideAWell: SauceCover = hold.wellId === null ? 'skin' : 'lid'
  const cover = hold.place ? coverAt(hold.place) : besideAWell
  const temp = tempOverTime(of, { massG: left * contentsG(contents), volumeMl }, { fromMs, minutes })
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
  const stirs = new Set(hold.stirsAtMs.map((ms) => Math.round((ms - fromMs) / MINUTE_MS)))
  const lastStirMin = Math.max(0, ...stirs)
  const isUnderFat = contents.fatG > massG(contents.liquid) // clear fat lies over its water
  const hasSkin = cover === 'skin' && !isUnderFat && ageMin - lastStirMin >= SKIN_AFTER_MIN
  const sauce: HeldSauce | undefined = family &&
    temp && {
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
    sauce &&
    holdRisk({ ...sauce, ...changed }, minutes).map((m) =>
      hazard ? { ...m, brokenProb: brokenProb(hazard, -Math.log1p(-m.brokenProb)) } : m,
    )
  const run = risked()
  const dries = dryingG(temp && !isUnderFat ? temp.at : undefined, { areaM2, cover, minutes })
  const lostGAt = (min: number) => (run ?? dries)[min]?.lostG ?? 0
  const lostG = lostGAt(ageMin)
  const breaks: HoldMargin = run ? holdMargin(run, clockMin) : { min: clockMin, binds: 'clock' }
  const worn = wearsAt(
    {
      contents: liquidShare(contents, left),
      isCream: family === undefined,
      ingredientIds: (state.plan?.weighOut ?? []).map((l) => l.ingredientId),
      tempAt: temp?.at,
      lostGAt,
    },
    minutes,
  )
  const isWorn = worn !== undefined && worn.min < breaks.min
  const margin: HoldMargin = isWorn ? worn : breaks
  const gainOf = (changed: Partial<HeldSauce>): number =>
    Math.round(holdMargin(risked(changed) ?? [], clockMin).min - margin.min)
  const mended = () =>
    sauce && tempC !== undefined && !isWorn
      ? mendsOf({ sauce, tempC, binds: margin.binds, ageMin, lostG, gainOf })
      : wornMends({
          binds: margin.binds,
          lostG: lostG - left * water.allG,
          gainsMin: breaks.min - margin.min,
        })
  const courseOf = (): HeldCourse | undefined =>
    sauce &&
    temp && {
      family: sauce.family,
      fatMl: sauce.fatMl,
      continuousMl: sauce.continuousMl,
      yolkG: sauce.yolkG,
      areaM2,
      cover,
      ageMin,
      clockMin,
      tempsC: Array.from({ length: minutes + 1 }, (_, min) => temp.at(min)),
      stirsMin: [...stirs],
      waterMl: Array.from({ length: ageMin + 1 }, (_, min) => left * water.at(min)),
      hazard,
      isTempTaken: temp.isTaken,
    }
  // only who stands before it asks what would help, and only a worker for its course: each costs as much as all the rest
  let mends: readonly HoldMend[] | undefined
  let course: { readonly of: HeldCourse | undefined } | undefined
  return {
    ...standing(lostG),
    hourC: temp?.at(ageMin + HOUR_MIN),
    margin: { ...margin, atMs: margin.binds === 'clock' ? clockEndsAtMs : atMs(margin.min) },
    brokenProb: run?.[ageMin]?.brokenProb ?? 0,
    phaseFrac: run?.[ageMin]?.phaseFrac ?? phaseFraction(phases),
    hasSkin,
    get mends() {
      return (mends ??= mended())
    },
    get course() {
      return (course ??= { of: courseOf() }).of
    },
  }
}

/** Water that leaves a sauce by minutes, g; none where its temperature is unknown. */
function dryingG(
  tempAt: ((min: number) => number) | undefined,
  of: { readonly areaM2: number; readonly cover: SauceCover; readonly minutes: number },
): { readonly lostG: number }[] {
  let lostG = 0
  return Array.from({ length: of.minutes + 1 }, (_, min) => {
    if (min > 0 && tempAt) lostG += surfaceLossGPerMin(tempAt(min - 1), of.areaM2, of.cover)
    return { lostG }
  })
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
  // what nobody has read teaches nothing
  return held?.family && { family: held.family, risk: held.isTempTaken ? 0 : -Math.log1p(-held.brokenProb) }
}
