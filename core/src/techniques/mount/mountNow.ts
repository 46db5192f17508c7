import type { BatchState } from '../../batch/batchState'
import type { StepPlan } from '../../batch/batchPlan'
import { butterOf } from '../../mixture/butterPartsOf'
import { massG } from '../../mixture/composition'
import { butterRoomG, phaseFraction, waterNeededG } from '../../mixture/phases'
import { actualWalk } from '../../pan/actualWalk'
import { contentsPhases } from '../../pan/contents'
import { hottestPlateC, hottestSurfaceC, sauceThermal, SURFACES } from './contact'
import { mountedOffHeatC } from './mountHeat'
import { COLD_BUTTER_C, mountingOf, paceOf, type MountPace } from './mountPace'
import { LAYER_MM, PLATE_MM } from './onThePlate'

/** So much less fat in it than was planned is a thinner sauce, φ. */
const TOO_WET = 0.03

/** What a mounting really comes to: by what is in the pan now, not by what was planned. */
export interface MountNow {
  readonly reductionG: number
  readonly butterG: number
  readonly phaseFrac: number
  /** Butter that may still go in on top of all of it, g; below 0 so much is too much, infinite where it never is. */
  readonly roomG: number
  /** Warm water that would carry all of it, g. */
  readonly waterFirstG: number
  /** Water that a reduction still has too much for what was planned, g; 0 where it is as dry as it should be. */
  readonly tooWetG: number
  /** Off the flame, cold butter brings it there, °C. */
  readonly offHeatC: number
  /** How it goes in, by the way the step takes; none in plans of earlier releases. */
  readonly pace?: MountPace | undefined
  /** The hottest plate, and the hottest face of meat, on which it stays whole, °C. */
  readonly plateC: number
  readonly meatC: number
}

/** Butter against the reduction that is really there. `emulsion:§4 M2–M5` @param tempC - the sauce as it was read; the middle of its window where nobody has */
export function mountNow(
  { state, planned }: { readonly state: BatchState; readonly planned: StepPlan | undefined },
  tempC?: number,
): MountNow | undefined {
  const work = planned?.work
  const walked = actualWalk(state)?.find((w) => w.step.id === planned?.stepId)
  if (work?.kind !== 'mount' || !walked) return undefined
  const goods = new Map((state.frozen?.ingredients ?? []).map((i) => [i.id, i]))
  const butter = butterOf(walked.lines, goods)
  if (!butter) return undefined
  const phases = contentsPhases(walked.end)
  const phaseFrac = phaseFraction(phases)
  const reductionG = massG(walked.before.liquid)
  const thermal = sauceThermal(phaseFrac)
  const sauceC = tempC ?? (work.window.lowC + work.window.highC) / 2
  const { highC } = work.window
  const sauce = { of: thermal, tempC: Math.min(sauceC, highC) }
  return {
    reductionG,
    butterG: butter.massG,
    phaseFrac,
    roomG: butterRoomG(phases, work.phaseLimitFrac, butter.parts),
    waterFirstG: waterNeededG(phases, work.phaseLimitFrac),
    tooWetG:
      phaseFrac < work.phaseFrac - TOO_WET
        ? phases.continuousMl - (phases.fatMl * (1 - work.phaseFrac)) / work.phaseFrac
        : 0,
    offHeatC: mountedOffHeatC(mountingOf(walked.before, butter, walked.step.butterC ?? COLD_BUTTER_C)),
    pace:
      work.pace &&
      paceOf({
        ...work.pace,
        before: walked.before,
        butter,
        window: work.window,
        phaseLimitFrac: work.phaseLimitFrac,
        isCreamy: work.pace.bearsBubble,
      }),
    plateC: hottestPlateC({ ...sauce, mm: LAYER_MM }, { of: SURFACES.porcelain, mm: PLATE_MM }, highC),
    meatC: hottestSurfaceC(sauce, SURFACES.meat, highC),
  }
}
