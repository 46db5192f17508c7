import { weighOut } from '../batch/weighOut'
import type { WeighOutLine } from '../batch/batchPlan'
import type { PlacedBatch } from '../batch/placeBatch'
import { scaleFormula } from '../formula/applyChoices'
import type { Formula } from '../formula/formula'
import { sidesOf, type LeftOver, type ToPull } from '../formula/leftOvers'
import { traceFormula } from '../formula/traceFormula'
import { costOfMinor } from '../ingredients/costOfMinor'
import { takeFromLots, type LotState, type Taking } from '../larder/foldLot'
import type { KitchenCatalog } from '../kitchen/kitchen'
import { once } from '../solve/once'
import { onceFor } from '../solve/onceFor'
import type { ServiceState } from './foldService'
import {
  batchesForced,
  formulaText,
  planSauce,
  placeAlone,
  type Larder,
  type SaucePlan,
} from './sauceBatches'
import { sauceNeeds } from './sauceNeeds'
import { guestsToMake, stillToMake, type Taken } from './stillToMake'
import type { Tonight } from './tonight'

/** Under this nothing is missing, g. */
const LEAST_G = 1

/** So much of a good goes into something, by its name. */
export interface ForWhat {
  /** A sauce's key, or a base's ingredient. */
  readonly of: string
  readonly massG: number
}
/** A base that the evening's sauces take, down the tree. */
export interface BaseNeed {
  readonly ingredientId: string
  readonly formula: Formula
  readonly massG: number
  readonly for: readonly ForWhat[]
  /** From which lots it is taken, the first to run out first. */
  readonly takings: readonly Taking[]
  readonly fromLotsG: number
  /** What must be made of it, g, and the portions of its formula that give so much. */
  readonly missingG: number
  readonly portions: number
  /** Equal batches that the vessels force. */
  readonly batches: number
  readonly makingMin: number
}
/** A good that is weighed out. */
export interface GoodNeed {
  readonly ingredientId: string
  readonly massG: number
  readonly for: readonly ForWhat[]
  readonly costMinor: number
  /** What the larder has counted of it, g; none where it is not counted. */
  readonly hasG: number | undefined
  readonly takings: readonly Taking[]
}
/** An evening taken apart, down to the goods. */
export interface Explosion {
  readonly covers: number
  readonly sauces: readonly SaucePlan[]
  /** What others are made of comes after them. */
  readonly bases: readonly BaseNeed[]
  readonly goods: readonly GoodNeed[]
  readonly left: readonly LeftOver[]
  readonly pull: readonly ToPull[]
  readonly costMinor: number
  readonly costPerCoverMinor: number
  /** When how much is taken from what stands already, by its batch. */
  readonly drawn: ReadonlyMap<string, readonly Taken[]>
  readonly tonight?: Tonight | undefined
}
/** The evening, the house and what its larder has. */
export interface ExplodeAsked extends Larder {
  readonly service: Pick<ServiceState, 'sittings' | 'dishes'>
  readonly lots: Iterable<LotState>
  readonly nowMs: number
  /** What is asked for and made already: only what is still to be made is taken apart. */
  readonly tonight?: Tonight | undefined
}

/** Formulas of what the kitchen makes, by what they make; what others are made of comes after them. */
function basesInOrder(formulas: readonly Formula[]): Map<string, Formula> {
  const makers = new Map(formulas.flatMap((f) => (f.makes ? [[f.makes, f] as const] : [])))
  const order: string[] = []
  const visit = (id: string, path: ReadonlySet<string>) => {
    if (path.has(id) || order.includes(id)) return
    for (const item of makers.get(id)?.items ?? [])
      if (makers.has(item.ingredientId)) visit(item.ingredientId, new Set([...path, id]))
    order.push(id)
  }
  for (const id of makers.keys()) visit(id, new Set())
  return new Map(order.reverse().map((id) => [id, makers.get(id)!]))
}

const linesIn = onceFor((_: KitchenCatalog) => new Map<string, readonly WeighOutLine[]>())
/** What goes into so many portions, as it is weighed. */
const linesOf = (formula: Formula, portions: number, { catalog, ingredients }: Larder) =>
  once(linesIn(catalog), `${portions} ${formulaText(formula)}`, () =>
    weighOut({ formula, ingredients, portions, place: { settings: catalog.settings } }),
  )

/** Adds up what is needed of each good, and for what. */
class Needs {
  readonly of = new Map<string, ForWhat[]>()
  add(what: string, formula: Formula, portions: number, larder: Larder): void {
    for (const { ingredientId, shownG } of linesOf(formula, portions, larder)) {
      const list = this.of.get(ingredientId) ?? []
      const same = list.find((f) => f.of === what)
      this.of.set(
        ingredientId,
        same
          ? list.map((f) => (f === same ? { ...f, massG: f.massG + shownG } : f))
          : [...list, { of: what, massG: shownG }],
      )
    }
  }
  massG(id: string): number {
    return (this.of.get(id) ?? []).reduce((sum, f) => sum + f.massG, 0)
  }
}

const sum = (list: readonly { readonly massG: number }[]) => list.reduce((total, t) => total + t.massG, 0)

/** Sauces as far as they are still to be made, and what is drawn from what stands. */
function stillToCome(briefed: readonly SaucePlan[], tonight: Tonight, asked: ExplodeAsked) {
  const all = briefed.map((plan) => stillToMake(plan, tonight, asked))
  return {
    sauces: [...all.map((s) => s.plan), ...guestsToMake(tonight, asked)],
    drawn: new Map(all.flatMap((s) => [...s.drawn])),
  }
}

/** What one portion of a base's formula gives, g. */
function gPerPortion(placed: PlacedBatch): number {
  return placed.plan.salt.finalMassG / placed.plan.portions
}

/**
 * Takes an evening apart (SERVICE.md 1): covers to portions, to batches, to bases down the tree less what the larder has, to goods by the gram with
 * what each is for. A gram of the list can be followed back to the dishes.
 */
export function explode(asked: ExplodeAsked): Explosion {
  const { service, catalog, ingredients, nowMs, tonight } = asked
  const lots = [...asked.lots]
  const briefed = sauceNeeds(service, catalog.formulas).map((need) => planSauce(need, asked))
  const { sauces, drawn } = tonight
    ? stillToCome(briefed, tonight, asked)
    : { sauces: briefed, drawn: undefined }
  const needs = new Needs()
  const made: { formula: Formula; portions: number }[] = []
  const take = (what: string, formula: Formula, portions: number) => {
    if (portions <= 0) return
    needs.add(what, formula, portions, asked)
    made.push({ formula, portions })
  }
  for (const { need, batches, making, portions } of sauces)
    if (making === 'toOrder') take(need.key, need.formula, portions)
    else for (const batch of batches) take(need.key, need.formula, batch.portions)
  const makers = basesInOrder(catalog.formulas)
  const bases = [...makers].flatMap(([ingredientId, formula]): BaseNeed[] => {
    const massG = needs.massG(ingredientId)
    if (massG < LEAST_G) return []
    const takings = takeFromLots(lots, ingredientId, massG, nowMs)
    const comingG = sum((tonight?.coming ?? []).filter((c) => c.ingredientId === ingredientId))
    const missingG = massG - sum(takings) - comingG
    const isMissing = missingG >= LEAST_G
    const one = placeAlone(formula, formula.basisPortions, asked)
    const portions = isMissing ? Math.ceil(missingG / gPerPortion(one)) : 0
    take(ingredientId, formula, portions)
    return [
      {
        ingredientId,
        formula,
        massG,
        for: needs.of.get(ingredientId) ?? [],
        takings,
        fromLotsG: sum(takings),
        missingG: isMissing ? missingG : 0,
        portions,
        batches: batchesForced(formula, portions, asked),
        makingMin: one.plan.totalMin.value,
      },
    ]
  })
  const goods = [...needs.of].flatMap(([ingredientId, list]): GoodNeed[] => {
    const good = ingredients.get(ingredientId)
    if (!good || makers.has(ingredientId)) return []
    const massG = sum(list)
    const counted = lots.some((l) => l.stored?.ingredientId === ingredientId)
    const takings = takeFromLots(lots, ingredientId, massG, nowMs)
    const hasG = counted ? sum(takeFromLots(lots, ingredientId, Infinity, nowMs)) : undefined
    return [{ ingredientId, massG, for: list, costMinor: costOfMinor(good, massG), hasG, takings }]
  })
  const { left, pull } = sidesOfAll(made, asked)
  const covers = service.sittings.reduce((total, s) => total + s.covers, 0)
  const costMinor =
    goods.reduce((total, g) => total + g.costMinor, 0) +
    bases.reduce((total, b) => total + costOfMinor(ingredients.get(b.ingredientId)!, b.fromLotsG), 0)
  return {
    covers,
    sauces,
    bases,
    goods,
    left,
    pull,
    costMinor,
    costPerCoverMinor: costMinor / Math.max(1, covers),
    drawn: drawn ?? new Map(),
    tonight,
  }
}

const sidesIn = onceFor((_: KitchenCatalog) => new Map<string, ReturnType<typeof sidesOf>>())
/** What all of it leaves behind, and what is pulled for it, alike things together. */
function sidesOfAll(
  made: readonly { readonly formula: Formula; readonly portions: number }[],
  { catalog, ingredients }: Larder,
): { readonly left: readonly LeftOver[]; readonly pull: readonly ToPull[] } {
  const left = new Map<string, LeftOver>()
  const pull = new Map<string, ToPull>()
  for (const { formula, portions } of made) {
    const sides = once(sidesIn(catalog), `${portions} ${formulaText(formula)}`, () => {
      const scaled = scaleFormula(formula, portions / formula.basisPortions)
      const trace = traceFormula(scaled, { ingredients, altitudeM: catalog.settings.altitudeM })
      return sidesOf(scaled, trace, ingredients)
    })
    for (const l of sides.left) {
      const key = `${l.kind} ${l.ingredientId ?? ''} ${l.use}`
      left.set(key, { ...l, massG: l.massG + (left.get(key)?.massG ?? 0) })
    }
    for (const p of sides.pull) {
      const key = `${p.kind} ${p.ingredientId}`
      const before = pull.get(key)
      pull.set(key, {
        ...p,
        massG: p.massG + (before?.massG ?? 0),
        ...(p.count === undefined ? {} : { count: p.count + (before?.count ?? 0) }),
        ...(p.spare === undefined ? {} : { spare: p.spare + (before?.spare ?? 0) }),
      })
    }
  }
  return { left: [...left.values()], pull: [...pull.values()] }
}
