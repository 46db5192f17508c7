import { emulsionOf, type BatchPlan } from '../batch/batchPlan'
import { tempsRead } from '../batch/stepTemps'
import type { BatchView } from '../batch/viewBatch'
import type { MinutesBand } from '../formula/formula'
import { massG } from '../mixture/composition'
import type { Phases } from '../mixture/phases'
import { actualEnd } from '../pan/actualWalk'
import { contentsPhases, contentsShare, sauceOf, type Contents } from '../pan/contents'
import { acidBandOf, tasteOf } from '../techniques/season/taste'
import { tasteRemedies } from '../techniques/season/remedies'
import { stockOf } from '../techniques/season/stockOf'
import { techniqueOf } from '../techniques/registry'
import { TEXTURE_STOPS } from '../techniques/reduce/textureStop'
import { wantedCoatPaS } from '../techniques/thicken/endsOnSpoon'
import { letDown } from '../techniques/thicken/letDown'
import { thickenerDoses } from '../techniques/thicken/thickenerDose'
import { chooseRescue, oddsOf, type Odds, type RescueChoice, type Tries } from './odds'
import { causeOf, type Cause, type Known } from './cause'
import { remediesFor, type Remedy, type RemedyId } from './remedies'
import { rescueFamily, type Symptom } from './symptoms'

const MINUTE_MS = 60_000
const NAPPE_PA_S = TEXTURE_STOPS.nappe.paS[1]
/** Rooms in which a sauce has its butter, or may lose it. */
const BUTTER_IN = ['eggEmulsion', 'mount', 'season', 'hold', 'serve'] as const
/** Less of a good than this is a pinch: it is there. */
const PINCH_G = 1

/** A new one instead: how long, until when it may be begun, and what must be to hand for it. */
export interface Afresh {
  readonly minutes: MinutesBand
  /** Begun by then it is on its plates in time. */ readonly latestAtMs: number
  readonly isInTime: boolean
  readonly needs: readonly Need[]
}
/** A good that a new one takes: more of it than a pinch. */
export interface Need {
  readonly ingredientId: string
  readonly name: string
  readonly massG: number
}
/** A remedy as it stands now: its odds in this house, and whether to try it before a new one. */
export interface RescueOffer extends Remedy {
  readonly odds: Odds
  readonly choice: RescueChoice
  /** When it is done, and until when a new one could still follow it. */ readonly doneAtMs: number
  readonly isInTime: boolean
}
/** What a cook is told of a sauce that went wrong. */
export interface RescueNow {
  readonly cause: Cause
  /** The likeliest first. None where it cannot be brought back. */ readonly offers: readonly RescueOffer[]
  readonly afresh: Afresh
  /** Its clock is over: nothing brings it back. */ readonly isPastClock: boolean
}
/** What a house has tried, and how often it held. */
export type HouseTries = Readonly<Partial<Record<RemedyId, Tries>>>

/** What is left of it in its vessel; nothing before anything is in. */
function contentsLeft({ state, hold }: BatchView): Contents | undefined {
  const end = actualEnd(state)
  const made = state.plan?.yieldPortions ?? 0
  const left = hold?.portionsLeft ?? Math.max(0, made - state.servedPortions)
  return end && contentsShare(end, left / Math.max(1, state.hold?.portions ?? made))
}

/** What a new batch of a plan takes, the most first. */
export function needsOf({ weighOut }: Pick<BatchPlan, 'weighOut'>): Need[] {
  const needs = new Map<string, Need>()
  for (const { ingredientId, name, shownG } of weighOut)
    needs.set(ingredientId, {
      ingredientId,
      name,
      massG: (needs.get(ingredientId)?.massG ?? 0) + shownG,
    })
  return [...needs.values()].filter((n) => n.massG >= PINCH_G).sort((a, b) => b.massG - a.massG)
}
/** A new batch of the same, from the plan that this one was made by. */
function afreshOf({ state }: Pick<BatchView, 'state'>, nowMs: number): Afresh | undefined {
  const { plan } = state
  if (!plan) return undefined
  return {
    minutes: plan.totalMin,
    latestAtMs: plan.latestStartAtMs,
    isInTime: plan.latestStartAtMs >= nowMs,
    needs: needsOf(plan),
  }
}

function knownOf(view: BatchView, left: Contents, nowMs: number): Known {
  const { state, formula, live, hold } = view
  const bowl = live?.kind === 'eggEmulsion' ? live.bowl : undefined
  const goods = new Map((state.frozen?.ingredients ?? []).map((i) => [i.id, i]))
  const emulsion = state.plan && emulsionOf(state.plan)
  const phases: Phases = bowl
    ? { fatMl: bowl.phaseFrac * bowl.volumeMl, continuousMl: (1 - bowl.phaseFrac) * bowl.volumeMl }
    : contentsPhases(left)
  const taste = tasteOf(left)
  const acid = acidBandOf(formula, taste)
  const wanted = { targetFrac: formula.saltTargetFrac.value, acid, stock: stockOf(state) }
  const wantedPaS = formula.steps.flatMap((s) => wantedCoatPaS(s) ?? []).at(-1) ?? NAPPE_PA_S
  const step = view.step ?? formula.steps.at(-1)
  const thinner = goods.get(wanted.stock?.id ?? '') ?? goods.get('water')
  // how hot its wine boiled says nothing of its butter
  const temps = tempsRead(state.stageFacts).filter((t) => {
    const at = formula.steps.find((s) => s.id === t.stepId)
    return at && BUTTER_IN.some((id) => id === techniqueOf(at).id)
  })
  const lineOf = (role: 'butter' | 'yolk') =>
    state.plan?.weighOut.find((l) => goods.get(l.ingredientId)?.emulsionRole === role)
  const butterId = lineOf('butter')
  return {
    family: rescueFamily(state),
    massG: bowl?.massG ?? massG(sauceOf(left)),
    phases,
    yolkG: emulsion && bowl ? emulsion.yolkG : left.yolkG,
    yolkId: lineOf('yolk')?.ingredientId ?? 'yolk',
    lostG: hold?.held?.lostG ?? 0,
    setFrac: bowl?.cookedFrac,
    tool: emulsion?.method.tool ?? 'handWhisk',
    butter: butterId && goods.get(butterId.ingredientId),
    slurry: thickenerDoses(left, wantedPaS).find((d) => d.agent === 'cornstarch')?.goods ?? [],
    letDown: thinner && step && letDown(left, wantedPaS, thinner, step),
    tasteRemedies: {
      salty: tasteRemedies('salty', left, wanted),
      sharp: tasteRemedies('sharp', left, wanted),
    },
    tempC: hold?.tempC ?? bowl?.tempC ?? temps.at(-1)?.tempC,
    hottestC: temps.length ? Math.max(...temps.map((t) => t.tempC)) : undefined,
    freeOilFrac: bowl?.freeOil,
    heldMin: state.hold && (nowMs - state.hold.startedAtMs) / MINUTE_MS,
  }
}

/** What the house's tries say of its remedies, and what may go into this sauce: its guest must not have everything. */
export interface RescueFor {
  readonly house?: HouseTries | undefined
  readonly mayAdd?: ((ingredientId: string) => boolean) | undefined
}

/** What can be done for a batch that shows this: cause, remedies for this much of it, or a new one, which is always last. `emulsion:§10` @returns nothing before it is lit */
export function rescueNow(
  view: BatchView,
  symptom: Symptom,
  nowMs: number,
  { house = {}, mayAdd = () => true }: RescueFor = {},
): RescueNow | undefined {
  const left = contentsLeft(view)
  const afresh = afreshOf(view, nowMs)
  if (!left || !afresh || !view.state.plan) return undefined
  const known = knownOf(view, left, nowMs)
  const leftMin = (view.state.plan.pickupAtMs - nowMs) / MINUTE_MS
  const clock = view.hold?.clock.state
  const isPastClock = clock === 'pastCode' || clock === 'pastHouse'
  const fit = (isPastClock ? [] : remediesFor(symptom, known)).filter((r) =>
    r.adds.every((a) => mayAdd(a.ingredientId)),
  )
  const offers = fit.map((remedy): RescueOffer => {
    const odds = oddsOf(remedy.prior, house[remedy.id])
    const fixMin = remedy.minutes.value
    return {
      ...remedy,
      odds,
      // late already, the question is no longer the clock but which of the two comes out
      choice: chooseRescue({
        prob: odds.value,
        fixMin,
        afreshMin: afresh.minutes.value,
        leftMin: leftMin > 0 ? leftMin : Infinity,
      }),
      doneAtMs: nowMs + fixMin * MINUTE_MS,
      isInTime: leftMin >= fixMin,
    }
  })
  return {
    cause: causeOf(symptom, known),
    offers: offers.sort((a, b) => b.odds.value - a.odds.value),
    afresh,
    isPastClock,
  }
}
