import type { HeatWord } from '../../heat/heater'
import type { FormulaStep, MinutesBand } from '../../formula/formula'
import {
  browningPace,
  browningS,
  nextStageMin,
  type BrowningKind,
  type BrowningStage,
  type Wet,
} from './browning'

/** Version of the forecast of stages; raised whenever its numbers change. */
export const BROWNING_MODEL_VERSION = 'browning-1'
/** An oiled pan by the word of its flame, °C (judgement; the house's own once it has measured). `kitchen:§1` */
export const PAN_C_BY_WORD = {
  low: 125,
  mediumLow: 140,
  medium: 160,
  mediumHigh: 180,
  high: 205,
} as const satisfies Record<HeatWord, number>
/** A word's pan is that sure, K. */
export const PAN_WORD_SD_K = 20

/** What takes colour, how far it is to go, and when it is thought to get there on this pan. */
export interface BrowningPlan {
  readonly item: BrowningKind
  readonly wanted: BrowningStage
  readonly panC: number
  /** Model minutes to each stage from when it goes in. */
  readonly stagesMin: Readonly<Partial<Record<BrowningStage, number>>>
  /** Minutes that the formula types for the wanted stage; none where it types none. */
  readonly saidMin?: number | undefined
  readonly modelVersion: string
}

/** Which row of the table a good is, by what it is called in the pantry and how it is cut. */
export function browningItemOf(ingredientId: string, cut: FormulaStep['cut']): BrowningKind | undefined {
  if (/^mushroom|^morel/.test(ingredientId)) return 'mushroomSliced'
  if (/^shallot/.test(ingredientId)) return 'shallotMinced'
  if (/onion|^leek|^fennel/i.test(ingredientId)) return cut === 'fine' ? 'onionDiced' : 'onionSliced'
  if (/^garlic/.test(ingredientId)) return cut === 'fine' ? 'garlicMinced' : 'garlicSliced'
  if (/^tomatoPaste/.test(ingredientId)) return 'tomatoPaste'
  return /^beefTrim/.test(ingredientId) ? 'meatTrim' : undefined
}

/** The colour that a step is to take; nothing where it is to take none. */
export const colourOf = ({ colour }: Pick<FormulaStep, 'colour'>): 'golden' | 'brown' | undefined =>
  colour === 'none' ? undefined : colour

/** How far a step is to go by its words: a roux by its colour, what sweats until it is soft, what browns until it has colour. */
export function wantedStage(step: FormulaStep): BrowningStage | undefined {
  if (step.technique === 'roux') return step.roux ?? 'white'
  if (step.technique !== 'sweat') return undefined
  return colourOf(step) ?? 'wilted'
}

/** Most of what goes in decides: garlic and paste beside it are told by their own cards. */
function leading(
  step: FormulaStep,
  lines: readonly { readonly ingredientId: string; readonly massG: number }[],
) {
  if (step.technique === 'roux') return 'roux' as const
  const [first] = lines
    .flatMap(({ ingredientId, massG }) => {
      const item = browningItemOf(ingredientId, step.cut)
      return item ? [{ item, massG }] : []
    })
    .sort((a, b) => b.massG - a.massG)
  return first?.item
}

/** Seconds to each stage, as minutes. */
export const inMinutes = (seconds: ReturnType<typeof browningS>): BrowningPlan['stagesMin'] =>
  Object.fromEntries(Object.entries(seconds).map(([stage, s]) => [stage, s / 60]))

/** Stages of what takes colour at a step; nothing where nothing does, or the pan never gets it there. */
export function planBrowning(
  step: FormulaStep,
  lines: readonly { readonly ingredientId: string; readonly massG: number }[],
  wet: Wet | undefined,
): BrowningPlan | undefined {
  const item = leading(step, lines)
  const wanted = wantedStage(step)
  if (!item || !wanted || !step.heat) return undefined
  const panC = PAN_C_BY_WORD[step.heat]
  const stagesMin = inMinutes(browningS(item, panC, colourOf(step) ? wet : undefined))
  if (stagesMin[wanted] === undefined) return undefined
  const saidMin = step.minutes?.value
  return {
    item,
    wanted,
    panC,
    stagesMin,
    ...(saidMin === undefined ? {} : { saidMin }),
    modelVersion: BROWNING_MODEL_VERSION,
  }
}

/** Minutes to the wanted stage: the model's, met by what the formula types. */
export function browningMinutes({ stagesMin, wanted, saidMin }: BrowningPlan): MinutesBand {
  const modelMin = stagesMin[wanted] ?? 0
  const typed = saidMin === undefined ? undefined : { modelMin, saidMin }
  return nextStageMin(modelMin, browningPace([], 0, typed))
}
