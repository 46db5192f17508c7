import { withMove } from '../formula/withMove'
import { leastBaseMm } from '../heat/heater'
import type { Pan, Ring } from '../kitchen/kitchen'
import { bulkMl, contentsG, type Contents, type VesselRole } from '../pan/contents'
import { walkFormula, type WalkRequest, type WalkStep } from '../pan/walkFormula'
import { SCORCH } from '../techniques/reduce/scorch'
import { techniqueOf } from '../techniques/registry'
import { capacityMl, depthAtVolumeMm, FULLEST_PAN_SHARE, radiusAtMm } from '../vessel/profile'
import { flatBaseMm, SOUR_FROM_FRAC, sourestFrac, standsSour } from './materialWarnings'

const HOT = 1.04 // a boiling liquid stands so much higher
const FULLEST_BOWL = 1 // what is counted for a bowl is its foam
const FULLEST_TRAY = 0.8
const LOW_WALL_MM = 60
const WEIGHED_FILL = 0.95 // a batch is weighed to whole grams and whole yolks: it must not be full to the last

/** What speaks against a vessel, most pressing first. */
export const VESSEL_TROUBLES = ['tooFull', 'inUse', 'taints', 'baseTooSmall', 'film', 'tooLow'] as const
export type VesselTrouble = (typeof VESSEL_TROUBLES)[number]

/** A vessel of the kitchen tried for a role: how full it gets, how shallow it ends, and what speaks against it. */
export interface VesselTry {
  readonly pan: Pan
  /** Largest share of it that is ever full. */
  readonly shareFull: number
  /** Depth at the end of its shallowest reduction, mm; none where nothing is reduced in it. */
  readonly endDepthMm: number | undefined
  readonly troubles: readonly VesselTrouble[]
}

/** The vessels that suit a batch, and why. */
export interface VesselChoice {
  readonly vessels: Readonly<Partial<Record<VesselRole, Pan>>>
  /** Every candidate of each role, the chosen one first. */
  readonly tried: Readonly<Partial<Record<VesselRole, readonly VesselTry[]>>>
  /** The step at which the sauce goes on in a smaller pan. */
  readonly movesAtStepId: string | undefined
  /** Equal batches that the largest suitable vessel forces. */
  readonly batches: number
}

/** What the kitchen has, and what of it is taken then. */
export interface VesselSupply {
  readonly pans: readonly Pan[]
  readonly ring: Ring
  readonly busyPanIds: ReadonlySet<string>
}

const suits = (role: VesselRole, { kind, gaugeKPa }: Pan): boolean => {
  if ((role === 'pressureCooker') !== (gaugeKPa !== undefined)) return false
  if (role === 'bowl' || role === 'tray') return kind === role
  return kind !== 'bowl' && kind !== 'tray'
}

/** What a role's vessel must hold, and down to where. */
interface Needs {
  readonly role: VesselRole
  readonly fullestMl: number
  /** Contents at the end of the shallowest reduction in it, ml. */
  readonly leastMl: number | undefined
  readonly isSour: boolean
  readonly isHeated: boolean
  /** Something simmers in it for long: a low wall lets it spit and dry. */
  readonly isSimmered: boolean
}

function needsOf(role: VesselRole, walk: readonly WalkStep[]): Needs {
  const ours = walk.filter((w) => w.vessel === role)
  const risesMl = (w: WalkStep, of: Contents) => (techniqueOf(w.step).swellsTo?.(w.step) ?? HOT) * bulkMl(of)
  const reduced = ours.filter((w) => w.boiled?.to).map((w) => bulkMl(w.end))
  return {
    role,
    fullestMl: Math.max(0, ...ours.flatMap((w) => [risesMl(w, w.begin), risesMl(w, w.end)])),
    leastMl: reduced.length ? Math.min(...reduced) : undefined,
    isSour: sourestFrac(walk, role) >= SOUR_FROM_FRAC,
    isHeated: ours.some((w) => techniqueOf(w.step).stands(w.step) === 'ring'),
    isSimmered: ours.some((w) => techniqueOf(w.step).wantsWalls),
  }
}

const FULLEST: Readonly<Partial<Record<VesselRole, number>>> = { bowl: FULLEST_BOWL, tray: FULLEST_TRAY }
const fullestShare = (role: VesselRole) => FULLEST[role] ?? FULLEST_PAN_SHARE

function tryPan(pan: Pan, needs: Needs, { ring, busyPanIds }: VesselSupply): VesselTry {
  const shareFull = needs.fullestMl / capacityMl(pan.profile)
  const endDepthMm =
    needs.leastMl === undefined ? undefined : depthAtVolumeMm(pan.profile, needs.leastMl * HOT)
  const baseMm = flatBaseMm(pan)
  const is: Readonly<Record<VesselTrouble, boolean>> = {
    tooFull: shareFull > fullestShare(needs.role),
    inUse: busyPanIds.has(pan.id),
    taints: needs.isSour && !standsSour(pan),
    baseTooSmall: needs.isHeated && baseMm !== undefined && baseMm < leastBaseMm(ring.heater),
    film: endDepthMm !== undefined && endDepthMm < SCORCH.misleadingDepthMm,
    tooLow: needs.isSimmered && pan.profile.heightMm < LOW_WALL_MM,
  }
  return { pan, shareFull, endDepthMm, troubles: VESSEL_TROUBLES.filter((trouble) => is[trouble]) }
}

const widthMm = ({ profile }: Pan) => radiusAtMm(profile, profile.heightMm / 3)

/** Fewer and lighter troubles first; among the untroubled the widest where something is reduced, since it is quicker, else the snuggest. */
function compareTries(needs: Needs): (a: VesselTry, b: VesselTry) => number {
  const weight = (t: VesselTry) =>
    t.troubles.reduce(
      (sum, trouble) => sum + 2 ** (VESSEL_TROUBLES.length - VESSEL_TROUBLES.indexOf(trouble)),
      0,
    )
  return (a, b) => {
    const byTrouble = weight(a) - weight(b)
    if (byTrouble !== 0) return byTrouble
    if (a.troubles.includes('tooFull')) return a.shareFull - b.shareFull
    if (a.troubles.includes('film')) return (b.endDepthMm ?? 0) - (a.endDepthMm ?? 0)
    return needs.leastMl === undefined ? b.shareFull - a.shareFull : widthMm(b.pan) - widthMm(a.pan)
  }
}

function triesFor(role: VesselRole, walk: readonly WalkStep[], supply: VesselSupply): VesselTry[] {
  const needs = needsOf(role, walk)
  return supply.pans
    .filter((pan) => suits(role, pan))
    .map((pan) => tryPan(pan, needs, supply))
    .sort(compareTries(needs))
}

/** The reduction at which a smaller pan would spare the sauce a film: what it begins with fits in there, and its end stands deep enough. */
function moveFor(walk: readonly WalkStep[], chosen: Pan, supply: VesselSupply): string | undefined {
  const later = walk.filter((w) => w.vessel === 'pan' && w.boiled?.to)
  const at = later.find(
    (w, i) => i > 0 && depthAtVolumeMm(chosen.profile, bulkMl(w.end) * HOT) < SCORCH.misleadingDepthMm,
  )
  if (!at) return undefined
  const rest = walk.slice(walk.indexOf(at)).filter((w) => w.vessel === 'pan')
  const smaller = supply.pans.filter(
    (p) => suits('smallPan', p) && p.id !== chosen.id && capacityMl(p.profile) < capacityMl(chosen.profile),
  )
  const fits = smaller.some((pan) => tryPan(pan, needsOf('pan', rest), supply).troubles.length === 0)
  return fits ? at.step.id : undefined
}

/** One vessel after the other, so that no two roles get the same one. */
function assign(walk: readonly WalkStep[], supply: VesselSupply) {
  const roles = [...new Set(walk.map((w) => w.vessel))]
  const taken = new Set(supply.busyPanIds)
  const vessels: Partial<Record<VesselRole, Pan>> = {}
  const tried: Partial<Record<VesselRole, readonly VesselTry[]>> = {}
  for (const role of roles) {
    const tries = triesFor(role, walk, { ...supply, busyPanIds: taken })
    tried[role] = tries
    if (!tries[0]) continue
    vessels[role] = tries[0].pan
    taken.add(tries[0].pan.id)
  }
  return { vessels, tried }
}

/** How many times over the whole fills what it may be made in: the roomiest vessel of each role, and what a technique can do in one. */
function fillOf(walk: readonly WalkStep[], tried: VesselChoice['tried']): number {
  const byVessel = Object.entries(tried).flatMap(([role, tries]) => {
    const roomiest = Math.min(...tries.map((t) => t.shareFull / fullestShare(role as VesselRole)))
    return Number.isFinite(roomiest) && role !== 'tray' ? [roomiest] : []
  })
  const byHands = walk.flatMap((w) => {
    const mostG = techniqueOf(w.step).mostInOneG?.(w.step)
    return mostG === undefined ? [] : [contentsG(w.end) / mostG]
  })
  return Math.max(0, ...byVessel, ...byHands)
}

/** The fewest equal batches of whole portions of which none is too much. */
function batchesFor(fill: number, portions: number): number {
  if (fill <= 1 + 1e-9) return 1
  let batches = Math.ceil(fill)
  while (batches < portions && (Math.ceil(portions / batches) / portions) * fill > WEIGHED_FILL) batches += 1
  return batches
}

/**
 * Picks the vessels of a batch: by floor (a film misleads and scorches) and ceiling (two thirds of a pan; a bowl that doubles), metal for what is
 * sour, the base that an induction ring finds, what is free then; and a move to a smaller pan where a late reduction wants it.
 *
 * The walk does not depend on the vessels, so it is made once for all of them.
 * @param portions - of the whole: so many may be dealt out, should it be too much for one batch
 */
export function chooseVessels(
  request: WalkRequest,
  supply: VesselSupply,
  portions = request.formula.basisPortions,
): VesselChoice {
  const walk = walkFormula(request)
  const first = assign(walk, supply)
  const movesAtStepId = first.vessels.pan && moveFor(walk, first.vessels.pan, supply)
  const moved =
    movesAtStepId === undefined
      ? first
      : assign(walkFormula({ ...request, formula: withMove(request.formula, movesAtStepId) }), supply)
  return { ...moved, movesAtStepId, batches: batchesFor(fillOf(walk, moved.tried), portions) }
}
