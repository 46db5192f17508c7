import { acidFrac } from '../mixture/composition'
import { leastBaseMm } from '../heat/heater'
import type { Pan } from '../kitchen/kitchen'
import { sauceOf } from '../pan/contents'
import type { WalkStep } from '../pan/walkFormula'
import type { BatchPlace } from './planBatch'
import type { PlanWarning } from './batchPlan'

/** Acid from which bare metal taints and stains: about that of a stock with wine in it, as acetic (emulsion.md §2; judgement). */
export const SOUR_FROM_FRAC = 0.002
/** Metals that stand anything sour. */
const SOUND: readonly NonNullable<Pan['metal']>[] = ['stainless', 'copperLined', 'enamel', 'coated']

/** Whether a pan's metal may meet something sour; a pan whose metal is not said is taken for stainless steel. */
export const standsSour = ({ metal = 'stainless' }: Pick<Pan, 'metal'>): boolean => SOUND.includes(metal)

/** Width of the flat base that a ring finds, mm; none under a bowl, which stands on its bath. */
export const flatBaseMm = ({ profile }: Pan): number | undefined =>
  profile.shape === 'pan' ? 2 * profile.baseRadiusMm : undefined

/** The most acid that is ever in a vessel of a role, 0..1, as acetic. */
export const sourestFrac = (walk: readonly WalkStep[], role: string): number =>
  Math.max(
    0,
    ...walk
      .filter((w) => w.vessel === role)
      .flatMap((w) => [acidFrac(sauceOf(w.begin)), acidFrac(sauceOf(w.end))]),
  )

/** What a walk's vessels are made of and stand on that does not suit it. */
export function materialWarnings(
  { vessels, ring }: Pick<BatchPlace, 'vessels' | 'ring'>,
  walk: readonly WalkStep[],
): PlanWarning[] {
  return Object.entries(vessels).flatMap(([role, pan]): PlanWarning[] => {
    const baseMm = flatBaseMm(pan)
    const leastMm = leastBaseMm(ring.heater)
    return [
      ...(sourestFrac(walk, role) >= SOUR_FROM_FRAC && !standsSour(pan)
        ? [{ code: 'metalTaints' as const, metal: pan.metal ?? '' }]
        : []),
      ...(baseMm !== undefined && role !== 'tray' && baseMm < leastMm
        ? [{ code: 'baseTooSmall' as const, baseMm, leastMm }]
        : []),
    ]
  })
}
