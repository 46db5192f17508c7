import { boilDown } from '../../mixture/boilDown'
import { addCompositions, massG, scaleComposition } from '../../mixture/composition'
import { extractedShare } from '../../mixture/extract'
import { volume20Ml } from '../../mixture/volume'
import type { Contents } from '../../pan/contents'
import { simmeredG } from '../reduce/settleReduction'
import type { Technique } from '../technique'
import { planSimmer, simmerC } from './planSimmer'
import { watchSimmer } from './watchSimmer'

/** Bones and roots give up part of what they have to the liquor. */
function extracted(of: Contents, durationMin: number, tempC: number): Contents {
  const share = extractedShare(durationMin, of.givesTauMin, tempC)
  const given = scaleComposition(of.toGive, share)
  const grams = massG(given)
  if (grams === 0) return of
  const left = 1 - grams / of.solids.massG
  return {
    ...of,
    liquid: addCompositions(of.liquid, given),
    toGive: scaleComposition(of.toGive, 1 - share),
    solids: { ...of.solids, massG: of.solids.massG - grams, volumeMl: of.solids.volumeMl * left },
  }
}

/** A bare simmer over minutes or hours: what lies in it gives to the liquor, part of the water leaves. */
export const simmer: Technique = {
  id: 'simmer',
  stands: () => 'ring',
  wantsWalls: true,
  attention: () => 'none',
  end(contents, step, { pressureKPa, measuredG }) {
    const rich = extracted(contents, step.minutes?.value ?? 0, simmerC(pressureKPa))
    if (measuredG !== undefined || !step.lossFrac) return { contents: rich } // what was measured is brought to its mass by the walk
    const liquid = boilDown(rich.liquid, pressureKPa).at(-Math.log(1 - step.lossFrac))
    return {
      contents: { ...rich, liquid, ethanolSimmeredG: simmeredG(rich, volume20Ml(liquid), pressureKPa) },
    }
  },
  plan: planSimmer,
  watch: watchSimmer,
  models: ['heldEvaporation', 'extraction', 'staysCovered', 'stirEvery', 'skimAt', 'pressureCooking'],
}
