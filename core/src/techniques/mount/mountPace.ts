import type { MinutesBand } from '../../formula/formula'
import { onRing, ringPower } from '../../kitchen/ringPower'
import { butterOf } from '../../mixture/butterPartsOf'
import type { ButterParts } from '../../mixture/butterFat'
import { massG } from '../../mixture/composition'
import { contentsPhases, type Contents } from '../../pan/contents'
import { DROPS_G_PER_S, recommendedPourGPerS, runPour, type PourSetting } from '../eggEmulsion/butterPour'
import { USUAL_PAN_J_PER_K } from '../../heat/usualPan'
import type { PlanContext } from '../technique'
import { mountedOffHeatC, mountHeatJ, type Mounting } from './mountHeat'

/** How butter is mounted: what is under it, what moves it, how warm the butter is. Each good cooks hold to. */
export const MOUNT_HEATS = ['off', 'low', 'bubble'] as const
export type MountHeat = (typeof MOUNT_HEATS)[number]
export const MOUNT_MOVES = ['whisk', 'swirl'] as const
export type MountMove = (typeof MOUNT_MOVES)[number]
/** What a swirled pan does to the drops is a spoon's work [A]. */
const TOOL_OF = { whisk: 'handWhisk', swirl: 'spoon' } as const

/** Butter out of the refrigerator, and a reduction that has just left its flame, °C. */
export const COLD_BUTTER_C = 5
const OFF_THE_FLAME_C = 92
/** Below this the fat in a mounted sauce sets, and warming it again breaks it, °C (emulsion.md §4). */
export const FAT_SETS_C = 35
/** A last bubble, whisking, s. */
export const BUBBLE_S = 3
const LONGEST_S = 1800
/** A pan is lifted, the butter cut in and moved, however little of it there is, s [A]. */
const LEAST_S = 30
/** Of the base's mass, gelatin from which a bubble does no harm (emulsion.md §4). */
const GELATIN_BEARS = 0.02

/** What a way of mounting comes to. */
export interface MountPace {
  readonly heat: MountHeat
  readonly by: MountMove
  readonly butterC: number
  /** Until all of it is taken up, s. */
  readonly uptakeS: number
  /** The ring at its lowest under this pan, W. */
  readonly powerW: number
  /** Heat that it wants from the flame, J, and for how long that is at its lowest, s; 0 where the reduction brings it. */
  readonly heatJ: number
  readonly heatS: number
  /** Where it would come to without any, °C. */
  readonly offHeatC: number
  /** A bubble of a second or three does no harm: cream, gelatin or starch carries it. */
  readonly bearsBubble: boolean
}

/** Whether a sauce bears a bubble when its butter is in: a tenth of cream, a base with gelatin, or any starch. */
export const bearsBubble = ({ liquid, starchEqG }: Contents, isCreamy: boolean): boolean =>
  isCreamy || starchEqG > 0 || liquid.gelatin >= GELATIN_BEARS * massG(liquid)

/** What is mounted, and how. */
interface MountingWay {
  readonly before: Contents
  readonly butter: { readonly parts: ButterParts; readonly massG: number }
  readonly window: { readonly lowC: number; readonly highC: number }
  readonly phaseLimitFrac: number
  readonly heat: MountHeat
  readonly by: MountMove
  readonly butterC: number
  /** The ring at its lowest under this pan, W. */
  readonly powerW: number
  readonly isCreamy: boolean
}

/** Butter into a reduction that has just left its flame, in a usual pan. */
export const mountingOf = (before: Contents, butter: MountingWay['butter'], butterC: number): Mounting => ({
  butter: butter.parts,
  butterG: butter.massG,
  butterC,
  reductionG: massG(before.liquid),
  reductionC: OFF_THE_FLAME_C,
  panJPerK: USUAL_PAN_J_PER_K,
})

/** Seconds and heat of a way of mounting: its drops are torn as in any pour (emulsion.md §3), its butter is warmed by the reduction and the flame (§4). `emulsion:M2 M3` */
export function paceOf(of: MountingWay): MountPace {
  const { before, butter, window, heat, by, butterC } = of
  const middleC = (window.lowC + window.highC) / 2
  const mounting = mountingOf(before, butter, butterC)
  const offHeatC = mountedOffHeatC(mounting)
  // off the flame it is kept just inside its window, over it in the middle
  const wantedC = heat === 'off' ? window.lowC : middleC
  const heatJ = Math.max(0, mountHeatJ(mounting, wantedC))
  const setting: PourSetting = {
    tempC: Math.min(wantedC, 57),
    tool: TOOL_OF[by],
    highestPhaseFrac: of.phaseLimitFrac,
    window: 'mounted',
  }
  const uptakeS = runPour(
    {
      emulsifiedG: 0,
      freeG: 0,
      continuousMl: Math.max(1, contentsPhases(before, middleC).continuousMl),
      isBroken: false,
    },
    { setting, butter: butter.parts },
    {
      feedOf: (state) => Math.max(DROPS_G_PER_S, recommendedPourGPerS(state, setting, butter.parts)),
      mostS: LONGEST_S,
      isDone: (_, pouredG) => pouredG >= butter.massG,
    },
  ).atS
  return {
    heat,
    by,
    butterC,
    uptakeS,
    powerW: of.powerW,
    heatJ,
    heatS: heatJ / of.powerW,
    offHeatC,
    bearsBubble: bearsBubble(before, of.isCreamy),
  }
}

/** How long a mounting takes: over a flame it warms while it goes in; off it, the flame is between the pieces. */
export function mountMinutes({ heat, uptakeS, heatS }: MountPace): MinutesBand {
  const s = Math.max(LEAST_S, heat === 'off' ? uptakeS + heatS : Math.max(uptakeS, heatS))
  const min = (s + (heat === 'bubble' ? BUBBLE_S : 0)) / 60
  return { low: 0.8 * min, value: min, high: 1.6 * min }
}

/** The pace that a step asks for, on its ring. */
export function planMountPace(
  { walked, ingredients, pan, ring, settings }: PlanContext,
  of: Pick<MountingWay, 'window' | 'phaseLimitFrac' | 'isCreamy'>,
): MountPace | undefined {
  const { step, before, lines } = walked
  const butter = butterOf(lines, ingredients)
  if (!butter) return undefined
  return paceOf({
    ...of,
    before,
    butter,
    heat: step.mountHeat ?? 'low',
    by: step.mountBy ?? 'whisk',
    butterC: step.butterC ?? COLD_BUTTER_C,
    powerW: ringPower(ring, step.heat ?? 'low', onRing(pan), settings.altitudeM).powerW,
  })
}
