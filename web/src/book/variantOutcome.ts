import {
  chilledLimit,
  DomainError,
  foodCode,
  houseRules,
  type FoodCode,
  vesselsOf,
  effortOf,
  findPlace,
  planBatch,
  traceFormula,
  type BatchPlan,
  type Effort,
  type Formula,
  type Ingredient,
  type KitchenCatalog,
  type TraceStep,
} from '@liquamen/core'
import { numberText } from '../ui/format'

/** What a formula comes to in this kitchen: its finished sauce, its highest load, and what it asks of a cook in a pan and at a size. */
export interface VariantOutcome {
  readonly end: TraceStep | undefined
  readonly peakFrac: number
  readonly plan: BatchPlan | undefined
  readonly effort: Effort | undefined
  /** What seasons it, with how much: flecks and sharpness that no sum of the sauce shows. */
  readonly spices: readonly string[]
  /** Days chilled, of house and code the stricter. */
  readonly chilledDays: number
}

/** Where and how much: the pan, and the portions of one batch. */
export interface MadeWhere {
  readonly panId: string
  readonly portions: number
}

const FAR_AHEAD_MS = 1e12 // no plan of the workbench is ever late

/** The strongest ring stands for the kitchen's stove until the sauce is planned. */
export function workPlace({ settings, pans, rings }: KitchenCatalog, formula: Formula, panId: string) {
  const [ring] = [...rings].sort((a, b) => b.heater.ratedW - a.heater.ratedW)
  const pan = pans.find((p) => p.id === panId) ?? pans[0]
  if (!ring || !pan) return undefined
  const roles = [...new Set(vesselsOf(formula).values())]
  const first = roles.includes('bowl') ? 'bowl' : 'pan'
  const other = (kind: string) => pans.find((p) => p.kind === kind) ?? pan
  const panFor = (role: string) =>
    role === first ? pan : other(role === 'tray' || role === 'bowl' ? role : 'saucepan')
  return findPlace(
    { settings, pans, rings },
    Object.fromEntries(roles.map((role) => [role, panFor(role).id])),
    ring.id,
  )
}

/** Works a variant out; a formula that cannot be planned (no single target) still has its sauce, and one that cannot be made has neither. */
export function variantOutcome(
  formula: Formula,
  catalog: KitchenCatalog,
  ingredients: ReadonlyMap<string, Ingredient>,
  where: MadeWhere,
): VariantOutcome {
  const { chilledDays: codeDays }: FoodCode = foodCode(houseRules(catalog.settings))
  const chilledDays = chilledLimit(formula, codeDays).days
  if (formula.items.some((i) => !ingredients.has(i.ingredientId)))
    return { end: undefined, peakFrac: 0, plan: undefined, effort: undefined, spices: [], chilledDays }
  const trace = traceFormula(formula, { ingredients, altitudeM: catalog.settings.altitudeM })
  const plan = tryPlan(formula, catalog, ingredients, where)
  const end = trace.at(-1)
  return {
    end,
    peakFrac: Math.max(0, ...trace.map((t) => t.phaseFrac)),
    plan,
    effort: plan && end && effortOf(formula, plan, { contents: end.contents, settings: catalog.settings }),
    spices: spicesOf(formula, ingredients),
    chilledDays,
  }
}

function spicesOf(formula: Formula, ingredients: ReadonlyMap<string, Ingredient>): string[] {
  return formula.items.flatMap((item) => {
    const good = ingredients.get(item.ingredientId)
    return good?.group === 'spice' && 'massG' in item.amount
      ? [`${numberText(item.amount.massG, 1)} g ${good.name}`]
      : []
  })
}

function tryPlan(
  formula: Formula,
  catalog: KitchenCatalog,
  ingredients: ReadonlyMap<string, Ingredient>,
  { panId, portions }: MadeWhere,
): BatchPlan | undefined {
  const place = workPlace(catalog, formula, panId)
  if (!place) return undefined
  try {
    return planBatch({ formula, ingredients, place, portions, pickupAtMs: FAR_AHEAD_MS, nowMs: 0 })
  } catch (error) {
    if (error instanceof DomainError) return undefined
    throw error
  }
}
