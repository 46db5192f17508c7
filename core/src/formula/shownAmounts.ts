import type { Ingredient } from '../ingredients/ingredient'
import { shownAmount } from '../batch/weighOut'
import {
  sayMass,
  sayVolume,
  sizeOfSpoken,
  type MeasureSystem,
  type SpokenAmount,
} from '../quantity/sayQuantity'
import type { Formula, FormulaItem } from './formula'
import { traceFormula, type TracedFormula, type TraceStep } from './traceFormula'

/** How amounts are shown: in which measures, and to what the kitchen's scale can tell. */
export interface ShowAs {
  readonly system: MeasureSystem
  readonly scaleStepG: number
}

/** An amount as it is shown, and the share by which that is more or less than meant. */
export interface ShownItem {
  readonly spoken: SpokenAmount
  readonly amount: FormulaItem['amount']
}

const PIECES: SpokenAmount['unitId'] = 'piece'

/** What a device shows of an amount, and the amount that it then is: grams by the scale, millilitres by the jug, yolks by count. */
export function shownItem(
  amount: FormulaItem['amount'],
  good: Ingredient,
  factor: number,
  { system, scaleStepG }: ShowAs,
): ShownItem {
  const { shown, shownG } = shownAmount(amount, good, factor, scaleStepG)
  if (shown.unit === 'pieces')
    return { spoken: { value: shown.value, unitId: PIECES }, amount: { massG: shownG } }
  if (system === 'us') {
    const spoken =
      'massG' in amount ? sayMass(amount.massG * factor, system) : sayVolume(amount.volumeMl * factor, system)
    const size = sizeOfSpoken(spoken)
    return { spoken, amount: 'massG' in amount ? { massG: size } : { volumeMl: size } }
  }
  const { value, unit } = shown
  return { spoken: { value, unitId: unit }, amount: unit === 'ml' ? { volumeMl: value } : { massG: value } }
}

/** A formula made larger by a factor with every amount as it is shown: what the cook really weighs. */
export function roundedFormula(
  formula: Formula,
  factor: number,
  ingredients: ReadonlyMap<string, Ingredient>,
  showAs: ShowAs,
): Formula {
  return {
    ...formula,
    basisPortions: formula.basisPortions * factor,
    items: formula.items.map((item) => {
      const good = ingredients.get(item.ingredientId)
      return good ? { ...item, amount: shownItem(item.amount, good, factor, showAs).amount } : item
    }),
  }
}

/** What rounding does to the finished sauce: as meant and as weighed, and what of it anyone would notice. */
export interface RoundingCheck {
  readonly meant: TraceStep
  readonly weighed: TraceStep
  /** What somebody would notice first; nothing where it is the same sauce. */
  readonly noticed: 'phase' | 'salt' | 'volume' | undefined
}

const NOTICED_FIRST = ['phase', 'salt', 'volume'] as const
const NOTICED_SALT = 0.12 // one noticeable step of salt, relative (reduction.md §2)
const LEAST_SALT = 0.001
const NOTICED_PHASE = 0.01
const NOTICED_VOLUME = 0.05

/** The sauce with amounts as shown, beside the sauce as meant; masses grow with `factor`. */
export function checkRounding(
  { formula, trace, setting }: TracedFormula,
  factor: number,
  showAs: ShowAs,
): RoundingCheck | undefined {
  const meant = trace.at(-1)
  const weighed = traceFormula(roundedFormula(formula, factor, setting.ingredients, showAs), setting).at(-1)
  if (!meant || !weighed || meant.massG <= 0) return undefined
  const isPhaseOff = Math.abs(weighed.phaseFrac - meant.phaseFrac) > NOTICED_PHASE
  const isSaltOff =
    meant.saltFrac > LEAST_SALT && Math.abs(weighed.saltFrac / meant.saltFrac - 1) > NOTICED_SALT
  const isVolumeOff = Math.abs(weighed.volumeMl / (meant.volumeMl * factor) - 1) > NOTICED_VOLUME
  const found = { phase: isPhaseOff, salt: isSaltOff, volume: isVolumeOff }
  return { meant, weighed, noticed: NOTICED_FIRST.find((what) => found[what]) }
}
