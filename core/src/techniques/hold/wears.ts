import { massG } from '../../mixture/composition'
import type { Contents } from '../../pan/contents'
import { monotoneRoot } from '../../solve/monotoneRoot'
import { CREAM_PHI, creamEdge } from '../reduce/creamEdge'
import { THICKENING_AGENTS } from '../thicken/agents'

/** What ends the wait of a sauce that has no drops of butter to lose: its cream oils, its starch thins, its gelatin sets. */
export type WearsBy = 'oils' | 'thins' | 'sets'

/** Gelatin keeps a jus flowing down to here, °C, and there must be so much of it to set (emulsion.md §7). */
export const GELATIN_FLOWS_C = 45
const GELATIN_SETS_FRAC = 0.02

/** How long what thickened it holds hot, min: the least of its thickeners. */
function holdsMin(ingredientIds: readonly string[]): number {
  return Math.min(
    Infinity,
    ...THICKENING_AGENTS.filter((a) => ingredientIds.includes(a.ingredientId)).map((a) => a.holdsMin),
  )
}

/** Water that may leave before a cream's drops are too crowded to stay apart, g; endless where it is no cream. */
export function lossToOilG(contents: Contents): number {
  const less = (goneG: number): Contents => ({
    ...contents,
    liquid: { ...contents.liquid, water: Math.max(0, contents.liquid.water - goneG) },
  })
  const phiAt = (goneG: number) => creamEdge(less(goneG))?.phi ?? 0
  const now = creamEdge(contents)
  if (!now) return Infinity
  if (now.phi >= CREAM_PHI.edge) return 0
  const found = monotoneRoot((goneG) => phiAt(goneG) - CREAM_PHI.edge, 0, contents.liquid.water)
  return found.status === 'converged' ? found.root : Infinity
}

/** The first minute that is one too many, and what wears then; nothing where only its clock counts. `emulsion:§7` */
export function wearsAt(
  of: {
    readonly contents: Contents
    /** No butter in drops: its milk fat is cream’s. */
    readonly isCream: boolean
    readonly ingredientIds: readonly string[]
    /** Its temperature by minutes; unknown where nobody has read it. */
    readonly tempAt?: ((min: number) => number) | undefined
    readonly lostGAt: (min: number) => number
  },
  minutes: number,
): { readonly min: number; readonly binds: WearsBy } | undefined {
  const { contents, tempAt } = of
  const oilG = of.isCream ? lossToOilG(contents) : Infinity
  const gels = contents.liquid.gelatin >= GELATIN_SETS_FRAC * massG(contents.liquid)
  const thinsMin = holdsMin(of.ingredientIds)
  for (let min = 0; min <= minutes; min++) {
    if (of.lostGAt(min) >= oilG) return { min, binds: 'oils' }
    if (gels && tempAt && tempAt(min) < GELATIN_FLOWS_C) return { min, binds: 'sets' }
    if (min >= thinsMin) return { min, binds: 'thins' }
  }
  return undefined
}
