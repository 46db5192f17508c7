import type { AllergenMark } from '../allergens/allergens'
import { costOfMinor } from '../ingredients/costOfMinor'
import type { Ingredient } from '../ingredients/ingredient'
import { compositionOf } from '../ingredients/ingredient'
import { acidFrac, massG } from '../mixture/composition'
import type { Formula } from './formula'
import { saltOnPlateG, sauceOf } from '../pan/contents'
import { flourWorthG } from '../pan/putIn'
import { itemMassG } from './itemMassG'
import type { TracedFormula, TraceSetting, TraceStep } from './traceFormula'

/** The numbers of a step that can be asked where they are from. */
export const EXPLAINED = [
  'massG',
  'volumeMl',
  'portions',
  'saltFrac',
  'acidFrac',
  'ethanol',
  'gelatinFrac',
  'starchFrac',
  'phaseFrac',
  'coat',
  'band',
  'boilC',
  'cost',
  'allergens',
] as const
export type Explained = (typeof EXPLAINED)[number]

/** How sure a value of the pantry is: a law or measure, a public table, worked out here, said by the house, or an estimate. */
export type Provenance = 'definition' | 'table' | 'computed' | 'house' | 'estimate'

/** What one good brought to a number. */
export interface Brought {
  readonly itemId: string
  readonly ingredientId: string
  readonly amount: number
  readonly provenance: Provenance
  readonly mark?: AllergenMark
}

/** Where a number of a step is from: what each good brought, what left on the way, what it is divided by, and the model that was asked. */
export interface NumberExplanation {
  readonly of: Explained
  readonly unit: 'g' | 'ml' | 'minor' | 'mark'
  readonly brought: readonly Brought[]
  /** Boiled off, strained out or skimmed on the way, in the same unit. */
  readonly left: number
  readonly there: number
  /** What it is a share of, g; none where it stands alone. */
  readonly sharedBy?: number
  /** Model of the registry that turns it into the number shown; none where it is a plain sum. */
  readonly modelId?: string
}

/** How sure the numbers of a good are, from what its source says. */
export function provenanceOf(good: Pick<Ingredient, 'source' | 'madeBy'>): Provenance {
  if (good.madeBy) return 'computed'
  if (/definition/i.test(good.source)) return 'definition'
  if (/table/i.test(good.source)) return 'table'
  return /estimate/i.test(good.source) ? 'estimate' : 'house'
}

type Measure = (
  good: Ingredient,
  grams: number,
  step: Formula['steps'][number],
  setting: TraceSetting,
) => number
const species =
  (pick: (c: ReturnType<typeof compositionOf>) => number): Measure =>
  (good, grams) =>
    pick(compositionOf(good, grams))
const liquidOf = (t: TraceStep) => sauceOf(t.contents)

interface Rule {
  readonly unit: NumberExplanation['unit']
  readonly brings: Measure
  readonly there: (t: TraceStep) => number
  readonly isShare?: boolean
  readonly modelId?: string
}

const MASS: Rule = { unit: 'g', brings: (_, grams) => grams, there: (t) => t.massG }
const RULES: Readonly<Record<Explained, Rule>> = {
  massG: MASS,
  volumeMl: MASS,
  portions: MASS,
  saltFrac: {
    unit: 'g',
    brings: species((c) => c.salt),
    there: (t) => saltOnPlateG(t.contents),
    isShare: true,
    modelId: 'reducedMass',
  },
  acidFrac: {
    unit: 'g',
    brings: species((c) => acidFrac(c) * massG(c)),
    there: (t) => t.acidFrac * t.massG,
    isShare: true,
  },
  ethanol: {
    unit: 'g',
    brings: species((c) => c.ethanol),
    there: (t) => liquidOf(t).ethanol,
    modelId: 'alcoholLeft',
  },
  gelatinFrac: {
    unit: 'g',
    brings: species((c) => c.gelatin),
    there: (t) => liquidOf(t).gelatin,
    isShare: true,
  },
  starchFrac: {
    unit: 'g',
    brings: (good, grams, step) => (good.solidInPan ? 0 : flourWorthG(good, grams, step)),
    there: (t) => t.contents.starchEqG,
    isShare: true,
  },
  phaseFrac: {
    unit: 'g',
    brings: species((c) => c.fat),
    there: (t) => liquidOf(t).fat,
    modelId: 'phaseFraction',
  },
  coat: {
    unit: 'g',
    brings: species((c) => c.gelatin + c.starch),
    there: (t) => liquidOf(t).gelatin + liquidOf(t).starch,
    isShare: true,
    modelId: 'sauceViscosity',
  },
  band: { unit: 'g', brings: species((c) => c.fat), there: (t) => liquidOf(t).fat, modelId: 'phaseFraction' },
  boilC: {
    unit: 'g',
    brings: species((c) => c.salt),
    there: (t) => liquidOf(t).salt,
    isShare: true,
    modelId: 'boilingPoint',
  },
  cost: {
    unit: 'minor',
    brings: costOfMinor,
    there: (t) => t.costMinor,
  },
  allergens: { unit: 'mark', brings: () => 0, there: () => 0 },
}

/**
 * Where a number of a step is from, good by good; asked for only when somebody wants to know, so that nothing is kept that nobody reads.
 *
 * What the goods brought less what left is what is there: `brought - left = there`, in the unit said. Bones give more to a stock than they bring
 * as liquid, so there `left` may be less than nothing.
 * @param stepId - the step after which the number stands
 */
export function explainNumber(
  { formula, trace, setting }: TracedFormula,
  stepId: string,
  of: Explained,
): NumberExplanation | undefined {
  const at = trace.findIndex((t) => t.stepId === stepId)
  const end = trace[at]
  if (!end) return undefined
  const rule = RULES[of]
  const steps = formula.steps.slice(0, at + 1)
  const brought = formula.items.flatMap((item): Brought[] => {
    const good = setting.ingredients.get(item.ingredientId)
    const step = steps.find((s) => s.id === item.stepId)
    if (!good || !step) return []
    const own = { itemId: item.id, ingredientId: good.id, provenance: provenanceOf(good) }
    if (of === 'allergens')
      return Object.values(good.allergens).length ? [{ ...own, amount: 0, mark: worst(good) }] : []
    const amount = rule.brings(good, itemMassG(item, good), step, setting)
    return amount > 0 ? [{ ...own, amount }] : []
  })
  const there = rule.there(end)
  return {
    of,
    unit: rule.unit,
    brought: brought.sort((a, b) => b.amount - a.amount),
    left: brought.reduce((sum, b) => sum + b.amount, 0) - there,
    there,
    ...(rule.isShare ? { sharedBy: end.massG + (of === 'saltFrac' ? end.contents.solids.massG : 0) } : {}),
    ...(rule.modelId ? { modelId: rule.modelId } : {}),
  }
}

const worst = (good: Ingredient): AllergenMark => {
  const marks = Object.values(good.allergens)
  if (marks.includes('contains')) return 'contains'
  return marks.includes('unknownLabel') ? 'unknownLabel' : 'mayContain'
}
