import {
  COAT_GRADES,
  EMPTY_CONTENTS,
  saysNappe,
  spoonPaS,
  TEXTURE_STOPS,
  type Contents,
} from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { useBench } from '../../bench/useBench'
import { computed, defineComponent, h } from 'vue'
import { catalog, mountScreen } from '../../testing/mountScreen'
import { firstStep, workAt } from '../../testing/workAt'
import CoatScale from './CoatScale.vue'
import ThickenerOffer from './ThickenerOffer.vue'

const { formula, step } = firstStep('thicken', 'liaison')
/** Broth of so much water: far under nappe. */
const thin = (massG: number): Contents => ({
  ...EMPTY_CONTENTS,
  liquid: { ...EMPTY_CONTENTS.liquid, water: massG },
})

describe('a thickener', () => {
  it('says how thick it will be by the spoon, and ends like any other step', async () => {
    const at = await workAt(formula.id, step.id, 1)
    const scale = at.w.findAll('[role=img]').map((i) => i.attributes('aria-label'))
    expect(scale.some((s) => s?.startsWith('By the spoon now:'))).toBe(true)
    at.kitchen.wait(60)
    await at.settle()
    await at.press('Step done')
    expect(at.kitchen.last('step.finished').payload).toMatchObject({ stepId: step.id })
  })
  it('every sauce whose words promise a coat either has one when it is made, or is offered what is missing', async () => {
    const promised = catalog.formulas.flatMap((f) =>
      f.steps.filter((s) => saysNappe(s)).map((s) => [f.id, s.id] as const),
    )
    expect(promised.length).toBeGreaterThan(5)
    for (const [formulaId, stepId] of promised) {
      const at = await workAt(formulaId, stepId, 0.5)
      const says = at.w.text()
      const planned = at.view.value.planned!
      const isThin = planned.work.kind === 'thicken' && planned.work.toPaS < TEXTURE_STOPS.nappe.paS[0]
      expect(says.includes('It will not coat a spoon'), `${formulaId}/${stepId}`).toBe(isThin)
      at.w.unmount()
    }
  })
})

describe('what is missing to a coat', async () => {
  const at = async (canAdd = true) => {
    const bench = await workAt(formula.id, step.id, 1)
    const Offered = defineComponent(() => {
      const own = useBench(computed(() => bench.view.value))
      return () => h(ThickenerOffer, { contents: thin(800), bench: own, canAdd })
    })
    const w = mountScreen(Offered, {}, { port: bench.kitchen.port })
    return { ...bench, w }
  }
  it('is offered in grams, four fifths first; a slurry goes in with its water in one tap and comes out in one', async () => {
    const { w, kitchen, settle, view } = await at()
    const key = w.findAll('button').find((b) => b.text().startsWith('Cornstarch'))!
    const [, starch, water] = /([\d.]+) g in ([\d.]+) g cold water/.exec(key.text())!
    await key.trigger('click')
    await settle()
    expect(kitchen.kinds()).toEqual(['addition.made', 'addition.made'])
    const [a, b] = kitchen.made.map((f) => f.payload as { ingredientId: string; massG: number })
    expect(a).toMatchObject({ ingredientId: 'cornstarch' })
    expect(a!.massG).toBeCloseTo(Number(starch), 1)
    expect(b).toMatchObject({ ingredientId: 'water' })
    expect(b!.massG).toBeCloseTo(Number(water), 0)
    expect(view.value.state.stageFacts.filter((f) => f.kind === 'addition.made')).toHaveLength(2)
  })
  it('kneaded butter is flour and its own weight of butter', async () => {
    const { w, kitchen, settle } = await at()
    await w
      .findAll('button')
      .find((b) => b.text().startsWith('Kneaded butter'))!
      .trigger('click')
    await settle()
    const [flour, butter] = kitchen.made.map((f) => f.payload as { ingredientId: string; massG: number })
    expect(butter!.ingredientId).toBe('butter')
    expect(butter!.massG).toBe(flour!.massG)
  })
  it('before the step is begun it is only said', async () => {
    const { w } = await at(false)
    expect(w.findAll('button')).toHaveLength(0)
    expect(w.text()).toMatch(/[\d.]+ g in \d+ g cold water/)
  })
  it('a broth is under nappe by the spoon', () => {
    expect(spoonPaS(thin(800))).toBeLessThan(TEXTURE_STOPS.nappe.paS[0])
  })
})

describe('the scale of coats', () => {
  it('names the grade in which it stands, from water to paste', () => {
    const labels = [0.0005, 0.02, 0.2, 50].map((nowPaS) =>
      mountScreen(CoatScale, { nowPaS }).find('svg').attributes('aria-label'),
    )
    expect(new Set(labels).size).toBeGreaterThan(2)
    const w = mountScreen(CoatScale, { nowPaS: 1e9, wantedPaS: 0.02 })
    expect(w.html()).not.toContain('NaN')
    expect(w.findAll('text')).toHaveLength(COAT_GRADES.length)
    expect(w.find('.wanted').exists()).toBe(true)
  })
})
