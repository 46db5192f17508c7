import { emulsionOf } from '../../batch/batchPlan'
import type { BatchState } from '../../batch/batchState'
import { butterRoomG, phaseFraction, waterNeededG, type Phases } from '../../mixture/phases'
import type { ButterParts } from '../../mixture/butterFat'
import { actualEnd } from '../../pan/actualWalk'
import { contentsPhases } from '../../pan/contents'

/** How thick a ticket wants an egg and butter sauce: it runs off, it clings, it stands on the egg. */
export const TEXTURES = ['pouring', 'coating', 'standing'] as const
export type Texture = (typeof TEXTURES)[number]
/** The share of fat in drops at which it is so (emulsion.md §1's bands). */
export const TEXTURE_PHI: Readonly<Record<Texture, number>> = { pouring: 0.57, coating: 0.63, standing: 0.69 }
/** As near as this nobody sees a difference, φ. */
const NEAR = 0.012

/** What brings an order's share to the texture that it wants. */
export interface ToTexture {
  readonly texture: Texture
  readonly phaseFrac: number
  /** Warm water, or warm butter, to whisk into that share, g; neither where it is so already. */
  readonly waterG: number
  readonly butterG: number
}

/** From what the sauce is to what a ticket wants of it, for a share of it. `emulsion:§1` @param share - of all that there is, 0..1 */
export function toTexture(texture: Texture, phases: Phases, share: number, butter: ButterParts): ToTexture {
  const wanted = TEXTURE_PHI[texture]
  const phaseFrac = phaseFraction(phases)
  const of: Phases = { fatMl: share * phases.fatMl, continuousMl: share * phases.continuousMl }
  if (Math.abs(phaseFrac - wanted) <= NEAR) return { texture, phaseFrac, waterG: 0, butterG: 0 }
  return {
    texture,
    phaseFrac,
    waterG: phaseFrac > wanted ? waterNeededG(of, wanted) : 0,
    butterG: phaseFrac < wanted ? Math.max(0, butterRoomG(of, wanted, butter)) : 0,
  }
}

/** The same for an order of a batch: its share of what was made, less the water that left while it was held. */
export function orderTexture(
  state: BatchState,
  of: { readonly texture: Texture; readonly portions: number; readonly lostG: number },
): ToTexture | undefined {
  const emulsion = state.plan && emulsionOf(state.plan)
  const end = emulsion && actualEnd(state)
  if (!end || !state.plan) return undefined
  const { fatMl, continuousMl } = contentsPhases(end)
  const phases = { fatMl, continuousMl: Math.max(1, continuousMl - of.lostG) }
  return toTexture(of.texture, phases, of.portions / Math.max(1, state.plan.yieldPortions), emulsion.butter)
}
