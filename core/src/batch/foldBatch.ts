import type { Deviation, DeviationCode } from '../facts/deviation'
import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { BatchKind } from '../facts/kinds/kinds'
import { techniqueOf } from '../techniques/registry'
import { clockStart } from '../techniques/hold/clockStart'
import { emptyBatch, type BatchState, type Binding, type StepState } from './batchState'

type Of<K extends Fact['kind']> = FactOf<K>
type Draft = { -readonly [P in keyof BatchState]: BatchState[P] }

/** Mutable lists beside the draft, so that a fold of n facts costs n and not n². */
interface Fold {
  readonly draft: Draft
  readonly stageFacts: BatchState['stageFacts'][number][]
  readonly bindings: Binding[]
  readonly forecasts: BatchState['forecasts'][number][]
  readonly servings: BatchState['servings'][number][]
  readonly deviations: Deviation[]
  readonly crew: Set<string>
}

const RESULT_STATUS = {
  served: 'finished',
  stored: 'stored',
  discarded: 'discarded',
  merged: 'merged',
} as const
const OVERSHOOT = 0.95 // under this share of the target's mass a reduction has gone too far
const UNFINISHED_BUSINESS: readonly Fact['kind'][] = [
  'batch.planned',
  'batch.takenOff',
  'reading.explained',
  'batch.finished',
  'alarm.silenced',
  'forecast.shown',
  'channel.released',
]

function deviate(fold: Fold, fact: Fact, code: DeviationCode, detail?: string | number): void {
  fold.deviations.push({ code, factId: fact.id, atMs: fact.atMs, detail })
}

function setStep(fold: Fold, stepId: string, change: StepState): void {
  fold.draft.steps = { ...fold.draft.steps, [stepId]: { ...fold.draft.steps[stepId], ...change } }
}

function startStep(fold: Fold, fact: Of<'step.started'>): void {
  const { stepId, stage } = fact.payload
  if (fold.draft.steps[stepId]?.startedAtMs !== undefined)
    return deviate(fold, fact, 'stepStartedTwice', stepId)
  setStep(fold, stepId, { startedAtMs: fact.atMs, ...(stage ? { stage } : {}) })
  fold.draft.currentStepId = stepId
  if (stage) {
    fold.draft.heat = stage.heat
    fold.draft.isPanOff = false
  }
  const formula = fold.draft.frozen?.formula
  const step = formula?.steps.find((s) => s.id === stepId)
  if (step && techniqueOf(step).stands(step) === 'bath') fold.draft.bath = formula?.emulsion?.bath ?? 'gentle'
}

function finishStep(fold: Fold, fact: Of<'step.finished'>): void {
  const { stepId, massG } = fact.payload
  const step = fold.draft.steps[stepId]
  if (step?.finishedAtMs !== undefined) return deviate(fold, fact, 'stepFinishedTwice', stepId)
  if (step?.startedAtMs === undefined) deviate(fold, fact, 'stepNeverStarted', stepId)
  if (massG !== undefined && step?.stage && massG < OVERSHOOT * step.stage.targetMassG)
    deviate(fold, fact, 'overReduced', Math.round(step.stage.targetMassG - massG))
  setStep(fold, stepId, { finishedAtMs: fact.atMs, finishedBy: fact.actor.crewId, massG })
  if (fold.draft.currentStepId === stepId) fold.draft.currentStepId = undefined
}

function serve(fold: Fold, fact: Of<'portion.served'>): void {
  const { draft } = fold
  draft.servedPortions += fact.payload.portions
  fold.servings.push({
    atMs: fact.atMs,
    portions: fact.payload.portions,
    orderId: fact.payload.orderId,
    by: fact.actor.crewId,
  })
  const { hold } = draft
  if (
    hold &&
    draft.clockStartedAtMs !== undefined &&
    fact.atMs >= draft.clockStartedAtMs + hold.limits.codeS * 1000
  )
    deviate(fold, fact, 'servedPastCodeLimit')
  else if (
    hold &&
    draft.clockStartedAtMs !== undefined &&
    !hold.goneOn &&
    fact.atMs >= draft.clockStartedAtMs + hold.limits.houseS * 1000
  )
    deviate(fold, fact, 'servedPastHouseLimit')
  if (draft.plan && draft.servedPortions > draft.plan.yieldPortions + (hold?.onto?.portions ?? 0))
    deviate(fold, fact, 'servedMoreThanMade', draft.servedPortions)
}

function finish(fold: Fold, fact: Of<'batch.finished'>): void {
  const { draft } = fold
  if (draft.finishedAtMs !== undefined) return deviate(fold, fact, 'finishedTwice')
  draft.status = RESULT_STATUS[fact.payload.result]
  release(fold, fact)
  draft.finishedAtMs = fact.atMs
  draft.reason = fact.payload.reason
  draft.currentStepId = undefined
}

function start(fold: Fold, fact: Of<'batch.started'>): void {
  const { draft } = fold
  if (draft.startedAtMs !== undefined) return deviate(fold, fact, 'startedTwice')
  draft.status = 'underWay'
  draft.startedAtMs = fact.atMs
  draft.frozen = fact.payload.frozen
  draft.plan = fact.payload.plan
}

/** A channel measures one thing at a time: bound again, it has left where it was. */
function bind(fold: Fold, fact: Of<'channel.bound'>): void {
  release(fold, fact, fact.payload.channelId)
  fold.bindings.push({ ...fact.payload, fromMs: fact.atMs })
}

function release(fold: Fold, fact: Fact, channelId?: string): void {
  fold.bindings.forEach((b, i) => {
    if (b.toMs === undefined && (channelId === undefined || b.channelId === channelId))
      fold.bindings[i] = { ...b, toMs: fact.atMs }
  })
}

function hold(fold: Fold, fact: Of<'hold.started'>): void {
  const { wellId, letter, limits, portions, onto } = fact.payload
  fold.draft.hold = { startedAtMs: fact.atMs, wellId, letter, limits, portions, onto, stirredAtMs: fact.atMs }
  fold.draft.bath = 'off'
}

function goOn(fold: Fold, fact: Of<'hold.goneOn'>): void {
  const { hold: held, clockStartedAtMs } = fold.draft
  if (!held) return deviate(fold, fact, 'goneOnWithoutHold')
  if (!fact.actor.crewId) return deviate(fold, fact, 'goneOnWithoutName')
  if (clockStartedAtMs !== undefined && fact.atMs >= clockStartedAtMs + held.limits.codeS * 1000)
    return deviate(fold, fact, 'goneOnPastCodeLimit')
  deviate(fold, fact, 'passedHouseLimit', fact.actor.crewId)
  fold.draft.hold = {
    ...held,
    goneOn: { atMs: fact.atMs, by: fact.actor.crewId, reason: fact.payload.reason },
  }
}

function plan(fold: Fold, fact: Of<'batch.planned'>): void {
  const { draft } = fold
  if (draft.startedAtMs !== undefined) return deviate(fold, fact, 'plannedAfterStart')
  draft.status = 'planned'
  draft.planned = fact.payload
  draft.plan = fact.payload.plan
  draft.plannedAtMs = fact.atMs
}

function takeOff(fold: Fold, fact: Of<'batch.takenOff'>): void {
  if (fold.draft.startedAtMs !== undefined) return deviate(fold, fact, 'takenOffAfterStart')
  fold.draft.status = 'takenOff'
  fold.draft.reason = fact.payload.reason
}

/** One kind, one case: a kind without a case does not compile. */
function apply(fold: Fold, fact: FactOf<BatchKind>): void {
  const { draft } = fold
  if (draft.finishedAtMs !== undefined && !UNFINISHED_BUSINESS.includes(fact.kind))
    deviate(fold, fact, 'afterTheEnd', fact.kind)
  switch (fact.kind) {
    case 'batch.planned':
      return plan(fold, fact)
    case 'batch.takenOff':
      return takeOff(fold, fact)
    case 'batch.started':
      return start(fold, fact)
    case 'batch.finished':
      return finish(fold, fact)
    case 'ingredient.weighed':
      draft.weighed = { ...draft.weighed, [fact.payload.itemId]: fact.payload.massG }
      return
    case 'step.started':
      return startStep(fold, fact)
    case 'step.finished':
      return finishStep(fold, fact)
    case 'heat.changed':
      draft.heat = fact.payload.level
      fold.stageFacts.push(fact)
      return
    case 'pan.lifted':
      draft.isPanOff = true
      fold.stageFacts.push(fact)
      return
    case 'pan.returned':
      draft.isPanOff = false
      fold.stageFacts.push(fact)
      return
    case 'bath.changed':
      draft.bath = fact.payload.bath
      fold.stageFacts.push(fact)
      return
    case 'channel.bound':
      return bind(fold, fact)
    case 'channel.released':
      return release(fold, fact, fact.payload.channelId)
    case 'pasteurisation.credited':
      draft.credit = fact.payload
      return
    case 'control.lost':
      return
    case 'hold.started':
      return hold(fold, fact)
    case 'hold.stirred':
      if (draft.hold) draft.hold = { ...draft.hold, stirredAtMs: fact.atMs }
      return
    case 'hold.goneOn':
      return goOn(fold, fact)
    case 'cue.seen':
    case 'pour.started':
    case 'pour.stopped':
    case 'reading.taken':
    case 'reading.explained':
    case 'addition.made':
      fold.stageFacts.push(fact)
      return
    case 'forecast.shown':
      fold.forecasts.push({ ...fact.payload, atMs: fact.atMs, id: fact.id })
      return
    case 'salt.added':
      draft.saltAdded = fact.payload
      return
    case 'portion.served':
      return serve(fold, fact)
    case 'alarm.silenced':
      draft.silenced = [
        ...draft.silenced,
        { key: `${fact.payload.alarm}:${fact.payload.stepId}`, atMs: fact.atMs },
      ]
      return
    default:
      fact satisfies never
  }
}

/**
 * The state of a batch from its facts: the same function in browser and server. Never throws; what contradicts itself becomes a deviation.
 *
 * @param id - the stream's id
 * @param sorted - its facts in fold order (`mergeFacts`)
 */
export function foldBatch(id: string, sorted: readonly Fact[]): BatchState {
  const effective = effectiveFacts(sorted)
  const fold: Fold = {
    draft: emptyBatch(id),
    stageFacts: [],
    bindings: [],
    forecasts: [],
    servings: [],
    deviations: [...effective.deviations],
    crew: new Set(),
  }
  fold.draft.clockStartedAtMs = clockStart(sorted) // from every fact, taken back or not: a safety clock never moves later
  for (const fact of effective.facts) {
    if (isOf('batch', fact)) apply(fold, fact)
    else deviate(fold, fact, 'notOfThisStream', fact.kind)
    if (fact.actor.crewId) fold.crew.add(fact.actor.crewId)
    if (fact.clockFlag) deviate(fold, fact, 'clockWasWrong', fact.clockFlag)
    fold.draft.lastAtMs = fact.atMs
  }
  for (const [factId, how] of effective.changed) {
    const fact = sorted.find((f) => f.id === factId)
    if (fact && how === 'corrected') deviate(fold, fact, 'corrected', fact.kind)
  }
  const { draft, stageFacts, bindings, forecasts, servings, deviations, crew } = fold
  if (draft.startedAtMs === undefined && draft.status === 'unknown' && stageFacts[0])
    deviate(fold, stageFacts[0], 'neverStarted')
  return { ...draft, stageFacts, bindings, forecasts, servings, deviations, crewIds: [...crew] }
}
