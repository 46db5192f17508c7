import { findPlace, planBatch, stagesOf, type StagePlan } from '@liquamen/core'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import { button, catalog, goods, mountScreen, openDemoStore } from '../testing/mountScreen'

beforeEach(async () => {
  await openDemoStore()
})
const wine = catalog.formulas.find((f) => f.id === 'redWineShallot')!
const planIn = (panId: string, portions: number) =>
  planBatch({
    formula: wine,
    ingredients: goods,
    place: findPlace(catalog, { pan: panId, sidePan: 'sauteuse19', smallPan: 'sauteuse19' }, 'ring1'),
    portions,
    pickupAtMs: 1e12,
    nowMs: 0,
  })

describe('an entry by ruler', async () => {
  const { default: EntryRuler } = await import('../ui/EntryRuler.vue')
  const ruler = (more: Record<string, unknown> = {}) =>
    mountScreen(EntryRuler, {
      label: 'Depth',
      unit: 'mm',
      start: 21.4,
      min: 0,
      max: 100,
      step: 1,
      reach: 10,
      ...more,
    })
  it('opens at the prediction, so that one tap confirms it', async () => {
    const w = ruler()
    await w.find('form').trigger('submit')
    expect(w.emitted('keep')).toEqual([[21]])
  })
  it('is nudged by its step and never beyond its ends', async () => {
    const w = ruler({ start: 99 })
    await button(w, '1 mm more').trigger('click')
    await button(w, '1 mm more').trigger('click')
    await w.find('form').trigger('submit')
    await button(w, '1 mm less').trigger('click')
    await w.find('form').trigger('submit')
    expect(w.emitted('keep')).toEqual([[100], [99]])
  })
  it('takes digits with a comma, refuses what is out of range and keeps what was typed', async () => {
    const w = ruler({ step: 0.5 })
    const digits = w.find('.digits input')
    await digits.setValue('18,5')
    await w.find('form').trigger('submit')
    await digits.setValue('900')
    await w.find('form').trigger('submit')
    expect(w.emitted('keep')).toEqual([[18.5]])
    expect(w.text()).toContain('0–100 mm')
    expect((digits.element as HTMLInputElement).value).toBe('900')
    await w.find('form').trigger('keydown', { key: 'Escape' })
    expect(w.emitted('cancel')).toHaveLength(1)
  })
  it('on a device that speaks Fahrenheit a temperature is entered so, and kept in Celsius', async () => {
    const { useDeviceUnits } = await import('../ui/useDeviceUnits')
    const { default: TempEntry } = await import('./TempEntry.vue')
    useDeviceUnits().setTempUnit('°F')
    const w = mountScreen(TempEntry, { label: 'Temperature', startC: 60, reachK: 15 })
    expect(w.find('input[type=range]').attributes('aria-valuetext')).toBe('140 °F')
    await w.find('.digits input').setValue('149')
    await w.find('form').trigger('submit')
    expect(w.emitted('keep')![0]![0]).toBeCloseTo(65, 9)
    useDeviceUnits().setTempUnit('°C')
  })
})

describe('a key that is held', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())
  it('means it only after 600 ms; let go, or slid off, it means nothing', async () => {
    const { default: HoldButton } = await import('../ui/HoldButton.vue')
    const w = mountScreen(HoldButton, {})
    const key = w.find('button')
    await key.trigger('pointerdown')
    vi.advanceTimersByTime(500)
    await key.trigger('pointerup')
    vi.advanceTimersByTime(500)
    await key.trigger('pointerdown')
    await key.trigger('pointerleave')
    vi.advanceTimersByTime(1000)
    expect(w.emitted('held')).toBeUndefined()
    await key.trigger('keydown', { key: ' ' })
    await key.trigger('keydown', { key: ' ' }) // a key that repeats does not begin anew
    vi.advanceTimersByTime(600)
    expect(w.emitted('held')).toHaveLength(1)
  })
})

describe('where a reduction stops', async () => {
  const { default: TargetForms } = await import('../techniques/reduce/TargetForms.vue')
  const show = (stage: StagePlan) => mountScreen(TargetForms, { stage })
  it('stands in every form: what is left, depth, volume, mass and on this scale', async () => {
    const [stage] = stagesOf(planIn('sauteuse19', 14))
    const w = show(stage!)
    for (const part of [
      'A third is left',
      'two thirds gone',
      `${Math.round(stage!.targetDepthMm)}mm`,
      `${Math.round(stage!.targetGrossG).toLocaleString('en-GB')}g`,
    ])
      expect(w.text()).toContain(part)
    expect(w.text()).not.toContain('Boils at')
    await button(w, 'Where this comes from').trigger('click')
    expect(w.text()).toContain(`Boils at ${stage!.boilC.toFixed(1)} °C`)
  })
  it('where a stick misleads, spoons stand in place of millimetres', () => {
    const [stage] = stagesOf(planIn('sauteuse24', 4))
    expect(stage!.targetDepthMm).toBeLessThan(8)
    expect(show(stage!).text()).toMatch(/spoons left\s*[\d.]+\s*tbsp/)
  })
})

describe('how full of butter it is', async () => {
  const { default: LoadScale } = await import('../techniques/eggEmulsion/LoadScale.vue')
  const load = (more: Record<string, unknown>) =>
    mountScreen(LoadScale, {
      now: 0.55,
      end: 0.64,
      butterGoalG: 250,
      roomG: 85,
      waterFirstG: 0,
      butterPerWater: 7.7,
      ...more,
    })
  it('says its band and the room that is left; without room, or with too little water, it says that', () => {
    expect(load({}).find('svg').attributes('aria-label')).toBe('φ 0.55, flowing; room for 85 g more')
    expect(load({ roomG: 0 }).text()).not.toContain('room for')
    expect(load({ waterFirstG: 12 }).text()).toContain('12 g')
  })
})

describe('temperatures beside the vessel', async () => {
  const { default: TemperatureBand } = await import('../vessel/TemperatureBand.vue')
  it('the scale is ruled in the device’s degrees, and the forecast is said only where it differs', async () => {
    const props = { lowC: 40, highC: 76, wantedC: [62, 68], nowC: 60, foretoldC: 66, heightPx: 300 }
    const w = mountScreen(TemperatureBand, props)
    const numbers = () => w.findAll('text').map((t) => t.text())
    expect(numbers()).toEqual(expect.arrayContaining(['40', '50', '60', '70']))
    expect(w.text()).toContain('66°')
    const { useDeviceUnits } = await import('../ui/useDeviceUnits')
    useDeviceUnits().setTempUnit('°F')
    await nextTick()
    expect(numbers()).toEqual(expect.arrayContaining(['110', '160']))
    expect(w.text()).toContain('151°')
    useDeviceUnits().setTempUnit('°C')
    await w.setProps({ foretoldC: 60.2 })
    expect(w.text()).not.toContain('in 1 min')
  })
})
