import type { Formula, FormulaStep } from '../../formula/formula'
import type { Ingredient } from '../../ingredients/ingredient'
import { BLOOM_ML_PER_G, meltingStockG, swappedGelatinG } from '../../mixture/gelatin'
import { SMOKE_C, SMOKE_WARN_K } from '../../heat/smoke'
import { cutKindOf } from '../serve/cutKind'
import { CUT_KEEPS, cuttingOrder, type CutKind } from '../serve/fading'
import { PAN_C_BY_WORD } from './planBrowning'

/** A short card at a step: what it is about, with what was worked out for it. */
export type StepCard =
  | {
      readonly id: 'cut'
      /** How, by what becomes of it. */ readonly cut: NonNullable<FormulaStep['cut']>
      /** In the order to cut, with how long each keeps, h. */
      readonly goods: readonly { readonly kind: CutKind; readonly name: string; readonly hours: number }[]
    }
  | { readonly id: 'separate' }
  | { readonly id: 'fond' }
  | { readonly id: 'deglaze' }
  | { readonly id: 'seasonAhead' }
  | {
      readonly id: 'flambe'
      /** The spirits that would burn. */ readonly names: readonly string[]
      /** The step that boils it off instead; none where nothing does. */ readonly boilsAt?:
        string | undefined
    }
  | {
      readonly id: 'fat'
      readonly fats: readonly {
        readonly name: string
        readonly lowC: number
        readonly highC: number
        /** The pan of this flame stands at or over where it smokes; nearly so. */
        readonly verdict: 'fine' | 'near' | 'smokes'
      }[]
      readonly panC: number
    }
  | { readonly id: 'skimFat' }
  | {
      readonly id: 'gelatin'
      /** As the formula says, and the cold water that it blooms in. */ readonly massG: number
      readonly bloomMl: number
      /** How much of the hot liquid melts it for certain, g. */ readonly hotG: number
      /** The same of other strengths, from the usual 200. */
      readonly swaps: readonly { readonly bloom: number; readonly massG: number }[]
    }
  | { readonly id: 'tomato' }
  | { readonly id: 'rouxLiquid' }

/** A sauce made in the pan of what it is for: fond and juices are its own. */
export const isPanSauce = ({ family }: Pick<Formula, 'family'>): boolean => /^pan sauces/.test(family)

const SPIRIT_FROM_PCT = 20
const GELATIN_FROM_PCT = 50
const USUAL_BLOOM = 200
const OTHER_BLOOMS = [140, 160, 250] as const

/** Gelatin is bloomed cold, melted warm and never boiled for long; leaves and powders differ in strength. */
function gelatinCard(goods: readonly Ingredient[], grams: (id: string) => number): StepCard[] {
  const gelatin = goods.find((g) => (g.per100G.gelatin ?? 0) >= GELATIN_FROM_PCT)
  const massG = gelatin ? grams(gelatin.id) : 0
  if (massG <= 0) return []
  const bloomMl = massG * BLOOM_ML_PER_G
  return [
    {
      id: 'gelatin',
      massG,
      bloomMl,
      hotG: meltingStockG(massG + bloomMl),
      swaps: OTHER_BLOOMS.map((bloom) => ({ bloom, massG: swappedGelatinG(massG, USUAL_BLOOM, bloom) })),
    },
  ]
}

/** The cards of a step: what its goods and its act ask for, and no more. @param grams - of a good at it */
export function cardsOf(
  formula: Pick<Formula, 'steps' | 'items'>,
  step: FormulaStep,
  goods: readonly Ingredient[],
  grams: (ingredientId: string) => number = () => 0,
): StepCard[] {
  const cards: StepCard[] = gelatinCard(goods, grams)
  const names = new Map<CutKind, string>()
  for (const good of goods) {
    const kind = cutKindOf(good)
    if (kind && !names.has(kind)) names.set(kind, good.name)
  }
  if (names.size)
    cards.push({
      id: 'cut',
      cut: step.cut ?? 'neat',
      goods: cuttingOrder([...names.keys()]).map((kind) => ({
        kind,
        name: names.get(kind) ?? '',
        hours: CUT_KEEPS[kind].hours,
      })),
    })
  if (goods.some((g) => g.emulsionRole === 'yolk')) cards.push({ id: 'separate' })
  if (step.technique === 'sweat' && goods.some((g) => g.group === 'meat')) cards.push({ id: 'seasonAhead' })
  if (step.technique === 'sweat' && goods.some((g) => g.id === 'tomatoPaste')) cards.push({ id: 'tomato' })
  cards.push(...fatCard(step, goods), ...deglazeCards(formula, step, goods))
  if (step.technique === 'skim') cards.push({ id: 'skimFat' })
  const before = formula.steps[formula.steps.findIndex((s) => s.id === step.id) - 1]
  if (before?.technique === 'roux' && goods.some((g) => g.isLiquid)) cards.push({ id: 'rouxLiquid' })
  if (step.technique === 'add' && before?.technique === 'roux' && goods.some((g) => g.id === 'tomatoPaste'))
    cards.push({ id: 'tomato' })
  return cards
}

function verdictAt(panC: number, smoke: { readonly low: number; readonly high: number }) {
  if (panC >= smoke.high) return 'smokes' as const
  return panC >= smoke.low - SMOKE_WARN_K ? ('near' as const) : ('fine' as const)
}
function fatCard(step: FormulaStep, goods: readonly Ingredient[]): StepCard[] {
  const panC = step.heat ? PAN_C_BY_WORD[step.heat] : undefined
  if (panC === undefined || (step.technique !== 'sweat' && step.technique !== 'roux')) return []
  const fats = goods.flatMap((g) => {
    const smoke = SMOKE_C[g.id]
    if (!smoke) return []
    const verdict = verdictAt(panC, smoke)
    return [{ name: g.name, lowC: smoke.low, highC: smoke.high, verdict }]
  })
  return fats.length ? [{ id: 'fat', fats, panC }] : []
}

function deglazeCards(
  formula: Pick<Formula, 'steps'>,
  step: FormulaStep,
  goods: readonly Ingredient[],
): StepCard[] {
  if (step.technique !== 'deglaze' && step.technique !== 'flame') return []
  const spirits = goods.filter((g) => (g.per100G.ethanol ?? 0) >= SPIRIT_FROM_PCT)
  const after = formula.steps.slice(formula.steps.findIndex((s) => s.id === step.id) + 1)
  return [
    { id: 'fond' },
    { id: 'deglaze' },
    ...(spirits.length
      ? [
          {
            id: 'flambe' as const,
            names: spirits.map((s) => s.name),
            boilsAt: after.find((s) => s.technique === 'reduce')?.id,
          },
        ]
      : []),
  ]
}
