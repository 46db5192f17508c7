import {
  applyChoices,
  checkFormula,
  chooseVessels,
  kitchenGoods,
  NO_CHOICES,
  planBatch,
  traceFormula,
  walkFormula,
  airPressureKPa,
  saysNappe,
  linesOf,
} from '@liquamen/core'
import { larchwater } from './kitchen'
const goods = kitchenGoods(larchwater)
const { altitudeM } = larchwater.settings
for (const f of larchwater.formulas) {
  const all = [
    ['-', NO_CHOICES],
    ...(f.schools ?? []).flatMap((s) =>
      s.options.filter((o) => o.id !== s.defaultId).map((o) => [`${s.id}=${o.id}`, { schools: { [s.id]: o.id }, swaps: {} }] as const),
    ),
  ] as [string, typeof NO_CHOICES][]
  for (const [name, choices] of all) {
    const made = applyChoices(f, choices)
    const t = traceFormula(made, { ingredients: goods, altitudeM })
    const end = t.at(-1)!
    const nappe = made.steps.filter(saysNappe).map((s) => `${s.id}:${t.find((x) => x.stepId === s.id)!.viscosityPaS.toFixed(3)}`)
    const v = chooseVessels(
      { formula: made, ingredients: goods, pressureKPa: airPressureKPa(altitudeM) },
      { pans: larchwater.pans, ring: larchwater.rings[0]!, busyPanIds: new Set() },
    )
    let warn = ''
    try {
      const plan = planBatch({
        formula: made,
        ingredients: goods,
        place: { vessels: v.vessels, ring: larchwater.rings[0]!, settings: larchwater.settings },
        portions: f.basisPortions,
        pickupAtMs: 1e12 + 9e7,
        nowMs: 1e12,
      })
      warn = plan.warnings.map((w) => w.code).join(',') + ` ${plan.yieldPortions}p ${plan.totalMin.value.toFixed(0)}min`
    } catch (e) {
      warn = 'ERR ' + String(e)
    }
    const check = checkFormula(made, goods, larchwater.formulas, altitudeM).map((p) => p.code + (p.detail ? ':' + p.detail : ''))
    console.log(
      `${f.id} ${name} | ${end.portions}/${f.basisPortions} ${end.volumeMl.toFixed(0)}ml need ${(f.basisPortions * f.portionMl * (1 + f.overFrac)).toFixed(0)} | φ ${end.phaseFrac.toFixed(3)}/${end.phaseLimitFrac ?? '-'} salt ${(end.saltFrac * 100).toFixed(2)} | ${nappe.join(' ')} | ${Object.entries(
        v.vessels,
      )
        .map(
          ([r, p]) =>
            r +
            ':' +
            p.id +
            '@' +
            v.tried[r as 'pan']![0]!.shareFull.toFixed(2) +
            '/' +
            (v.tried[r as 'pan']![0]!.endDepthMm?.toFixed(0) ?? '-'),
        )
        .join(' ')} mv ${v.movesAtStepId ?? ''} x${v.batches} | ${warn} | ${check.join(' ')}`,
    )
  }
}
