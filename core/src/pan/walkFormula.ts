import { stepsBefore } from '../formula/stepsBefore'
import type { Formula, FormulaStep } from '../formula/formula'
import { itemMassG } from '../formula/itemMassG'
import type { Ingredient } from '../ingredients/ingredient'
import { boilDown } from '../mixture/boilDown'
import { massG } from '../mixture/composition'
import { toGo } from '../mixture/reduceMixture'
import { techniqueOf } from '../techniques/registry'
import type { Boiled } from '../techniques/technique'
import {
  contentsG,
  contentsShare,
  EMPTY_CONTENTS,
  liquidShare,
  mixContents,
  type Contents,
  type VesselRole,
} from './contents'
import { putIn, type PutLine } from './putIn'
import { vesselsOf } from './vesselsOf'

/** Share of what is tipped over that clings to the vessel it leaves: a film on its wall (judgement, low confidence). */
export const CLINGS_FRAC = 0.01

/** A line of goods with the item of the formula that it stands for. */
export interface WalkLine extends PutLine {
  readonly itemId: string
  readonly stepId: string
}
/** What went in, or was ladled out (below 0), beyond the formula. */
export interface Addition extends PutLine {
  readonly stepId: string
}

/** What a walk is made with. The formula's own amounts and ends hold where nothing else is said. */
export interface WalkRequest {
  readonly formula: Formula
  readonly ingredients: ReadonlyMap<string, Ingredient>
  readonly pressureKPa: number
  /** Amounts as rounded or as weighed. */
  readonly lines?: readonly WalkLine[] | undefined
  /** Step id → words for how far a reduction goes. */
  readonly phrases?: Readonly<Record<string, string>> | undefined
  /** Step id → liquid found at its end, g. */
  readonly measuredG?: Readonly<Record<string, number>> | undefined
  readonly additions?: readonly Addition[] | undefined
}

/** One step of a walk: its vessel before it, with its goods in, and when it ends. */
export interface WalkStep {
  readonly step: FormulaStep
  readonly vessel: VesselRole
  readonly lines: readonly WalkLine[]
  readonly before: Contents
  readonly begin: Contents
  readonly end: Contents
  /** Clung to a vessel that was emptied into this one, g. */
  readonly clungG: number
  readonly boiled?: Boiled
}

/** The formula's own amounts as lines. Goods that are not there are left out: the formula's check says so. */
export function linesOf(formula: Formula, ingredients: ReadonlyMap<string, Ingredient>): WalkLine[] {
  return formula.items.flatMap((item) => {
    const good = ingredients.get(item.ingredientId)
    return good
      ? [{ itemId: item.id, stepId: item.stepId, ingredientId: good.id, massG: itemMassG(item, good) }]
      : []
  })
}

/**
 * THE one walk of what is in each vessel over the steps of a formula: as written, as rounded, as planned, or as it went.
 *
 * Mass is conserved: what went in is there, boiled off, strained out, skimmed or clung. A step's vessel gets what the steps before it left in
 * theirs (`after`, or simply the step before); a reduction that is no single target leaves its liquid as it is.
 * @throws DomainError `missingIngredient`
 */
export function walkFormula(request: WalkRequest): WalkStep[] {
  const { formula, ingredients } = request
  const roles = vesselsOf(formula)
  const lines = request.lines ?? linesOf(formula, ingredients)
  const vessels = new Map<VesselRole, Contents>()
  return formula.steps.map((step, i): WalkStep => {
    const vessel = roles.get(step.id) ?? 'pan'
    let before = vessels.get(vessel) ?? EMPTY_CONTENTS
    let clungG = 0
    for (const id of stepsBefore(formula, i)) {
      const from = roles.get(id)
      const tipped = from && from !== vessel ? vessels.get(from) : undefined
      if (!from || !tipped || contentsG(tipped) === 0) continue
      clungG += CLINGS_FRAC * contentsG(tipped)
      before = mixContents(before, contentsShare(tipped, 1 - CLINGS_FRAC))
      vessels.set(from, EMPTY_CONTENTS)
    }
    const own = lines.filter((l) => l.stepId === step.id)
    const begin = putIn(before, step, own, ingredients)
    const added = (request.additions ?? [])
      .filter((a) => a.stepId === step.id)
      .reduce((c, a) => add(c, a, step, ingredients), begin)
    const context = {
      pressureKPa: request.pressureKPa,
      phrase: request.phrases?.[step.id],
      measuredG: request.measuredG?.[step.id],
    }
    const { contents, boiled, isMeasured } = techniqueOf(step).end(added, step, context)
    const end =
      boiled || isMeasured || context.measuredG === undefined
        ? contents
        : boiledTo(contents, context.measuredG, request.pressureKPa)
    vessels.set(vessel, end)
    return { step, vessel, lines: own, before, begin, end, clungG, ...(boiled ? { boiled } : {}) }
  })
}

/** A ladle out, or something more in: it goes in as the step's own goods do, so a thickener thickens and butter brings its milk. */
function add(
  to: Contents,
  addition: Addition,
  step: FormulaStep,
  ingredients: ReadonlyMap<string, Ingredient>,
): Contents {
  if (addition.massG < 0) {
    const mass = massG(to.liquid)
    return mass > 0 ? liquidShare(to, Math.max(0, mass + addition.massG) / mass) : to
  }
  return ingredients.has(addition.ingredientId) ? putIn(to, step, [addition], ingredients) : to
}

/** A liquid that was found to weigh less than it was thought to. */
function boiledTo(of: Contents, measuredG: number, pressureKPa: number): Contents {
  if (measuredG >= massG(of.liquid)) return of
  const found = boilDown(of.liquid, pressureKPa).where(toGo({ massG: measuredG }))
  return found ? { ...of, liquid: found.mixture } : of
}
