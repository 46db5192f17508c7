import type { PlanWarning, StepPlan, StepWork } from '../batch/batchPlan'
import type { BatchState } from '../batch/batchState'
import type { Due } from '../batch/deadline'
import type { Live } from '../batch/live'
import type { TempPoint } from '../safety/lethality'
import type { Payloads } from '../facts/kinds/kinds'
import type { Formula, FormulaStep, MinutesBand } from '../formula/formula'
import type { Ingredient } from '../ingredients/ingredient'
import type { KitchenSettings, Kit, Pan, Ring } from '../kitchen/kitchen'
import type { BoilDown, BoiledTo } from '../mixture/boilDown'
import type { ReductionTarget } from '../language/reductionTarget'
import type { Contents, VesselRole } from '../pan/contents'
import type { WalkStep } from '../pan/walkFormula'
import type { Act, TechniqueId } from './acts'
import type { MassPoint } from './reduce/scaleMasses'

/** Where a vessel stands while a step is worked: on the flame, over a bath on the flame, in a well, or beside the stove. */
export type Stand = 'ring' | 'bath' | 'well' | 'aside'
/** How much of a cook a step takes. */
export type Attention = 'constant' | 'often' | 'none'
/** Share of a pair of hands, by how much of a cook a step takes (SERVICE: whisking leaves two looks, a look every ten minutes is a twentieth). */
export const HANDS: Readonly<Record<Attention, number>> = { constant: 0.9, often: 0.2, none: 0.05 }

/** What a room is asked with when a step ends. */
export interface EndContext {
  readonly pressureKPa: number
  /** Words that say how far a reduction goes; the formula's own where absent. */
  readonly phrase?: string | undefined
  /** Liquid that was found at its end, g, where it was measured. */
  readonly measuredG?: number | undefined
}

/** A reduction as it was settled: its target, its way down, and where on it it ends; no end where the words are no single target. */
export interface Boiled {
  readonly target: ReductionTarget
  readonly way: BoilDown
  readonly to: BoiledTo | undefined
}

/** What a step leaves in its vessel. */
export interface StepEnd {
  readonly contents: Contents
  readonly boiled?: Boiled
  /** What was weighed at its end is in it already. */
  readonly isMeasured?: true
}

/** What of butter and cream went in so far: it decides how much fat a sauce can carry. */
export interface MilkSoFar {
  readonly butterG: number
  readonly creamG: number
}

/** What a room plans its step with: the whole walk, the real vessel, and whether its vessel is hot already. */
export interface PlanContext {
  readonly formula: Formula
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly walk: readonly WalkStep[]
  readonly walked: WalkStep
  readonly pan: Pan
  readonly ring: Ring
  readonly settings: KitchenSettings
  readonly phrase: string
  readonly isHot: boolean
  readonly milk: MilkSoFar
}

/** What only the room can work out of its step. Minutes are the formula's where it says none. */
export interface StepPlanned {
  readonly work: StepWork
  readonly minutes?: MinutesBand
  readonly warnings?: readonly PlanWarning[]
}

/** What a room looks at its step with, at a moment. */
export interface LiveContext {
  readonly state: BatchState
  readonly step: FormulaStep
  readonly planned: StepPlan | undefined
  readonly startedAtMs: number
  /** Trusted readings of the probes that stood in the sauce. */
  readonly probe: readonly TempPoint[]
  /** Samples of the scale that its pan stands on. */
  readonly scale: readonly MassPoint[]
  readonly nowMs: number
}

/** What a step is thought to come to: its liquid, g, and the moments of its end, ms. */
export type Forecast = Payloads['forecast.shown']

/** A batch, the flame it has, and the height of its kitchen: what is asked of anything that goes on beside its step. */
export interface BesideOf {
  readonly state: BatchState
  readonly formula: Formula
  readonly ring: Ring
  readonly altitudeM: number
}
/** What goes on beside a batch's step, whichever it stands at: the step that it is for, and what is due. */
export type Beside = (of: BesideOf, nowMs: number) => { readonly step: FormulaStep; readonly due: Due }[]

/** What a room sees of its step, and what is due by it. */
export interface Watch {
  live(context: LiveContext): Live | undefined
  deadlines(live: Live, context: LiveContext): Due[]
  /** What the cook is told of its end, where the room foretells one: the record keeps it. */
  forecast?(live: Live): Forecast | undefined
  /** What is due while its step waits to be begun. */
  waiting?(state: BatchState, step: FormulaStep): Due[]
  readonly beside?: Beside
}

/**
 * A technique is a room: what it does in a formula, where it stands, and what it leaves in the vessel. Its models, plan, live view and bench
 * are beside it; nothing outside asks which technique a step is.
 */
export interface Technique {
  readonly id: TechniqueId
  /** The vessel it works in, where it has one of its own. */
  readonly vessel?: VesselRole
  stands(step: FormulaStep): Stand
  /** It goes down to a target that the formula says in words. */
  readonly asksTarget?: true
  /** Its vessel is boiling hot after it. */
  readonly heatsVessel?: true
  /** It goes on for long: a low wall lets it spit and dry. */
  readonly wantsWalls?: true
  /** How many times its bulk what is in the vessel rises to; a boiling liquid's rise where it says none. */
  swellsTo?(step: FormulaStep): number | undefined
  /** The most that may be in its vessel when it ends, g, however large the vessel is. */
  mostInOneG?(step: FormulaStep): number | undefined
  /** Its goods are already for the step that follows, and stand in that step's vessel. */
  isForNext?(step: FormulaStep): boolean
  /** What is worked in it is ready from its beginning: it only waits for its plates. */
  readonly isReady?: true
  /** The shared tool that it takes while it lasts. */
  kit?(step: FormulaStep): Kit | undefined
  /** Solids stay in a sieve. */
  sieves?(step: FormulaStep): boolean
  /** Fat beyond what its flour binds will float. */
  floatsFat?(step: FormulaStep): boolean
  /** Minutes that the Book counts for it before a plan works them out, where the formula says none. */
  usualMin?(step: FormulaStep): number
  attention(step: FormulaStep): Attention
  /** How long what it made may wait for the next step, s: half an hour where it says none, as what is hot stays hot so long. */
  waitsS?(step: FormulaStep): number
  /** What is in the vessel when the step ends; its goods are in already. */
  end(contents: Contents, step: FormulaStep, context: EndContext): StepEnd
  /** Butter that goes in at these acts boils dry to clear fat; share of it that stays. */
  readonly driesFat?: Readonly<Partial<Record<Act, number>>>
  /** Fat that the sauce can carry in drops after it, 0..1; none where it makes no emulsion. */
  phaseLimit?(step: FormulaStep, milk: MilkSoFar, tool: string | undefined): number | undefined
  /** What is worked out beyond the walk; a room without plans nothing of its own. */
  plan?(context: PlanContext): StepPlanned
  /** What is believed of its step while it is worked; a room without watches the step's minutes. */
  readonly watch?: Watch
  /** Ids of the registry's models it works with. */
  readonly models: readonly string[]
}

/** How long what is hot may wait for its next step, and a butter sauce while it is warm, s [A]. */
export const [HOT_WAITS_S, WARM_WAITS_S] = [1800, 600]

/** Leaves the vessel as it is. */
export const leavesAll = (contents: Contents): StepEnd => ({ contents })

/** A step whose room plans nothing of its own. */
export const PLAIN: StepPlanned = { work: { kind: 'plain' } }
