import {
  addMass,
  changeHeat,
  liftPan,
  predictTo,
  returnPan,
  startBelief,
  takeReading,
  warmUpDeadMin,
  type PanBelief,
  type ReadingVerdict,
} from './estimator'
import type { StagePlan } from '../../batch/batchPlan'
import type { Explanation } from '../../facts/kinds/vocabulary'
import type { StageFact } from '../../batch/batchState'
import { bareG, isOffScale, scaleMasses, type MassPoint } from './scaleMasses'

/** Version of the live estimator. */
export const ESTIMATOR_MODEL_VERSION = 'estimator-1'
const RECIPE_SD = 0.02 // mass known from the weigh-out
const SCALE_SD_G = 5
const NEAR_BOIL_K = 3

/** A reading with what the estimator made of it. */
export interface JudgedReading {
  readonly fact: Extract<StageFact, { kind: 'reading.taken' }>
  readonly verdict: ReadingVerdict | 'ignored' | 'noMass'
  readonly expectedG: number
}
/** A reading that does not fit and waits for one tap. */
export interface OpenQuestion {
  readonly readingId: string
  readonly verdict: 'outlier' | 'shift'
  readonly expectedG: number
  readonly massG: number
  readonly atMs: number
  /** Less than the empty pan: off the scale, or the scale was zeroed with it on. */
  readonly isBare: boolean
  /** A depth that is deeper than the pan: how high its wall is, mm. */
  readonly wallMm: number | undefined
}
/** What is believed of a pan now. */
export interface LiveEstimate {
  readonly belief: PanBelief
  readonly massG: number
  readonly sdMassG: number
  readonly readings: readonly JudgedReading[]
  readonly questions: readonly OpenQuestion[]
  readonly lastReadingAtMs: number | undefined
}

/** The belief a stage starts with: mass from the weigh-out or a scale, rate from the knob, dead time until it boils. */
export function stageBelief(stage: StagePlan): PanBelief {
  return startBelief({
    massG: stage.startMassG,
    sdMassG: Math.max(SCALE_SD_G, RECIPE_SD * stage.startMassG),
    rateGPerMin: stage.rateGPerMin,
    sdRateGPerMin: stage.sdRateGPerMin,
    driftPerRootMin: stage.driftPerRootMin,
    deadMin: stage.warmUpMin,
  })
}

/** Sets the belief to a reading that a person has vouched for. */
function trust(belief: PanBelief, massG: number, sigmaG: number): PanBelief {
  const trusted: PanBelief = { ...belief, massG, varMass: sigmaG ** 2, covMassRate: 0 }
  delete (trusted as { pendingOutlier?: unknown }).pendingOutlier
  return trusted
}

/** A look at how it boils says something of the rate and nothing of the mass. */
function seeRate(belief: PanBelief, rateGPerMin: number, sdRateGPerMin: number): PanBelief {
  const s = belief.varRate + sdRateGPerMin ** 2
  const gain = belief.varRate / s
  const massGain = belief.covMassRate / s
  const innovation = rateGPerMin - belief.rateGPerMin
  return {
    ...belief,
    rateGPerMin: Math.max(0.1, belief.rateGPerMin + gain * innovation),
    massG: belief.massG + massGain * innovation,
    varRate: belief.varRate * (1 - gain),
    covMassRate: belief.covMassRate * (1 - gain),
    varMass: belief.varMass - massGain * belief.covMassRate,
  }
}

/** A reading of a scale that samples tell as well: it stands on the record for those who have no samples. */
const isSampled = (fact: StageFact, samples: readonly MassPoint[]): boolean =>
  fact.kind === 'reading.taken' &&
  fact.payload.how === 'weighing' &&
  fact.payload.scale !== undefined &&
  samples.some((s) => s.atMs <= fact.atMs)

/**
 * Replays the facts of a stage through the estimator up to a moment, and with them the samples of a scale that its pan stands on. Pure: the same
 * facts, samples and moment give the same belief on every device.
 *
 * A reading explained as a mistake counts for nothing; one that a person says is right moves the level at once; one that shows a scale zeroed with
 * the pan on it puts what was taken off back from then on.
 * @param facts - all stage facts of the batch in fold order; those of other steps are passed over
 * @param span - from when the stage began to the moment that is asked for
 * @param samples - of a scale, in order of time
 */
export function liveEstimate(
  stage: StagePlan,
  facts: readonly StageFact[],
  { startedAtMs, nowMs }: { readonly startedAtMs: number; readonly nowMs: number },
  samples: readonly MassPoint[] = [],
): LiveEstimate {
  const minutes = (atMs: number) => (atMs - startedAtMs) / 60_000
  const answers = new Map<string, Explanation>()
  for (const fact of facts)
    if (fact.kind === 'reading.explained') answers.set(fact.payload.readingId, fact.payload.answer)
  let belief = stageBelief(stage)
  const readings: JudgedReading[] = []
  const questions: OpenQuestion[] = []
  let lastReadingAtMs: number | undefined
  /** What a zeroing took off, g, and since when. */
  let zeroed = { fromMs: Infinity, offG: 0 }
  const putBackG = (atMs: number) => (atMs >= zeroed.fromMs ? zeroed.offG : 0)
  const own = samples.filter((s) => s.atMs >= startedAtMs && s.atMs <= nowMs)
  let next = 0
  /** Takes the samples up to a moment. */
  function sampledUntil(atMs: number): void {
    const from = next
    while (next < own.length && (own[next] as MassPoint).atMs <= atMs) next += 1
    for (const { atMs: at, massG, sigmaG } of scaleMasses(stage, own.slice(from, next), putBackG)) {
      belief = takeReading(belief, { massG, sigmaG, atMin: minutes(at) }).belief
      lastReadingAtMs = at
    }
  }
  for (const fact of facts) {
    if (fact.kind === 'reading.explained' || fact.payload.stepId !== stage.stepId || fact.atMs > nowMs)
      continue
    sampledUntil(fact.atMs)
    belief = predictTo(belief, minutes(fact.atMs))
    if (fact.kind === 'addition.made') belief = addMass(belief, fact.payload)
    else if (fact.kind === 'heat.changed') belief = changeHeat(belief, fact.payload.ratio)
    else if (fact.kind === 'pan.lifted') belief = liftPan(belief)
    else if (fact.kind === 'pan.returned') belief = returnPan(belief)
    else if (fact.kind === 'reading.taken') {
      const answer = answers.get(fact.id)
      if (answer === 'zeroed' && fact.payload.how === 'weighing') {
        zeroed = zeroingIn(stage, own, fact.atMs) ?? {
          fromMs: fact.atMs,
          offG: belief.massG + bareG(stage) - fact.payload.grossG,
        }
        readings.push({ fact, verdict: 'ignored', expectedG: belief.massG })
        continue
      }
      if (!answer && isSampled(fact, own) && !isBare(stage, fact)) continue
      const judged = judge(belief, stage, unzeroed(fact, putBackG(fact.atMs), stage), answer)
      readings.push({ fact, verdict: judged.verdict, expectedG: belief.massG })
      if (judged.asks && 'massG' in fact.payload)
        questions.push({
          readingId: fact.id,
          verdict: judged.asks,
          expectedG: belief.massG,
          massG: fact.payload.massG,
          atMs: fact.atMs,
          isBare: isBare(stage, fact),
          wallMm: fact.payload.how === 'depth' ? fact.payload.wallMm : undefined,
        })
      if (judged.verdict !== 'ignored') lastReadingAtMs = fact.atMs
      belief = judged.belief
    }
  }
  sampledUntil(nowMs)
  belief = predictTo(belief, minutes(nowMs))
  return {
    belief,
    massG: Math.max(0, belief.massG),
    sdMassG: Math.sqrt(belief.varMass),
    readings,
    questions,
    lastReadingAtMs,
  }
}

/** When a scale was zeroed before a moment, and what that took off, as its own samples show it. */
function zeroingIn(stage: StagePlan, samples: readonly MassPoint[], beforeMs: number) {
  const before = samples.filter((s) => s.atMs <= beforeMs)
  const at = before.findLastIndex((s) => !isOffScale(stage, s.grossG)) + 1
  const [last, first] = [before[at - 1], before[at]]
  return last && first ? { fromMs: first.atMs, offG: last.grossG - first.grossG } : undefined
}

type TakenReading = Extract<StageFact, { kind: 'reading.taken' }>
/** A weighing that is less than the empty pan: it was off the scale, or the scale was zeroed with it on. */
const isBare = (stage: StagePlan, { payload }: TakenReading): boolean =>
  payload.how === 'weighing' && isOffScale(stage, payload.grossG)

/** A weighing with what a zeroing took off put back. */
function unzeroed(fact: TakenReading, putBackG: number, stage: StagePlan): TakenReading {
  const { payload } = fact
  if (putBackG === 0 || payload.how !== 'weighing' || !isBare(stage, fact)) return fact
  return { ...fact, payload: { ...payload, massG: Math.max(0, payload.grossG + putBackG - bareG(stage)) } }
}

/** What one reading does to the belief, with the answer a person gave where it did not fit. */
function judge(
  belief: PanBelief,
  stage: StagePlan,
  fact: Extract<StageFact, { kind: 'reading.taken' }>,
  answer: Explanation | undefined,
): { belief: PanBelief; verdict: JudgedReading['verdict']; asks?: 'outlier' | 'shift' } {
  const { payload } = fact
  if (answer === 'mistake') return { belief, verdict: 'ignored' }
  if (payload.how === 'look')
    return {
      belief:
        payload.look === 'notBoiling'
          ? belief
          : { ...seeRate(belief, payload.rateGPerMin, payload.sdRateGPerMin), deadMin: 0 },
      verdict: 'noMass',
    }
  if (payload.how === 'temperature') {
    const missingK = stage.boilC - payload.tempC
    return {
      belief: {
        ...belief,
        deadMin: missingK > NEAR_BOIL_K ? warmUpDeadMin(belief.massG, missingK, belief.rateGPerMin) : 0,
      },
      verdict: 'noMass',
    }
  }
  if (payload.how === 'depth' && payload.wallMm !== undefined && !answer)
    return { belief, verdict: 'outlier', asks: 'outlier' } // no pan is deeper than its wall
  if (answer) return { belief: trust(belief, payload.massG, payload.sigmaG), verdict: 'taken' }
  const taken = takeReading(belief, { massG: payload.massG, sigmaG: payload.sigmaG, atMin: belief.atMin })
  return { ...taken, ...(taken.verdict === 'taken' ? {} : { asks: taken.verdict }) }
}
