import type { Deviation, DeviationCode } from '../facts/deviation'
import { effectiveFacts } from '../facts/effectiveFacts'
import { isOf, type Fact, type FactOf } from '../facts/fact'
import type { BatchKind } from '../facts/kinds/kinds'
import { houseRules } from '../kitchen/kitchen'
import { foodCode } from '../safety/codes'
import { stillIn } from '../techniques/prepare/takeOut'
import { techniqueOf } from '../techniques/registry'
import { inherits, withInherited } from './inherit'
import { clockStart, mayStartClock } from '../techniques/hold/clockStart'
import { emptyBatch, type BatchState, type Binding, type StageFact, type StepState } from './batchState'
import { stepTemps } from './stepTemps'

type Of<K extends Fact['kind']> = FactOf<K>
type Draft = { -readonly [P in keyof BatchState]: BatchState[P] }

/** A fold under way: mutable lists beside the draft, so that a fold of n facts costs n and not n². */
export interface BatchFold {
  readonly draft: Draft
  readonly stageFacts: StageFact[]
  readonly bindings: Binding[]
  readonly forecasts: BatchState['forecasts'][number][]
  readonly servings: BatchState['servings'][number][]
  readonly silenced: BatchState['silenced'][number][]
  readonly deviations: Deviation[]
  /** What corrections say, which stands after all else. */
  readonly corrections: readonly Deviation[]
  readonly crew: Set<string>
}

const RESULT_STATUS = {
  served: 'finished',
  stored: 'stored',
  discarded: 'discarded',
  merged: 'merged',
  split: 'split',
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

function deviate(fold: BatchFold, fact: Fact, code: DeviationCode, detail?: string | number): void {
  fold.deviations.push({ code, factId: fact.id, atMs: fact.atMs, detail })
}

function setStep(fold: BatchFold, stepId: string, change: StepState): void {
  fold.draft.steps = { ...fold.draft.steps, [stepId]: { ...fold.draft.steps[stepId], ...change } }
}

function startStep(fold: BatchFold, fact: Of<'step.started'>): void {
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

function finishStep(fold: BatchFold, fact: Of<'step.finished'>): void {
  const { stepId, massG } = fact.payload
  const step = fold.draft.steps[stepId]
  if (step?.finishedAtMs !== undefined) return deviate(fold, fact, 'stepFinishedTwice', stepId)
  if (step?.startedAtMs === undefined) deviate(fold, fact, 'stepNeverStarted', stepId)
  if (massG !== undefined && step?.stage && massG < OVERSHOOT * step.stage.targetMassG)
    deviate(fold, fact, 'overReduced', Math.round(step.stage.targetMassG - massG))
  checkCold(fold, fact)
  const left = fold.draft.frozen ? stillIn(fold.draft.frozen.formula, fold.draft, stepId).length : 0
  if (left) deviate(fold, fact, 'leftIn', left)
  setStep(fold, stepId, { finishedAtMs: fact.atMs, finishedBy: fact.actor.crewId, massG })
  if (fold.draft.currentStepId === stepId) fold.draft.currentStepId = undefined
}

/** A cooling that was ended warm, or that nobody measured, stands on the record as what it was. */
function checkCold(fold: BatchFold, fact: Of<'step.finished'>): void {
  const { frozen } = fold.draft
  const { stepId } = fact.payload
  if (frozen?.formula.steps.find((s) => s.id === stepId)?.technique !== 'cool') return
  const tempC = stepTemps(fold.stageFacts, stepId).at(-1)?.tempC
  if (tempC === undefined) deviate(fold, fact, 'cooledUnread')
  else if (tempC > foodCode(houseRules(frozen.settings)).coldHoldC) deviate(fold, fact, 'notColdYet', tempC)
}

function serve(fold: BatchFold, fact: Of<'portion.served'>): void {
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

function finish(fold: BatchFold, fact: Of<'batch.finished'>): void {
  const { draft } = fold
  if (draft.finishedAtMs !== undefined) return deviate(fold, fact, 'finishedTwice')
  draft.status = RESULT_STATUS[fact.payload.result]
  release(fold, fact)
  draft.finishedAtMs = fact.atMs
  draft.reason = fact.payload.reason
  draft.currentStepId = undefined
}

function start(fold: BatchFold, fact: Of<'batch.started'>): void {
  const { draft } = fold
  if (draft.startedAtMs !== undefined) return deviate(fold, fact, 'startedTwice')
  draft.status = 'underWay'
  draft.startedAtMs = fact.atMs
  draft.frozen = fact.payload.frozen
  draft.plan = fact.payload.plan
}

/** A channel measures one thing at a time: bound again, it has left where it was. */
function bind(fold: BatchFold, fact: Of<'channel.bound'>): void {
  release(fold, fact, fact.payload.channelId)
  fold.bindings.push({ ...fact.payload, fromMs: fact.atMs })
}

function release(fold: BatchFold, fact: Fact, channelId?: string): void {
  fold.bindings.forEach((b, i) => {
    if (b.toMs === undefined && (channelId === undefined || b.channelId === channelId))
      fold.bindings[i] = { ...b, toMs: fact.atMs }
  })
}

function hold(fold: BatchFold, fact: Of<'hold.started'>): void {
  fold.draft.hold = { ...fact.payload, startedAtMs: fact.atMs, stirsAtMs: [] }
  fold.draft.bath = 'off'
}

function goOn(fold: BatchFold, fact: Of<'hold.goneOn'>): void {
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

function plan(fold: BatchFold, fact: Of<'batch.planned'>): void {
  const { draft } = fold
  if (draft.startedAtMs !== undefined) return deviate(fold, fact, 'plannedAfterStart')
  draft.status = 'planned'
  draft.planned = fact.payload
  draft.plan = fact.payload.plan
  draft.plannedAtMs = fact.atMs
}

function takeOff(fold: BatchFold, fact: Of<'batch.takenOff'>): void {
  if (fold.draft.startedAtMs !== undefined) return deviate(fold, fact, 'takenOffAfterStart')
  fold.draft.status = 'takenOff'
  fold.draft.reason = fact.payload.reason
}

/** One kind, one case: a kind without a case does not compile. */
function apply(fold: BatchFold, fact: FactOf<BatchKind>): void {
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
      if (draft.hold) draft.hold = { ...draft.hold, stirsAtMs: [...draft.hold.stirsAtMs, fact.atMs] }
      return
    case 'hold.goneOn':
      return goOn(fold, fact)
    case 'tool.washed':
      draft.washes = { ...draft.washes, [fact.payload.tool]: fact.atMs }
      return
    case 'sauce.broke':
      draft.brokeAtMs = [...draft.brokeAtMs, fact.atMs]
      fold.stageFacts.push(fact)
      return
    case 'rescue.tried':
      draft.rescues = [...draft.rescues, { ...fact.payload, id: fact.id, atMs: fact.atMs }]
      return
    case 'rescue.ended': {
      const { triedId, isHeld } = fact.payload
      draft.rescues = draft.rescues.map((r) => (r.id === triedId ? { ...r, isHeld } : r))
      fold.stageFacts.push(fact)
      return
    }
    case 'bath.checked':
    case 'butter.read':
    case 'butter.clarified':
    case 'cooling.placed':
    case 'cooling.reheated':
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
    case 'insert.takenOut':
      draft.takenOut = [...draft.takenOut, fact.payload]
      return
    case 'taste.noted':
      draft.tastes = [...draft.tastes, { ...fact.payload, atMs: fact.atMs, id: fact.id }]
      return
    case 'spoon.seen':
      draft.spoons = [...draft.spoons, { ...fact.payload, atMs: fact.atMs, id: fact.id }]
      return
    case 'salt.added':
      draft.saltAdded = {
        ...fact.payload,
        massG: (draft.saltAdded?.massG ?? 0) + fact.payload.massG,
      }
      return
    case 'portion.served':
      return serve(fold, fact)
    case 'alarm.silenced':
      fold.silenced.push({ key: `${fact.payload.alarm}:${fact.payload.stepId}`, atMs: fact.atMs })
      return
    default:
      fact satisfies never
  }
}

function take(fold: BatchFold, fact: Fact): void {
  if (isOf('batch', fact)) apply(fold, fact)
  else deviate(fold, fact, 'notOfThisStream', fact.kind)
  if (fact.actor.crewId) fold.crew.add(fact.actor.crewId)
  if (fact.clockFlag) deviate(fold, fact, 'clockWasWrong', fact.clockFlag)
  fold.draft.lastAtMs = fact.atMs
}

/** Begins a fold with the facts that there are. @param sorted - in fold order */
export function openFold(id: string, sorted: readonly Fact[]): BatchFold {
  const all = withInherited(sorted)
  const effective = effectiveFacts(all)
  const corrected = new Set([...effective.changed].flatMap(([id, how]) => (how === 'corrected' ? [id] : [])))
  const fold: BatchFold = {
    draft: emptyBatch(id),
    stageFacts: [],
    bindings: [],
    forecasts: [],
    servings: [],
    silenced: [],
    deviations: [...effective.deviations],
    corrections: corrected.size
      ? sorted
          .filter((fact) => corrected.has(fact.id))
          .map((fact) => ({ code: 'corrected', factId: fact.id, atMs: fact.atMs, detail: fact.kind }))
      : [],
    crew: new Set(),
  }
  fold.draft.clockStartedAtMs = clockStart(all) // from every fact, taken back or not: a safety clock never moves later
  for (const fact of effective.facts) take(fold, fact)
  return fold
}

/**
 * Takes one more fact, the last of the fold order and no correction or taking-back, into a fold.
 * @param sorted - all facts with this one
 * @returns false where it changes what is already folded (the safety clock moves): the fold must be opened anew
 */
export function takeNext(fold: BatchFold, fact: Fact, sorted: readonly Fact[]): boolean {
  if (inherits(fact)) return false
  if (mayStartClock(fact) && clockStart(withInherited(sorted)) !== fold.draft.clockStartedAtMs) return false
  take(fold, fact)
  return true
}

/** Puts the server's copy of a fact in place of the browser's own, which says the same of the batch. */
export function replaceFact({ stageFacts }: BatchFold, own: Fact, settled: Fact): void {
  const at = stageFacts.lastIndexOf(own as StageFact)
  if (at >= 0) stageFacts[at] = settled as StageFact
}

/** The state that a fold has come to; the fold may go on. */
export function stateOf(fold: BatchFold): BatchState {
  const { draft, stageFacts, bindings, forecasts, servings, silenced, corrections, crew } = fold
  const deviations = [...fold.deviations, ...corrections]
  const [first] = stageFacts
  if (draft.startedAtMs === undefined && draft.status === 'unknown' && first)
    deviations.push({ code: 'neverStarted', factId: first.id, atMs: first.atMs, detail: undefined })
  return {
    ...draft,
    stageFacts: [...stageFacts],
    bindings: [...bindings],
    forecasts: [...forecasts],
    servings: [...servings],
    silenced: [...silenced],
    deviations,
    crewIds: [...crew],
  }
}

/**
 * The state of a batch from its facts: the same function in browser and server. Never throws; what contradicts itself becomes a deviation.
 *
 * @param id - the stream's id
 * @param sorted - its facts in fold order (`mergeFacts`)
 */
export const foldBatch = (id: string, sorted: readonly Fact[]): BatchState => stateOf(openFold(id, sorted))
