import {
  SALT_TARGETS,
  type Formula,
  type FormulaItem,
  type FormulaStep,
  type SchoolOption,
} from '@liquamen/core'

/** Grams and millilitres of an ingredient, put in at a step. */
export const g = (
  stepId: string,
  ingredientId: string,
  massG: number,
  id = `${ingredientId}_${stepId}`,
): FormulaItem => ({
  id,
  ingredientId,
  stepId,
  amount: { massG },
})
export const ml = (
  stepId: string,
  ingredientId: string,
  volumeMl: number,
  id = `${ingredientId}_${stepId}`,
): FormulaItem => ({
  id,
  ingredientId,
  stepId,
  amount: { volumeMl },
})

type More = Partial<Omit<FormulaStep, 'id' | 'technique' | 'verb' | 'endsWhen'>>
/** A step with its control point and minutes (10 %, middle, 90 %). */
export const step = (
  id: string,
  technique: FormulaStep['technique'],
  verb: string,
  endsWhen: string,
  minutes: readonly [number, number, number] | undefined,
  more: More = {},
): FormulaStep => ({
  id,
  technique,
  verb,
  endsWhen,
  cautions: [],
  ...(minutes ? { minutes: { low: minutes[0], value: minutes[1], high: minutes[2] } } : {}),
  ...more,
})

export const sweat = (says = 'Soft and clear, no colour at the edge', more: More = {}) =>
  step('sweat', 'sweat', 'sweat', says, [3, 5, 7], {
    heat: 'mediumLow',
    attention: 'often',
    cautions: ['hotFat'],
    ...more,
  })
export const deglaze = (says = 'In, and the pan scraped clean') =>
  step('deglaze', 'deglaze', 'deglaze', says, [0.5, 1, 1.5], {
    heat: 'high',
    attention: 'constant',
    cautions: ['wineVapour', 'steam'],
  })
export const reduce = (id: string, verb: string, target: string, endsWhen: string, more: More = {}) =>
  step(id, 'reduce', verb, endsWhen, undefined, {
    target,
    heat: 'high',
    attention: 'often',
    cautions: ['steam'],
    ...more,
  })
export const strainStep = (pressFrac = 0) =>
  step(
    'strain',
    'strain',
    'strain',
    pressFrac > 0 ? 'Through the fine sieve, pressed hard' : 'Through the fine sieve, drained',
    [1, 2, 3],
    { pressFrac, attention: 'constant', cautions: ['steam'] },
  )
export const season = () =>
  step('season', 'season', 'season', 'Salt at the end, tasted with a clean spoon', [0.5, 1, 1.5], {
    attention: 'constant',
  })
export const mount = () =>
  step('mount', 'mount', 'mount butter', 'Off the heat, swirled in piece by piece, glossy', undefined, {
    attention: 'constant',
    mountHeat: 'off',
    mountBy: 'swirl',
    cautions: ['noBoilAfterButter'],
  })
export const serve = () =>
  step('serve', 'serve', 'serve', 'All portions are on the plate', [1, 2, 3], { cautions: ['clock'] })

/** One way of a school. */
export const way = (id: string, says: string, ...changes: SchoolOption['changes']): SchoolOption => ({
  id,
  says,
  changes,
})

/** A base is not seasoned: what its bones bring is all. */
const SALT = { ...SALT_TARGETS, base: [0, 0.009], glaze: [0, 0.02] } as const
const UNSALTED = 0.002
type Head = Pick<Formula, 'id' | 'name' | 'fill' | 'basisPortions' | 'portionMl'> & {
  readonly salt: keyof typeof SALT
  readonly over?: number
  readonly source?: string
} & Partial<Pick<Formula, 'schools' | 'motherId' | 'makes' | 'dishes' | 'keeps' | 'emulsion'>>

/** A formula of a family: our own amounts, from the ratios of the science files. */
export function formula(
  family: string,
  { salt, over = 0.1, source, ...head }: Head,
  items: readonly FormulaItem[],
  steps: readonly FormulaStep[],
): Formula {
  const [low, high] = SALT[salt]
  const value = salt === 'base' || salt === 'glaze' ? UNSALTED : Math.round(((low + high) / 2) * 1e6) / 1e6
  return {
    version: 1,
    family,
    overFrac: over,
    saltTargetFrac: { low, value, high },
    source: source ?? 'our amounts, from the ratios of the science files',
    ...head,
    items,
    steps,
  }
}
