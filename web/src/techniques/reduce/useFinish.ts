import {
  coatContents,
  CREAM_PHI,
  creamEdge,
  massG,
  saltRoom,
  wantedCoatPaS,
  type BatchView,
} from '@liquamen/core'
import { computed, type Ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useVesselNow } from '../../bench/useVesselNow'
import { numberText, percentText } from '../../ui/format'
import { seasonTexts } from '../season/texts'
import { reduceTexts } from './texts'

/** What a reduction will be when it is done, told while it boils: how it coats, whether its cream breaks, what salt it has room for. */
export function useFinish(view: Ref<BatchView>, bench: Bench) {
  const live = computed(() => (view.value.live?.kind === 'reduce' ? view.value.live : undefined))
  const vessel = useVesselNow(view)
  /** Where a boiled-down cream stands against breaking: now, and at the notch. */
  const cream = computed(() => {
    const end = vessel.value.walked?.end
    if (!live.value || !end) return undefined
    const at = coatContents(end, live.value.estimate.massG)
    const [now, then] = [creamEdge(at.now ?? end), creamEdge(end)]
    if (!now || !then) return undefined
    const worst = now.verdict === 'safe' ? then : now
    const mend = worst.waterG > 0 ? reduceTexts.creamMend(numberText(worst.waterG)) : ''
    return {
      isHot: worst.verdict !== 'safe',
      says: `${reduceTexts.cream(numberText(now.phi, 2), numberText(then.phi, 2), numberText(CREAM_PHI.best, 2), numberText(CREAM_PHI.edge, 2))} ${mend}`,
    }
  })
  /** What will be in the pan at the notch, where the step's words say how it should coat; and what is in it now. */
  const coating = computed(() => {
    const end = vessel.value.walked?.end
    const isPromised = view.value.step && wantedCoatPaS(view.value.step) !== undefined
    return isPromised && live.value && end && massG(end.liquid) > 0
      ? coatContents(end, live.value.estimate.massG)
      : undefined
  })
  /** What salt would be right now, for the plate: what is still to boil off makes it stronger. */
  const roomSays = computed(() => {
    const salt = bench.saltNow.value
    if (!live.value || !salt) return ''
    const { mostG, ceilingFrac } = saltRoom(salt.addG - (view.value.state.saltAdded?.massG ?? 0), {
      nowMassG: live.value.estimate.massG,
      nowSaltG: live.value.stage.start.salt,
    })
    return mostG < 0.1
      ? seasonTexts.noRoom
      : seasonTexts.room(numberText(mostG, 1), percentText(ceilingFrac, 2))
  })

  return { coating, cream, roomSays }
}
