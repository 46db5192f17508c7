// npm run -s demo:check — traces every formula and prints what it makes
import { checkFormula, kitchenGoods, traceFormula } from '@liquamen/core'
import { larchwater } from './kitchen'

const ingredients = kitchenGoods(larchwater)
for (const f of larchwater.formulas) {
  const problems = checkFormula(f, ingredients, larchwater.formulas, larchwater.settings.altitudeM)
  const end = problems.some((p) => p.code === 'missingIngredient')
    ? undefined
    : traceFormula(f, { ingredients, altitudeM: larchwater.settings.altitudeM }).at(-1)
  process.stdout.write(
    `${f.id.padEnd(18)} ${end ? `${end.massG.toFixed(0).padStart(6)} g ${end.volumeMl.toFixed(0).padStart(6)} ml, ${String(end.portions).padStart(3)}/${f.basisPortions} salt ${(end.saltFrac * 100).toFixed(2)} % φ ${end.phaseFrac.toFixed(2)} G ${(end.gelatinFrac * 100).toFixed(1)} % η ${end.viscosityPaS.toFixed(3)} ${end.coat} alcohol ${(end.ethanolLeftFrac.low * 100).toFixed(2)}–${(end.ethanolLeftFrac.high * 100).toFixed(1)} % cost ${(end.costMinor / 100).toFixed(2)}` : ''} ${problems.map((p) => `${p.code}@${p.stepId ?? ''} ${p.detail ?? ''}`).join('; ')}\n`,
  )
}
