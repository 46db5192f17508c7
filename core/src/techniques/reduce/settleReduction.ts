import type { FormulaStep } from '../../formula/formula'
import { parseReduction } from '../../language/parseReduction'
import { resolveReduction, type ReductionTarget } from '../../language/reductionTarget'
import { boilDown, KAPPA } from '../../mixture/boilDown'
import { massG } from '../../mixture/composition'
import { toGo } from '../../mixture/reduceMixture'
import { volume20Ml } from '../../mixture/volume'
import { beaten } from '../../pan/clarity'
import type { Contents } from '../../pan/contents'
import type { EndContext, StepEnd } from '../technique'
import { textureVolume } from './textureStop'

const DRY_ROOM = 1.02 // a little water must stay, else it is no liquid

/** Whether a phrase names one end, so that a clock may be started on it. */
export const hasOneEnd = (
  target: ReductionTarget,
): target is ReductionTarget & { readonly volumeMl: number } =>
  (target.status === 'ok' || target.status === 'texture') &&
  target.volumeMl !== undefined &&
  target.volumeMl > 0

/**
 * A reduction, settled: how far the words mean, the way there, and what is then in the pan. A phrase that is no single target leaves the liquid
 * as it is, and its `target` says so; where its end was measured, it is as it was measured.
 */
export function settleReduction(
  contents: Contents,
  step: FormulaStep,
  { pressureKPa, phrase, measuredG }: EndContext,
): StepEnd {
  const { liquid } = contents
  const way = boilDown(liquid, pressureKPa)
  const said = resolveReduction(parseReduction(phrase ?? step.target ?? ''), volume20Ml(liquid), (texture) =>
    textureVolume(way, contents, texture),
  )
  // what cannot boil away fills more than that: no target, whatever the words say
  const isDry =
    hasOneEnd(said) && said.volumeMl < DRY_ROOM * volume20Ml({ ...liquid, water: 0, ethanol: 0, acetic: 0 })
  const target: ReductionTarget = isDry
    ? { ...said, status: 'conflict', flags: [...said.flags, 'empty'] }
    : said
  const isMeasured = measuredG !== undefined && measuredG < massG(liquid)
  const stop = isMeasured ? { massG: measuredG } : { volumeMl: target.volumeMl ?? NaN }
  const to = isMeasured || hasOneEnd(target) ? way.where(toGo(stop)) : undefined
  if (!to) return { contents, boiled: { target, way, to } }
  const down = {
    ...contents,
    liquid: to.mixture,
    ethanolSimmeredG: simmeredG(contents, volume20Ml(to.mixture), pressureKPa),
  }
  return {
    contents: beaten(contents, down, step.heat ?? 'high'),
    boiled: { target, way, to },
  }
}

/** Alcohol that a bare simmer would leave at the same volume, g. */
export function simmeredG(of: Contents, volumeMl: number, pressureKPa: number): number {
  if (of.liquid.ethanol <= 0) return of.ethanolSimmeredG
  const end = boilDown(of.liquid, pressureKPa, KAPPA.simmer).where(toGo({ volumeMl }))
  return end ? (of.ethanolSimmeredG * end.mixture.ethanol) / of.liquid.ethanol : 0
}
