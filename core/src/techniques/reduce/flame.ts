import type { BatchState } from '../../batch/batchState'
import type { ReduceLive } from '../../batch/live'
import { HEAT_LEVELS, type HeatLevel } from '../../heat/heater'

const MINUTE_MS = 60_000
const LEVELS = (Object.keys(HEAT_LEVELS) as HeatLevel[]).filter((l) => l !== 'off')

/** A heat word, what it does to the loss against now, and when the pan would then be down; never where it hardly boils. */
export interface FlameChoice {
  readonly level: HeatLevel
  readonly ratio: number
  readonly endsAtMs: number | undefined
}

/**
 * What each heat word would do from now on.
 * @param rateAt - loss at a heat word by the model; only its ratios count, since the pan's own readings say how fast it really goes
 */
export function flameChoices(
  { estimate, stage }: Pick<ReduceLive, 'estimate' | 'stage'>,
  rateAt: (level: HeatLevel) => number,
  now: HeatLevel,
  nowMs: number,
): FlameChoice[] {
  const { belief, massG } = estimate
  const left = Math.max(0, massG - stage.targetMassG)
  return LEVELS.map((level) => {
    const ratio = rateAt(now) > 0 ? rateAt(level) / rateAt(now) : 1
    const rate = belief.rateGPerMin * ratio
    const minutes = rate > 0 ? belief.deadMin / ratio + left / rate : Infinity
    return { level, ratio, endsAtMs: Number.isFinite(minutes) ? nowMs + minutes * MINUTE_MS : undefined }
  })
}

/** Which way to turn it, and how far, so that the pan is down when it is wanted. */
export interface FlameAdvice {
  readonly turn: 'raise' | 'lower'
  readonly to: FlameChoice
}
const LATE_MS = 1.5 * MINUTE_MS
const EARLY_MS = 6 * MINUTE_MS

/**
 * Raise it where it would come late and a stronger flame is in time; lower it where it would stand ready for long, since a gentler boil clouds less
 * and scorches later.
 * @returns undefined where it is well as it is, or no flame is enough
 */
export function flameAdvice(
  choices: readonly FlameChoice[],
  now: HeatLevel,
  wantedByMs: number,
): FlameAdvice | undefined {
  const at = choices.findIndex((c) => c.level === now)
  const endsAtMs = choices[at]?.endsAtMs
  if (at < 0 || endsAtMs === undefined) return undefined
  if (endsAtMs > wantedByMs + LATE_MS) {
    const to =
      choices.slice(at + 1).find((c) => (c.endsAtMs ?? Infinity) <= wantedByMs + LATE_MS) ?? choices.at(-1)
    return to && to.level !== now ? { turn: 'raise', to } : undefined
  }
  if (endsAtMs < wantedByMs - EARLY_MS) {
    const to = choices.slice(0, at).find((c) => (c.endsAtMs ?? Infinity) <= wantedByMs)
    return to ? { turn: 'lower', to } : undefined
  }
  return undefined
}

/** A flame that was turned without a word, as three readings tell of it. */
export interface InferredFlame {
  readonly readingId: string
  readonly sinceMs: number
  readonly ratio: number
  readonly level: HeatLevel
}
const TURNED = { from: 1.5, sigmas: 2.5 } as const

/**
 * Whether the last stretch between two measured readings loses so much faster or slower than the one before that the flame was turned: asked about,
 * never assumed. What was put in or ladled out, a lifted pan or a turn that was tapped in between explains it.
 */
export function inferredFlame(
  state: Pick<BatchState, 'stageFacts' | 'heat'>,
  { estimate }: Pick<ReduceLive, 'estimate'>,
): InferredFlame | undefined {
  const measured = estimate.readings.flatMap(({ fact, verdict }) =>
    verdict !== 'ignored' && 'massG' in fact.payload && fact.payload.how !== 'level'
      ? [{ id: fact.id, atMs: fact.atMs, massG: fact.payload.massG, sigmaG: fact.payload.sigmaG }]
      : [],
  )
  const [a, b, c] = measured.slice(-3)
  const now = state.heat
  if (!a || !b || !c || !now || now === 'off') return undefined
  const isExplained = state.stageFacts.some(
    (f) =>
      (f.kind === 'reading.explained' && f.payload.readingId === c.id) ||
      (['heat.changed', 'addition.made', 'pan.lifted', 'pan.returned'].includes(f.kind) && f.atMs > a.atMs),
  )
  if (isExplained) return undefined
  const stretch = (p: typeof a, q: typeof a) => {
    const minutes = (q.atMs - p.atMs) / MINUTE_MS
    return { rate: (p.massG - q.massG) / minutes, sd: Math.hypot(p.sigmaG, q.sigmaG) / minutes }
  }
  const [before, after] = [stretch(a, b), stretch(b, c)]
  if (!(before.rate > 0) || !(after.rate > 0)) return undefined
  const ratio = after.rate / before.rate
  const isSure = Math.abs(after.rate - before.rate) > TURNED.sigmas * Math.hypot(before.sd, after.sd)
  if (!isSure || Math.abs(Math.log(ratio)) < Math.log(TURNED.from)) return undefined
  const wanted = HEAT_LEVELS[now].share * ratio
  const off = (l: HeatLevel) => Math.abs(Math.log(HEAT_LEVELS[l].share / wanted))
  const level = [...LEVELS].sort((x, y) => off(x) - off(y))[0] ?? now
  return level === now ? undefined : { readingId: c.id, sinceMs: b.atMs, ratio, level }
}
