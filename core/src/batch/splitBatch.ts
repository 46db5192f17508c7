import { DomainError } from '../errors'
import type { Fact } from '../facts/fact'
import type { Frozen, OrderShare, Planned } from '../facts/kinds/batch'
import { chosenFormula } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import { withMove } from '../formula/withMove'
import type { BatchState } from './batchState'
import { frozenAt } from './frozenAt'
import { inheritedFacts, type Inheritance } from './inherit'
import { placeBatch, type PlaceWish } from './placeBatch'
import { plannedAt, type PlanAgain } from './planAgain'

/** One child: what it becomes, how much of it, for whom. */
export interface Part {
  readonly formulaId: string
  readonly portions: number
  readonly shares: readonly OrderShare[]
}
/** A child as it goes on record: planned, begun with what it has from its mother, and the step at which it stands. */
export interface Child {
  readonly planned: Planned
  readonly frozen: Frozen
  readonly inherits: Inheritance
  readonly stepId: string
}

/** Ring and vessels of one child are no other's, whenever its plan thinks it needs them: the sauce is there now. */
const WHILE_IT_LASTS = { fromMs: 0, toMs: Number.MAX_SAFE_INTEGER }
const goodsOf = ({ items }: Pick<Formula, 'items'>, stepId: string) =>
  items
    .filter((i) => i.stepId === stepId)
    .map((i) => i.ingredientId)
    .sort()
    .join()

/** Steps that are done, in order; nothing where one is left out. */
function doneSteps({ frozen, steps }: BatchState): readonly string[] {
  const all = frozen?.formula.steps ?? []
  const first = all.findIndex((s) => steps[s.id]?.finishedAtMs === undefined)
  return all.slice(0, first < 0 ? all.length : first).map((s) => s.id)
}

/** What a batch may become from where it stands: itself, and every sauce of the book that was made of the same goods in the same steps so far. */
export function childrenOf(state: BatchState, formulas: readonly Formula[]): readonly Formula[] {
  const { frozen, status, hold } = state
  const done = doneSteps(state)
  const here = frozen?.formula.steps[done.length]
  if (!frozen || status !== 'underWay' || hold || done.length === 0 || !here) return []
  const isBegun =
    state.stageFacts.some((f) => 'stepId' in f.payload && f.payload.stepId === here.id) ||
    (state.plan?.weighOut ?? []).some((l) => l.stepId === here.id && state.weighed[l.itemId] !== undefined)
  if (isBegun) return [] // what went into this step went into all of it
  const own = formulas.find((f) => f.id === state.planned?.formulaId)
  const isLike = (f: Formula) =>
    f.steps.length > done.length &&
    done.every((id, i) => {
      const [a, b] = [frozen.formula.steps[i], f.steps[i]]
      return b?.id === id && a?.technique === b.technique && goodsOf(frozen.formula, id) === goodsOf(f, id)
    })
  return [...(own ? [own] : []), ...formulas.filter((f) => f.id !== own?.id && isLike(f))]
}

/**
 * A mother batch parted into children that are finished each in its own way. Loads, allergens and clocks are the mother's.
 * @param parts - together no more than it has
 * @throws DomainError `splitTooMuch` where they are more, `noChild` where it cannot become that from where it stands
 */
export function splitBatch(
  state: BatchState,
  facts: readonly Fact[],
  parts: readonly Part[],
  kitchen: PlanAgain,
): Child[] {
  const { plan, planned, frozen } = state
  const hasPortions = plan?.yieldPortions ?? 0
  const asked = parts.reduce((sum, p) => sum + p.portions, 0)
  if (!plan || !planned || !frozen || asked > hasPortions || parts.some((p) => p.portions < 1))
    throw new DomainError('splitTooMuch', 'portions', asked, { min: 1, max: hasPortions, unit: 'portions' })
  const possible = childrenOf(state, kitchen.catalog.formulas)
  const done = doneSteps(state)
  const taken = [...kitchen.taken]
  return parts.map((part, i): Child => {
    const isOwn = part.formulaId === planned.formulaId
    const choices = isOwn ? planned.choices : undefined
    const formula = chosenFormula(kitchen.catalog.formulas, part.formulaId, choices)
    if (!formula || !possible.some((f) => f.id === part.formulaId))
      throw new DomainError('noChild', 'formulaId', part.formulaId)
    // the first stays where it is; the others look for vessels of their own
    const stays: PlaceWish =
      i === 0
        ? {
            ringId: frozen.ring.id,
            vessels: Object.fromEntries(Object.entries(frozen.vessels).map(([role, pan]) => [role, pan.id])),
          }
        : {}
    const request = {
      formula,
      ingredients: kitchen.ingredients,
      portions: part.portions,
      pickupAtMs: plan.pickupAtMs,
      nowMs: state.startedAtMs ?? kitchen.nowMs,
      sources: isOwn ? planned.sources : {},
      phrases: isOwn ? planned.phrases : {},
    }
    const placed = placeBatch(request, kitchen.catalog, taken, stays)
    taken.push({
      ...WHILE_IT_LASTS,
      ringId: placed.ring.id,
      panIds: Object.values(placed.place.vessels).map((p) => p.id),
      batchId: `${i}`,
      isLit: true,
    })
    const what = {
      shares: part.shares,
      formulaId: formula.id,
      sauceName: formula.name,
      fill: formula.fill,
      sources: request.sources,
      phrases: request.phrases,
      ...(choices ? { choices } : {}),
    }
    const made = withMove(formula, placed.choice.movesAtStepId)
    const place = {
      formula: made,
      vessels: placed.place.vessels,
      ring: placed.ring,
      settings: frozen.settings,
    }
    const share = part.portions / hasPortions
    const itemOf = (line: { readonly stepId: string; readonly ingredientId: string }) =>
      placed.plan.weighOut.find((l) => l.stepId === line.stepId && l.ingredientId === line.ingredientId)
        ?.itemId
    return {
      planned: plannedAt(what, placed),
      frozen: frozenAt(placed.plan, place, kitchen.ingredients),
      inherits: { batchId: state.id, share, facts: inheritedFacts(state, facts, share, itemOf) },
      stepId: made.steps[done.length]?.id ?? '',
    }
  })
}
