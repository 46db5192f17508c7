import { boilDown } from '../../mixture/boilDown'
import { addCompositions, massG, scaleComposition } from '../../mixture/composition'
import { extractedShare } from '../../mixture/extract'
import { volume20Ml } from '../../mixture/volume'
import type { FormulaStep } from '../../formula/formula'
import { beaten } from '../../pan/clarity'
import type { Contents } from '../../pan/contents'
import { simmeredG } from '../reduce/settleReduction'
import type { Technique } from '../technique'
import { boiledInShare, scumG } from './haze'
import { heatOf, isUnderPressure, planSimmer, simmerC, USUAL_SKIMS } from './planSimmer'
import { watchSimmer } from './watchSimmer'

const OPEN_C = 98 // minutes under pressure are counted as the open ones that they are worth

/** Bones and roots give up part of what they have to the liquor, and raise scum. */
function extracted(of: Contents, step: FormulaStep, tempC: number): Contents {
  const share = extractedShare(step.minutes?.value ?? 0, of.givesTauMin, tempC)
  const given = scaleComposition(of.toGive, share)
  const grams = massG(given)
  if (grams === 0) return of
  const left = 1 - grams / of.solids.massG
  const boiledIn = boiledInShare(step.skims ?? USUAL_SKIMS, heatOf(step), {
    minutes: step.minutes?.value,
    startsHot: step.startsHot,
  })
  return {
    ...of,
    liquid: addCompositions(of.liquid, given),
    toGive: scaleComposition(of.toGive, 1 - share),
    solids: { ...of.solids, massG: of.solids.massG - grams, volumeMl: of.solids.volumeMl * left },
    hazeG: of.hazeG + boiledIn * scumG(grams),
  }
}

/** A simmer over minutes or hours, bare or lively, open or under pressure: what lies in it gives to the liquor, part of the water leaves. */
export const simmer: Technique = {
  id: 'simmer',
  stands: () => 'ring',
  wantsWalls: true,
  attention: () => 'none',
  end(contents, step, { pressureKPa, measuredG }) {
    const rich = extracted(
      contents,
      step,
      isUnderPressure(step) ? OPEN_C : simmerC(pressureKPa, heatOf(step)),
    )
    if (measuredG !== undefined || !step.lossFrac || isUnderPressure(step)) return { contents: rich } // what was measured is brought to its mass by the walk
    const liquid = boilDown(rich.liquid, pressureKPa).at(-Math.log(1 - step.lossFrac))
    const down = { ...rich, liquid, ethanolSimmeredG: simmeredG(rich, volume20Ml(liquid), pressureKPa) }
    return { contents: beaten(rich, down, heatOf(step)) }
  },
  plan: planSimmer,
  watch: watchSimmer,
  models: ['heldEvaporation', 'extraction', 'staysCovered', 'stirEvery', 'skimAt', 'pressureCooking'],
}
