import { DomainError } from '../errors'
import { stagesOf } from '../batch/batchPlan'
import type { BatchState, StageFact } from '../batch/batchState'
import { NO_CHOICES, optionOf } from '../formula/applyChoices'
import type { Formula, FormulaStep, MinutesBand } from '../formula/formula'
import { massG } from '../mixture/composition'
import { actualWalk } from '../pan/actualWalk'
import type { WalkStep } from '../pan/walkFormula'
import { sauceOf } from '../pan/contents'
import { strained } from '../pan/sieve'
import { techniqueOf } from '../techniques/registry'
import type { RemedyId } from '../rescue/remedies'
import { exposureUntil } from '../techniques/hold/heldNow'
import type { HoldFamilyId } from '../techniques/hold/holdRisk'
import type { SpoonGrade } from '../techniques/thicken/spoonReading'
import { lastSpoon } from '../techniques/thicken/watchCoat'

/** Minutes that a step took beside what its formula said. */
export interface StepLesson {
  readonly stepId: string
  readonly saidMin: number
  readonly tookMin: number
}
/** A reduction of which something was measured: how it went against its first forecast. */
export interface ReductionLesson {
  readonly stepId: string
  readonly ringId: string
  readonly panId: string
  /** ln of the rate that it had over the rate that this ring was thought to give before anything was learned of the pair. */
  readonly ratioLn: number
  readonly foretoldMin: MinutesBand
  readonly tookMin: number
}
/** Liquor that came through a sieve, weighed, as a share of what went onto it, beside the share foretold. */
export interface SieveLesson {
  readonly stepId: string
  readonly foretoldFrac: number
  readonly weighedFrac: number
}
/** The spoon that was seen last at a step, on the house's scale of five, beside what was computed for it. */
export interface SpoonLesson {
  readonly stepId: string
  readonly grade: SpoonGrade
  readonly paS: number
  readonly expectedPaS: number
}
/** How a sauce that stood took it: the table's risk over the time that it stood, and whether it was found broken at its end. `emulsion:§5` */
export interface HoldLesson {
  readonly family: HoldFamilyId
  readonly exposure: number
  readonly isBroken: boolean
}
/** A remedy that was tried, and whether it held. */
export interface RescueLesson {
  readonly remedy: RemedyId
  readonly isHeld: boolean
}
/** What a closed batch teaches. What was interrupted, altered on the way or never measured teaches nothing. */
export interface Lessons {
  readonly steps: readonly StepLesson[]
  readonly reductions: readonly ReductionLesson[]
  readonly sieves: readonly SieveLesson[]
  /** None in rows of older releases. */
  readonly spoons?: readonly SpoonLesson[] | undefined
  readonly holds?: readonly HoldLesson[] | undefined
  readonly rescues?: readonly RescueLesson[] | undefined
}

const MINUTE_MS = 60_000
/** Beyond so many times what was said a step was interrupted, not slow. */
const INTERRUPTED = 4
const LEAST_BOIL_MIN = 2
const LEAST_LOST_G = 20
const NO_OWN_MINUTES = ['reduce', 'hold', 'cool', 'serve'] as const

const took = (state: BatchState, stepId: string): number | undefined => {
  const { startedAtMs, finishedAtMs } = state.steps[stepId] ?? {}
  return startedAtMs !== undefined && finishedAtMs !== undefined && finishedAtMs > startedAtMs
    ? (finishedAtMs - startedAtMs) / MINUTE_MS
    : undefined
}

/** A step whose minutes a chosen school sets says nothing of the step as it is written. */
function isOfSchool({ frozen, planned }: BatchState, stepId: string): boolean {
  const formula = frozen?.formula
  return (formula?.schools ?? []).some((school) =>
    optionOf(formula as Formula, school.id, planned?.choices ?? NO_CHOICES)?.changes.some(
      (change) =>
        (change.op === 'setStep' && change.stepId === stepId && change.step.minutes) ||
        (change.op === 'addStep' && change.step.id === stepId),
    ),
  )
}

function stepLesson(state: BatchState, step: FormulaStep): StepLesson[] {
  const { work } = state.plan?.steps.find((s) => s.stepId === step.id) ?? {}
  const comeUpMin = work?.kind === 'simmer' ? (work.comeUpMin ?? 0) : 0
  const isOwn = !NO_OWN_MINUTES.some((id) => id === techniqueOf(step).id)
  const all = took(state, step.id)
  if (
    !isOwn ||
    isOfSchool(state, step.id) ||
    !step.minutes?.value ||
    all === undefined ||
    (work?.kind === 'simmer' && work.pressure)
  )
    return []
  const tookMin = all - comeUpMin
  const { low, value, high } = step.minutes
  const isUsable = tookMin > low / INTERRUPTED && tookMin < high * INTERRUPTED
  return isUsable ? [{ stepId: step.id, saidMin: value, tookMin }] : []
}

/** Minutes a pan stood beside its flame, in the order of the facts. */
function liftedMin(facts: readonly StageFact[], endMs: number): number {
  let sinceMs: number | undefined
  let sum = 0
  for (const f of facts) {
    if (f.kind === 'pan.lifted') sinceMs ??= f.atMs
    if (f.kind === 'pan.returned' && sinceMs !== undefined) {
      sum += f.atMs - sinceMs
      sinceMs = undefined
    }
  }
  return (sum + (sinceMs === undefined ? 0 : Math.max(0, endMs - sinceMs))) / MINUTE_MS
}

function reductionLesson(state: BatchState, step: FormulaStep): ReductionLesson[] {
  const own = state.steps[step.id]
  const { frozen, plan } = state
  const stage = own?.stage ?? (plan && stagesOf(plan).find((s) => s.stepId === step.id))
  const all = took(state, step.id)
  if (!stage || !frozen || own?.massG === undefined || all === undefined) return []
  const facts = state.stageFacts.filter((f) => 'stepId' in f.payload && f.payload.stepId === step.id)
  const isMeasured = facts.some((f) => f.kind === 'reading.taken' && 'massG' in f.payload)
  const isAltered = facts.some((f) => f.kind === 'addition.made' || f.kind === 'heat.changed')
  const tookMin = all - liftedMin(facts, own.finishedAtMs ?? 0)
  const boilMin = tookMin - stage.warmUpMin
  const lostG = stage.startMassG - own.massG
  if (!isMeasured || isAltered || boilMin < LEAST_BOIL_MIN || lostG < LEAST_LOST_G) return []
  const vessel = plan?.steps.find((s) => s.stepId === step.id)?.panId
  const panId = vessel ?? frozen.vessels.pan?.id ?? ''
  const learned = frozen.ring.withPans?.find((p) => p.panId === panId)?.factor ?? 1
  const ratioLn = Math.log(lostG / boilMin / stage.rateGPerMin) + Math.log(learned)
  if (!Number.isFinite(ratioLn) || !(stage.minutes.low > 0)) return [] // a forecast of nothing is none
  return [{ stepId: step.id, ringId: frozen.ring.id, panId, ratioLn, foretoldMin: stage.minutes, tookMin }]
}

/** A record may lack a good that its formula names: it is kept, and teaches nothing of its sieves. */
function walkOf(state: BatchState): readonly WalkStep[] {
  try {
    return actualWalk(state) ?? []
  } catch (error) {
    if (error instanceof DomainError) return []
    throw error
  }
}

function sieveLessons(state: BatchState, steps: readonly FormulaStep[]): SieveLesson[] {
  const weighed = steps.filter((s) => techniqueOf(s).sieves?.(s) && state.steps[s.id]?.massG !== undefined)
  if (!weighed.length) return []
  const walk = walkOf(state)
  return weighed.flatMap((step): SieveLesson[] => {
    const begin = walk.find((w) => w.step.id === step.id)?.begin
    const beforeG = begin ? massG(sauceOf(begin)) : 0
    if (!begin || beforeG <= 0) return []
    const { yieldFrac: _learned, ...unlearned } = step
    const foretoldFrac = massG(strained(begin, unlearned).liquid) / beforeG
    const weighedFrac = Math.min(1, (state.steps[step.id]?.massG ?? 0) / beforeG)
    return [{ stepId: step.id, foretoldFrac, weighedFrac }]
  })
}

function spoonLesson(state: BatchState, step: FormulaStep): SpoonLesson[] {
  const seen = lastSpoon(state, step.id)
  if (!seen) return []
  const { grade, paS, expectedPaS } = seen
  return [{ stepId: step.id, grade, paS, expectedPaS }]
}

/** Until it was found broken, or was last served sound: thrown away early it teaches as much as it stood. */
function holdLesson(state: BatchState): HoldLesson[] {
  const { hold, plan, frozen } = state
  const pan = frozen && (frozen.vessels.pan ?? Object.values(frozen.vessels)[0])
  if (!hold || !plan || !pan || hold.onto) return [] // poured onto another it is no longer its own
  const brokeAtMs = state.brokeAtMs.find((ms) => ms >= hold.startedAtMs)
  const endMs = brokeAtMs ?? state.servings.at(-1)?.atMs ?? state.finishedAtMs ?? hold.startedAtMs
  const exposure = exposureUntil(state, pan, endMs)
  if (exposure === undefined || !(exposure.risk > 0)) return []
  return [{ family: exposure.family, exposure: exposure.risk, isBroken: brokeAtMs !== undefined }]
}

/** What a batch teaches once it is closed; nothing before, and nothing of one that was never lit. */
export function lessonsOf(state: BatchState): Lessons | undefined {
  const { frozen, finishedAtMs } = state
  if (!frozen || finishedAtMs === undefined) return undefined
  // what a child inherited has taught its mother
  const isOwn = (atMs = 0) => atMs >= (state.startedAtMs ?? 0)
  const steps = frozen.formula.steps.filter((s) => isOwn(state.steps[s.id]?.startedAtMs))
  return {
    steps: steps.flatMap((s) => stepLesson(state, s)),
    reductions: steps.flatMap((s) => (techniqueOf(s).id === 'reduce' ? reductionLesson(state, s) : [])),
    sieves: sieveLessons(state, steps),
    spoons: steps.flatMap((s) => spoonLesson(state, s)),
    holds: holdLesson(state),
    rescues: state.rescues.flatMap(({ remedy, isHeld, atMs }) =>
      isHeld === undefined || !isOwn(atMs) ? [] : [{ remedy, isHeld }],
    ),
  }
}
