import {
  actualWalk,
  beginStage,
  coatContents,
  endsOnSpoon,
  gateOf,
  isShut,
  lastSpoon,
  spoonOfGrade,
  spoonRecord,
  stillIn,
  type BatchState,
  type BatchView,
  type FactKind,
  type Gate,
  type SpoonGrade,
} from '@liquamen/core'
import { shallowRef, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchen } from '../port/useKitchen'
import { texts } from '../ui/texts'
import type { Acts } from './useActs'
import { useLighting } from './useLighting'

/** An end that is asked about once: long before it could be done, or with things still in that must come out. */
export interface DoubtfulEnd {
  readonly stepId: string
  readonly leftMs?: number | undefined
  readonly stillIn?: number | undefined
  /** What is about to meet something that may still be too hot for it. */
  readonly hotFor?: Waiting | undefined
  readonly goOn: () => Promise<boolean>
  /** Its end is told by the spoon, and none was looked at: ends it with the one that is tapped. */
  readonly saw?: (grade: SpoonGrade) => Promise<boolean>
}
type Waiting = Exclude<Gate['before'], 'hotLiquid'>
const EARLY_SHARE = 0.5 // of its least minutes
const EARLY_FROM_MS = 60_000

/** From one step to the next: lighting, beginning, ending, and taking an ended step up again. */
export function useSteps(view: Ref<BatchView>, { attempt, attemptAndShow, offerUndo }: Acts) {
  const kitchen = useKitchen()
  const id = view.value.state.id
  const doubt = shallowRef<DoubtfulEnd>()

  /** The entry that begins a step; a reduction brings its plan along, with what the same tap puts on record taken as done. */
  function starting(stepId: string, soon: Partial<BatchState> = {}): Entry {
    const state = kitchen.batches.get(id)
    const stage = state && beginStage({ ...state, ...soon }, stepId)
    return { kind: 'step.started', streamId: id, payload: { stepId, ...(stage ? { stage } : {}) } }
  }
  const lighting = useLighting(view, starting)

  /** How long before its end a step is, where that is so early that a wet finger is likelier than a quick cook. */
  function earlyMs(): number | undefined {
    const { live } = view.value
    if (live?.kind !== 'timed') return undefined
    const leftMs = live.lowAtMs - kitchen.exactNowMs()
    const isEarly = leftMs > Math.max(EARLY_FROM_MS, EARLY_SHARE * (live.lowAtMs - live.startedAtMs))
    return isEarly ? leftMs : undefined
  }
  /** What is about to meet something that may still be too hot for it; a liquid may be cold, and is not asked about. */
  function shutBefore(): Waiting | undefined {
    const gate = gateOf(view.value)
    if (!gate || gate.before === 'hotLiquid' || !isShut(gate, kitchen.exactNowMs())) return undefined
    return gate.before
  }
  /** A spoon of this grade, with what the sum says of what is in the vessel. */
  function spoonOf(grade: SpoonGrade): Entry[] {
    const { state, step, live } = view.value
    const end = actualWalk(state)?.find((w) => w.step.id === step?.id)?.end
    if (!step || !end) return []
    const contents = coatContents(end, live?.kind === 'reduce' ? live.estimate.massG : undefined)
    const seen = { says: spoonOfGrade(grade), contents, nowMs: kitchen.exactNowMs() }
    const payload = spoonRecord(state, step, seen)
    return [{ kind: 'spoon.seen', streamId: id, payload }]
  }
  /**
   * Ends the step and goes to the next; a reduction ends with the mass believed in. What is doubtful is asked about once.
   * @param first - what the same tap puts on record before
   * @param weighedG - what was weighed at its end
   */
  async function finishStep(
    sure: 'no' | 'time' | 'all' = 'no',
    first: readonly Entry[] = [],
    weighedG?: number,
  ): Promise<boolean> {
    const { forecast, formula, state, step } = view.value
    if (!step) return false
    const leftMs = earlyMs()
    const inside = stillIn(formula, state, step.id).length || undefined
    const hotFor = shutBefore()
    const doubts = leftMs !== undefined || inside || hotFor
    if (doubts && sure === 'no' && doubt.value?.stepId !== step.id) {
      const goOn = () => finishStep('time', first, weighedG)
      doubt.value = { stepId: step.id, leftMs, stillIn: inside, hotFor, goOn }
      return false
    }
    const isSpoonSeen = lastSpoon(state, step.id) !== undefined
    if (endsOnSpoon(step) && !isSpoonSeen && sure !== 'all' && !doubt.value?.saw) {
      const goOn = () => finishStep('all', first, weighedG)
      const saw = (grade: SpoonGrade) => finishStep('all', [...first, ...spoonOf(grade)], weighedG)
      doubt.value = { stepId: step.id, goOn, saw }
      return false
    }
    doubt.value = undefined
    // after a step that was taken up again the work goes on where it stood
    const next = formula.steps
      .slice(formula.steps.indexOf(step) + 1)
      .find((s) => state.steps[s.id]?.finishedAtMs === undefined)
    const endG = weighedG ?? forecast?.massG
    const massG = endG === undefined ? {} : { massG: endG }
    return attemptAndShow(async () => {
      const ends: Entry = { kind: 'step.finished', streamId: id, payload: { stepId: step.id, ...massG } }
      const ended = { ...state.steps[step.id], finishedAtMs: kitchen.exactNowMs(), ...massG }
      const begins = next ? [starting(next.id, { steps: { ...state.steps, [step.id]: ended } })] : []
      const made = await kitchen.recordAll([...first, ends, ...begins])
      offerUndo(made.toReversed(), texts.bench.stepUndone(step.verb))
    })
  }

  return {
    doubt,
    ringTaken: lighting.taken,
    waitForRing: lighting.wait,
    start: () => attemptAndShow(lighting.start),
    startElsewhere: () => attemptAndShow(lighting.startElsewhere),
    begin: (stepId: string) => attemptAndShow(() => kitchen.recordAll([starting(stepId)])),
    finishStep,
    /** The question whether a step is done was answered with no. */
    stay: () => {
      doubt.value = undefined
    },
    /** Takes the end of a step back that was ended by mistake, however long ago: the step before stands again. */
    reopen: (stepToReopen: string) =>
      attempt(async () => {
        const facts = kitchen.factsOf(id)
        const lastOf = (kind: FactKind, of: string) =>
          facts.findLast((f) => f.kind === kind && (f.payload as { stepId?: string }).stepId === of)?.id
        const { step } = view.value
        const gone = [step && lastOf('step.started', step.id), lastOf('step.finished', stepToReopen)]
        await kitchen.takeBack(
          gone.filter((factId) => factId !== undefined),
          id,
          texts.bench.takenUpAgain,
        )
      }),
  }
}
