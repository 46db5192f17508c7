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

/**
 * Replays the facts of a stage through the estimator up to a moment. Pure: the same facts and moment give the same belief on every device.
 *
 * A reading explained as a mistake counts for nothing; one that a person says is right moves the level at once.
 * @param facts - all stage facts of the batch in fold order; those of other steps are passed over
 * @param startedAtMs - when the stage began
 */
export function liveEstimate(
  stage: StagePlan,
  facts: readonly StageFact[],
  startedAtMs: number,
  nowMs: number,
): LiveEstimate {
  const minutes = (atMs: number) => (atMs - startedAtMs) / 60_000
  const answers = new Map<string, Explanation>()
  for (const fact of facts)
    if (fact.kind === 'reading.explained') answers.set(fact.payload.readingId, fact.payload.answer)
  let belief = stageBelief(stage)
  const readings: JudgedReading[] = []
  const questions: OpenQuestion[] = []
  let lastReadingAtMs: number | undefined
  for (const fact of facts) {
    if (fact.kind === 'reading.explained' || fact.payload.stepId !== stage.stepId || fact.atMs > nowMs)
      continue
    belief = predictTo(belief, minutes(fact.atMs))
    if (fact.kind === 'addition.made') belief = addMass(belief, fact.payload)
    else if (fact.kind === 'heat.changed') belief = changeHeat(belief, fact.payload.ratio)
    else if (fact.kind === 'pan.lifted') belief = liftPan(belief)
    else if (fact.kind === 'pan.returned') belief = returnPan(belief)
    else if (fact.kind === 'reading.taken') {
      const judged = judge(belief, stage, fact, answers.get(fact.id))
      readings.push({ fact, verdict: judged.verdict, expectedG: belief.massG })
      if (judged.asks && 'massG' in fact.payload)
        questions.push({
          readingId: fact.id,
          verdict: judged.asks,
          expectedG: belief.massG,
          massG: fact.payload.massG,
          atMs: fact.atMs,
        })
      if (judged.verdict !== 'ignored') lastReadingAtMs = fact.atMs
      belief = judged.belief
    }
  }
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
  if (answer) return { belief: trust(belief, payload.massG, payload.sigmaG), verdict: 'taken' }
  const taken = takeReading(belief, { massG: payload.massG, sigmaG: payload.sigmaG, atMin: belief.atMin })
  return { ...taken, ...(taken.verdict === 'taken' ? {} : { asks: taken.verdict }) }
}
