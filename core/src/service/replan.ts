import { foldBatch } from '../batch/foldBatch'
import { foldOrder } from '../batch/foldOrder'
import type { BatchState } from '../batch/batchState'
import { viewBatch, type Measured } from '../batch/viewBatch'
import type { Fact } from '../facts/fact'
import type { Payloads } from '../facts/kinds/kinds'
import type { PlanCause, PlanChange } from '../facts/kinds/service'
import type { Ingredient } from '../ingredients/ingredient'
import type { KitchenCatalog } from '../kitchen/kitchen'
import { foldLot } from '../larder/foldLot'
import type { GuestNeeds } from '../pass/guestPlates'
import { serviceCalls } from '../pass/serviceCalls'
import { SCHEDULE_MODEL_VERSION } from '../schedule/scheduleService'
import { foldService, type ServiceState } from './foldService'
import { questionOf, startEvening, takeApart, type EveningQuestion, type EveningSearch } from './planEvening'
import { planChanges, type FeasiblePlan, type PlanChanges } from './publishing'

/** A kitchen whose evening may have to be planned anew. */
export interface ReplanAsked {
  readonly serviceId: string
  /** Facts of all streams that are current, each in fold order, with their numbers. */
  readonly streams: ReadonlyMap<string, readonly Fact[]>
  /** The same object as long as the kitchen is the same. */
  readonly catalog: KitchenCatalog
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly guests: ReadonlyMap<string, GuestNeeds>
  /** What probes and scales showed: what is under way ends as they foretell. */
  readonly measured?: Measured | undefined
  readonly nowMs: number
  readonly idOf: EveningQuestion['idOf']
  readonly orderIdOf: (callId: string) => string
  /** Whether it was looked for long enough; longer where plates wait. */
  readonly isOver: (arePlatesLate: boolean) => boolean
}
/** The next plan of an evening, and why it is another. */
export interface Replanned
  extends Pick<Payloads['plan.published'], 'number' | 'zeroAtMs' | 'tasks' | 'modelVersion'>, PlanChanges {
  readonly cause: PlanCause
  readonly about: string | undefined
  /** How long plates wait by it, plates × s. */
  readonly latenessS: number
}

const HOUR_MS = 3600_000
/** Planned anew by itself until so long after its last guests have sat down. */
const GOES_ON_MS = 5 * HOUR_MS
/** What moves by less than this is no news, s. */
const NEWS_S = 180
const MOST_STEPS = 400
/** What a person decides about the brief is put in force by a person. */
const BY_HAND: readonly PlanCause[] = ['first', 'brief', 'dragged']
const OF_BRIEF: readonly Fact['kind'][] = ['sitting.set', 'sitting.removed', 'dish.offered']

const seqOf = (fact: Fact) => fact.seq ?? 0
/** The fact by which a plan stands. */
function planFact(facts: readonly Fact[], isWanted: (cause: PlanCause) => boolean): Fact | undefined {
  return facts
    .filter((f) => f.kind === 'plan.published' && isWanted(f.payload.cause))
    .sort((a, b) => seqOf(a) - seqOf(b))
    .at(-1)
}

/** The evening as it stands, its brief as it was when a person last put a plan of it in force; undefined where none is. */
function briefedService(id: string, facts: readonly Fact[]): ServiceState | undefined {
  const byHand = planFact(facts, (cause) => BY_HAND.includes(cause))
  if (!byHand) return undefined
  const service = foldService(
    id,
    facts.filter((f) => !OF_BRIEF.includes(f.kind) || seqOf(f) < seqOf(byHand)),
  )
  return service.status === 'open' && service.plan ? service : undefined
}

/** All current batches as their facts tell them. */
function batchesOf(streams: ReplanAsked['streams']): Map<string, BatchState> {
  const ofBatches = [...streams].filter(([, facts]) => facts[0]?.streamKind === 'batch')
  return new Map(ofBatches.map(([id, facts]) => [id, foldBatch(id, facts)]))
}

function questionFor(
  asked: ReplanAsked,
  service: ServiceState,
  states: ReadonlyMap<string, BatchState>,
): EveningQuestion {
  const { streams, catalog, ingredients, guests, nowMs, idOf, orderIdOf } = asked
  const known = questionOf({
    service,
    views: [...states.values()]
      .filter((s) => s.status === 'planned' || s.status === 'underWay')
      .flatMap((s) => viewBatch(s, catalog, nowMs, asked.measured) ?? []),
    states,
    calls: serviceCalls(service, {
      guests,
      book: { formulas: catalog.formulas, ingredients },
      altitudeM: catalog.settings.altitudeM,
      nowMs,
    }),
    lots: [...streams].flatMap(([id, facts]) => (facts[0]?.streamKind === 'lot' ? [foldLot(id, facts)] : [])),
    isGuestOrder: (id) => foldOrder(id, streams.get(id) ?? []).taken?.detailsId != null,
    orderIdOf,
    nowMs,
  })
  const seed = Math.floor(nowMs / 10_000) // another look looks elsewhere
  return { ...known, catalog, ingredients, idOf, improves: true, seed }
}

const isNews = ({ what, byS }: PlanChange) => what !== 'moved' || Math.abs(byS ?? 0) >= NEWS_S

/** The plan that a search has so far, with what it changes; undefined where none can be worked by, or nothing of it is to be told. */
function newsOf(search: EveningSearch, states: ReadonlyMap<string, BatchState>) {
  const { answer, ...of } = search.plan()
  if (answer.status !== 'feasible') return undefined
  const plan: FeasiblePlan = { ...of, answer }
  const changes = planChanges(plan, states)
  return changes.changes.some(isNews) ? { plan, changes } : undefined
}

/** What happened since a plan was put in force, what weighs most first. */
function causeOf(
  facts: readonly Fact[],
  service: ServiceState,
  states: ReadonlyMap<string, BatchState>,
): Pick<Replanned, 'cause' | 'about'> {
  const newest = [...facts].sort((a, b) => seqOf(b) - seqOf(a))
  const broke = newest.find(
    (f) => f.kind === 'sauce.broke' || (f.kind === 'batch.finished' && f.payload.result === 'discarded'),
  )
  if (broke) return { cause: 'broken', about: states.get(broke.streamId)?.planned?.sauceName }
  const ring = newest.find((f) => f.kind === 'ring.removed' || f.kind === 'ring.set')
  if (ring) return { cause: 'ring', about: undefined }
  if (newest.some((f) => f.kind === 'line.planned')) return { cause: 'line', about: undefined }
  const off = newest.find((f) => f.kind === 'dish.withdrawn')
  if (off?.kind === 'dish.withdrawn')
    return {
      cause: 'order',
      about: service.dishes.find((d) => d.dish.id === off.payload.dishId)?.dish.name,
    }
  for (const fact of newest) {
    if (fact.kind === 'table.moved')
      return { cause: 'moved', about: service.tables.get(fact.payload.tableId)?.label }
    if (fact.kind === 'table.ordered' || fact.kind === 'table.cancelled' || fact.kind === 'plates.decided')
      return { cause: 'order', about: service.tables.get(fact.payload.tableId)?.label }
  }
  return { cause: 'late', about: undefined }
}

/**
 * Plans an evening anew where what happened since asks for it: as near to the plan in force as may be, and only where something of it is to be told.
 * `SERVICE.md 3`
 */
export function replanEvening(asked: ReplanAsked): Replanned | undefined {
  const { serviceId, streams, nowMs, isOver } = asked
  const facts = streams.get(serviceId) ?? []
  const service = briefedService(serviceId, facts)
  const lastMs = service?.sittings.at(-1)?.startsAtMs ?? 0
  if (!service?.plan || nowMs > lastMs + GOES_ON_MS) return undefined
  const states = batchesOf(streams)
  const question = questionFor(asked, service, states)
  const search = startEvening(question, takeApart(question))
  search.run(1)
  // a better plan is no reason to leave one that can be kept, unless plates wait by it
  const isAskedFor = newsOf(search, states) !== undefined
  if (!isAskedFor && search.waitsS() === 0) return undefined
  for (let i = 0; i < MOST_STEPS && !isOver(search.waitsS() > 0); i++) search.run(1)
  const next = newsOf(search, states)
  if (!next) return undefined
  const { plan, changes } = next
  const since = seqOf(planFact(facts, () => true)!)
  const news = [...streams.values()].flatMap((list) => list.filter((f) => seqOf(f) > since))
  return {
    ...changes,
    ...causeOf(news, service, states),
    latenessS: search.waitsS(),
    number: service.plan.number + 1,
    zeroAtMs: plan.asked.zeroMs,
    tasks: [...plan.answer.tasks],
    modelVersion: SCHEDULE_MODEL_VERSION,
  }
}
