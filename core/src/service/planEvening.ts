import type { BatchState } from '../batch/batchState'
import type { BatchView } from '../batch/viewBatch'
import type { KitchenCatalog } from '../kitchen/kitchen'
import type { Ingredient } from '../ingredients/ingredient'
import type { LotState } from '../larder/foldLot'
import type { Call } from '../pass/calls'
import type { PlacedTask, ScheduleAnswer, ScheduleInstance } from '../schedule/instance'
import { startSchedule, type ScheduleSearch } from '../schedule/scheduleService'
import { MOST_BUILDS } from '../schedule/search'
import { batchOfTask, eveningInstance, type EveningAsked, type GoesOn } from './eveningInstance'
import { eveningOf, type ServiceAsked } from './eveningOf'
import { explode, type Explosion } from './explode'
import type { ServiceState } from './foldService'
import { besideStove, stoveEvening } from './stoveEvening'
import { isOfPlan, tonightOf, type Tonight } from './tonight'

/** An evening that is to be planned. */
export interface EveningQuestion {
  readonly service: Pick<ServiceState, 'id' | 'sittings' | 'dishes'>
  /** The same object as long as the kitchen is the same: what was worked out of it is kept. */
  readonly catalog: KitchenCatalog
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly lots: readonly LotState[]
  readonly people: EveningAsked['people']
  /** What else is on the stove. */
  readonly stove: EveningAsked
  readonly tonight: Tonight
  readonly nowMs: number
  /** The plan in force, counted from this question's zero: it is kept wherever it still may be. */
  readonly inForce?: readonly PlacedTask[] | undefined
  /** Looks for a better one also where the plan in force can be kept. */
  readonly improves?: boolean | undefined
  readonly seed?: number | undefined
  /** A batch that was dragged: it may begin no sooner than this, and soon after. */
  readonly pinned?: { readonly batchId: string; readonly fromMs: number } | undefined
  /** The id under which a batch goes on record, by its key. */
  readonly idOf: (key: string) => string
}
/** What an evening is planned from, as whoever plans it knows it. */
export interface EveningKnown {
  readonly service: ServiceState
  /** What is planned or under way, as it stands now. */
  readonly views: readonly BatchView[]
  readonly states: ReadonlyMap<string, BatchState>
  readonly calls: readonly Call[]
  readonly lots: Iterable<LotState>
  readonly isGuestOrder: (orderId: string) => boolean
  readonly orderIdOf: (callId: string) => string
  readonly nowMs: number
}
/** Who is on the line, from when on: one cook where nobody said. */
export const peopleOf = ({ people }: Pick<ServiceState, 'people'>): EveningAsked['people'] =>
  people.length ? people.map((p) => ({ fromMs: p.fromAtMs, count: p.count })) : [{ fromMs: 0, count: 1 }]

/** What is asked of an evening, but for its kitchen. */
export function questionOf({ service, views, states, calls, lots, nowMs, ...ids }: EveningKnown) {
  const { id, sittings, dishes, plan } = service
  const people = peopleOf(service)
  const others = views.filter((v) => !isOfPlan(v.state, id))
  return {
    service: { id, sittings, dishes },
    lots: [...lots].filter((l) => l.status === 'held'),
    people,
    stove: stoveEvening(others, nowMs, people),
    tonight: tonightOf({ serviceId: id, calls, views, states: states.values(), nowMs, ...ids }),
    nowMs,
    inForce: plan && countedFrom(plan, zeroOf(nowMs)),
  } satisfies Partial<EveningQuestion>
}
/** A plan, and what it is a plan of. */
export interface EveningPlan {
  /** The evening's own batches. */
  readonly own: ServiceAsked
  /** With what else is on the stove. */
  readonly asked: EveningAsked
  readonly answer: ScheduleAnswer
}
/** A plan that is looked for in slices. */
export interface EveningSearch {
  readonly run: (steps: number) => void
  /** The plan so far is another than at the last look, and may be worked by. */
  readonly isBetter: () => boolean
  /** The plan in force can be kept as it is: no other is looked for. */
  readonly isKept: () => boolean
  /** How long plates wait by the best plan so far, plates × s. */
  readonly waitsS: () => number
  readonly plan: () => EveningPlan
}

/** How far from where it was dropped a batch may begin, s. */
const NEAR_S = 120
/** Whole seconds of a schedule are counted from the minute before. */
export const zeroOf = (nowMs: number): number => Math.floor(nowMs / 60_000) * 60_000

/** A plan's tasks counted from another zero. */
export function countedFrom(
  { zeroAtMs, tasks }: { readonly zeroAtMs: number; readonly tasks: readonly PlacedTask[] },
  zeroMs: number,
): PlacedTask[] {
  const byS = (zeroAtMs - zeroMs) / 1000
  return tasks.map((t) => ({
    ...t,
    startS: t.startS + byS,
    endS: t.endS + byS,
    ...(t.parts ? { parts: t.parts.map(([s, e]) => [s + byS, e + byS] as const) } : {}),
  }))
}

/** The instance of an evening, a dragged batch held near where it was dropped. */
function instanceOf(
  asked: EveningAsked,
  { catalog, pinned, inForce }: EveningQuestion,
  goesOn: GoesOn,
): ScheduleInstance {
  const instance = eveningInstance({ ...asked, inForce }, catalog, goesOn)
  if (!pinned) return instance
  const first = instance.tasks.find((t) => batchOfTask(t.id) === pinned.batchId)
  const longestS = Math.max(0, ...(first?.modes ?? []).map((m) => m.durationS.mid))
  const fromS = Math.max(0, Math.round((pinned.fromMs - asked.zeroMs) / 1000))
  const window = { earliestS: fromS, latestEndS: fromS + longestS + NEAR_S }
  return { ...instance, tasks: instance.tasks.map((t) => (t === first ? { ...t, window } : t)) }
}

/** What of an evening is still to be made; what all of it costs is the brief's. */
export function takeApart({ tonight, ...of }: EveningQuestion): Explosion {
  const { costMinor, costPerCoverMinor } = explode(of)
  return { ...explode({ ...of, tonight }), costMinor, costPerCoverMinor }
}

const readsAs = ({ id, startS, ring, vessel, well }: PlacedTask) => [id, startS, ring, vessel, well].join()
/**
 * Whether a plan is the one in force in all that is still to be begun.
 * @param inForce - counted from the plan's own zero
 * @param waiting - the evening's batches that only wait to be made: one that the plan has no more makes it another
 */
export function isInForce(
  { own, answer }: EveningPlan,
  inForce: readonly PlacedTask[],
  waiting: readonly string[],
): boolean {
  if (answer.status !== 'feasible') return false
  const ids = new Set(own.batches.map((b) => b.id))
  const stood = new Set(inForce.map(readsAs))
  return (
    waiting.every((id) => ids.has(id)) &&
    answer.tasks.every((t) => !ids.has(batchOfTask(t.id)) || stood.has(readsAs(t)))
  )
}

/** Begins to look for an evening's plan. One that is in force is mended where it must be, and left only for what is worth it. `SERVICE.md 2, 3` */
export function startEvening(question: EveningQuestion, explosion: Explosion): EveningSearch {
  const { service, catalog, ingredients, people, nowMs, idOf, stove, inForce } = question
  const own = eveningOf({ serviceId: service.id, explosion, catalog, ingredients, people, nowMs, idOf })
  const asked = besideStove(own, { ...stove, zeroMs: own.zeroMs }, explosion.drawn)
  const begin = (goesOn: GoesOn): ScheduleSearch =>
    startSchedule(instanceOf(asked, question, goesOn), {
      seed: question.seed ?? 1,
      from: inForce,
      isMended: inForce !== undefined,
    })
  let search = begin('inTime')
  let tries = 0
  let isLenient = false
  const isBegun = asked.batches.some((b) => b.begun?.length)
  const plan = (): EveningPlan => ({ own, asked, answer: search.answer() })
  let isKept: boolean | undefined
  let told = ''
  return {
    run(steps) {
      // a plan that is worked by is left alone while nothing asks for another
      if (isKept && !question.improves) return
      search.run(steps)
      for (tries += steps; !search.objective() && isBegun && tries < MOST_BUILDS; tries++) search.run(1)
      // what is begun cannot go on in time: then as soon as it can, and the evening still has a plan
      if (!search.objective() && isBegun && !isLenient) {
        isLenient = true
        search = begin('asCanBe')
        search.run(steps)
      }
      if (!inForce || isKept !== undefined || !search.objective()) return
      isKept = isInForce(plan(), inForce, [...question.tonight.planned.keys()].map(idOf))
    },
    isKept: () => isKept === true && !question.improves,
    waitsS: () => search.waitsS(),
    isBetter() {
      const best = search.objective()
      if (!best || best[0] > 0) return false
      const says = JSON.stringify(best)
      if (says === told) return false
      told = says
      return true
    },
    plan,
  }
}
