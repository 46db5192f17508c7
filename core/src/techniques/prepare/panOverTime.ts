import type { BatchState, StageFact } from '../../batch/batchState'
import type { HeatLevel } from '../../heat/heater'
import { combined, DROP_TEST } from '../../heat/preheat'
import { offTheHeatC } from './browning'
import { PAN_C_BY_WORD, PAN_WORD_SD_K, type BrowningPlan } from './planBrowning'

const DROPS = { dropSits: 'sits', dropSizzles: 'sizzles', dropSkates: 'skates' } as const
/** Outside this the rates are not known, °C. */
const held = (tempC: number) => Math.max(120, Math.min(220, tempC))

/** A stretch of one flame: from when it was lit or turned, ms, and its pan, °C. */
interface Stretch {
  readonly fromMs: number
  readonly level: HeatLevel | undefined
  readonly tempC: number
  readonly sdK: number
}
/** The pan of a step as its flame was turned, each stretch met by the drops that were tried on it and what a probe read there. */
export interface PanHeard {
  /** Its temperature then, °C. */
  at(ms: number): number
  /** How often the flame was turned, and the last of these. */
  readonly turns: number
  readonly level: HeatLevel | undefined
  /** Nothing was turned or tried: the pan is the plan's. */
  readonly isAsPlanned: boolean
}

function turned(before: Stretch, level: HeatLevel, atMs: number): Stretch {
  if (level === 'off') return { ...before, level, fromMs: atMs, tempC: tempAt(before, atMs) }
  return { fromMs: atMs, level, tempC: PAN_C_BY_WORD[level], sdK: PAN_WORD_SD_K }
}
const tempAt = ({ level, tempC, fromMs }: Stretch, ms: number): number =>
  level === 'off' ? offTheHeatC(tempC, Math.max(0, ms - fromMs) / 1000) : held(tempC)

/** A probe in the oil, or a gauge that looks at it: the face differs from place to place, K. */
const PROBE_SD_K = 8
/** What a fact says of the pan: a drop that was tried on it, or a temperature that was read. */
function witnessOf(fact: StageFact, stepId: string): { tempC: number; sdK: number } | undefined {
  if (fact.kind === 'cue.seen' && fact.payload.stepId === stepId && fact.payload.cue in DROPS)
    return DROP_TEST[DROPS[fact.payload.cue as keyof typeof DROPS]]
  return fact.kind === 'reading.taken' && fact.payload.stepId === stepId && fact.payload.how === 'temperature'
    ? { tempC: fact.payload.tempC, sdK: PROBE_SD_K }
    : undefined
}

/** What was turned and tried at a step, from the facts of the batch. @param turning - what is asked about: a turn that was not made yet */
export function panOverTime(
  plan: Pick<BrowningPlan, 'panC'>,
  { stageFacts }: Pick<BatchState, 'stageFacts'>,
  {
    stepId,
    startedAtMs,
    turning,
  }: {
    readonly stepId: string
    readonly startedAtMs: number
    readonly turning?: { readonly level: HeatLevel; readonly atMs: number } | undefined
  },
): PanHeard {
  const stretches: [Stretch, ...Stretch[]] = [
    { fromMs: startedAtMs, level: undefined, tempC: plan.panC, sdK: PAN_WORD_SD_K },
  ]
  const last = () => stretches.at(-1) ?? stretches[0]
  let isAsPlanned = true
  for (const fact of stageFacts) {
    if (fact.kind === 'heat.changed' && fact.payload.stepId === stepId) {
      stretches.push(turned(last(), fact.payload.level, fact.atMs))
      isAsPlanned = false
    }
    const witness = witnessOf(fact, stepId)
    if (!witness) continue
    const now = last()
    const fromMs = now.level === 'off' ? fact.atMs : now.fromMs // a lit pan was so hot before it was tried, too
    const was = { ...now, fromMs, tempC: tempAt(now, fact.atMs) }
    stretches.splice(-1, 1, { ...was, ...combined(was, witness) })
    isAsPlanned = false
  }
  if (turning) {
    stretches.push(turned(last(), turning.level, turning.atMs))
    isAsPlanned = false
  }
  return {
    at: (ms) => tempAt(stretches.findLast((s) => s.fromMs <= ms) ?? stretches[0], ms),
    turns: stretches.length - 1,
    level: last().level,
    isAsPlanned,
  }
}
