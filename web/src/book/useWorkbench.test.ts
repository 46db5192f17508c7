import type { Formula } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { computed, effectScope, nextTick, ref } from 'vue'
import demo from '../../../demo/larchwater-house.json'
import type { WhenIdle } from '../ui/useInIdle'
import { sayMoves } from './sayMoves'
import { BASIS, NOW, useWorkbench } from './useWorkbench'

const catalog = demo.catalog
const atOnce: WhenIdle = (work) => {
  work(() => 100)
  return () => undefined
}
/** A workbench with a formula of the demo on it. */
function benchOf(id: string, system: 'metric' | 'us' = 'metric') {
  const formula = ref<Formula>(catalog.formulas.find((f) => f.id === id)!)
  const bench = effectScope(true).run(() =>
    useWorkbench(
      computed(() => catalog),
      computed(() => formula.value),
      { idle: atOnce, system: computed(() => system) },
    ),
  )!
  return bench
}
const endOf = (bench: ReturnType<typeof benchOf>) => bench.trace.value.at(-1)!

describe('the workbench', () => {
  it('takes back every change, of goods, steps, schools and swaps, the last one first', () => {
    const bench = benchOf('hollandaise')
    const before = JSON.stringify([bench.draft.value, bench.choices.value])
    bench.setAmount('water', { massG: 45 })
    bench.chooseWay('bath', 'hard')
    bench.swap('juice', 'limeJuice', 0.92)
    bench.setStep('season', { endsWhen: 'Salted' })
    bench.moveStep('season', -1)
    const added = bench.addStep('season', {
      technique: 'add',
      verb: 'stir in',
      endsWhen: 'It is in',
      cautions: [],
    })
    bench.removeStep(added)
    bench.removeItem('water')
    bench.putIn('season', [{ ingredientId: 'cayenne', said: '' }])
    expect(bench.isEdited.value).toBe(true)
    for (let i = 0; i < 9; i++) bench.undo()
    expect(JSON.stringify([bench.draft.value, bench.choices.value])).toBe(before)
    expect(bench.waiting.value).toEqual([])
    bench.undo() // nothing left to take back
    expect(bench.isEdited.value).toBe(false)
  })
  it('nothing is scaled while an amount is missing; settled, it is in', () => {
    const bench = benchOf('beurreBlanc')
    bench.ask.value = { by: 'portions', portions: 12 }
    expect(bench.factor.value).toBe(2)
    bench.putIn('season', [
      { ingredientId: 'cayenne', said: '' },
      { ingredientId: 'cayenne', massG: 1, said: '1 g cayenne' },
    ])
    expect(bench.scale.value).toBeUndefined()
    const [waiting] = bench.waiting.value
    bench.settle(waiting!.id, 0.5)
    expect(bench.factor.value).toBe(2)
    const own = bench.draft.value.items.filter((i) => i.ingredientId === 'cayenne')
    expect(own.map((i) => ('massG' in i.amount ? i.amount.massG : 0))).toEqual([1, 0.5])
    expect(new Set(own.map((i) => i.id)).size).toBe(2)
    bench.putIn('season', [{ ingredientId: 'saffron', said: '' }])
    bench.leaveOut(bench.waiting.value[0]!.id)
    expect(bench.draft.value.items.some((i) => i.ingredientId === 'saffron')).toBe(false)
  })
  it('a variant that is kept stays as it was while the bench goes on', () => {
    const bench = benchOf('panJus')
    bench.chooseWay('stock', 'cube')
    bench.keepBeside('variant 1')
    const salty = endOf(bench).saltFrac
    bench.chooseWay('stock', 'made')
    expect(bench.beside.value.name).toBe('variant 1')
    expect(bench.beside.value.trace.at(-1)!.saltFrac).toBe(salty)
    expect(endOf(bench).saltFrac).toBeLessThan(salty / 2)
    expect(bench.differences.value).toContainEqual(expect.objectContaining({ kind: 'swapped' }))
    bench.besideId.value = 'written'
    expect(bench.differences.value).toEqual([])
  })
  it.each(catalog.formulas.filter((f) => f.schools?.length).map((f) => [f.id, f.schools ?? []] as const))(
    'every way of every school of %s says what it moves: load, time, hands, hold or cost',
    (id, schools) => {
      const bench = benchOf(id)
      const now = bench.outcomes.value.get(NOW)!
      expect(now.effort).toBeDefined()
      for (const school of schools)
        for (const option of school.options.filter((o) => o.id !== school.defaultId)) {
          const way = bench.outcomes.value.get(`${school.id}:${option.id}`)!
          expect(way.end, `${school.id} ${option.id}`).toBeDefined()
          expect(sayMoves(now, way, 'EUR').length, `${school.id}:${option.id} moves nothing`).toBeGreaterThan(
            0,
          )
        }
    },
    20_000,
  )
  it('a power whisk over no bath: the pour, the butter’s heat and the hands are said', () => {
    const bench = benchOf('hollandaise')
    const says = sayMoves(
      bench.outcomes.value.get(NOW)!,
      bench.outcomes.value.get('whisk:power')!,
      'EUR',
    ).join(', ')
    expect(says).toContain('butter at 93 °C')
    expect(says).toMatch(/−\d+ min both hands/)
    expect(sayMoves(bench.outcomes.value.get(NOW)!, bench.outcomes.value.get(NOW)!, 'EUR')).toEqual([])
  })
  it('at another size the minutes are worked out anew, batch by batch', async () => {
    const bench = benchOf('bordelaise')
    bench.ask.value = { by: 'portions', portions: 40 }
    await nextTick()
    expect(bench.batches.value).toBeGreaterThan(1)
    const [now, basis] = [bench.outcomes.value.get(NOW)!, bench.outcomes.value.get(BASIS)!]
    expect(now.plan!.portions).toBeCloseTo(40 / bench.batches.value, 9)
    expect(basis.plan!.portions).toBe(bench.chosen.value.basisPortions)
    expect(now.plan!.totalMin.value).not.toBeCloseTo(basis.plan!.totalMin.value, 0)
  })
  it('a cheaper route costs less and brings no allergen', () => {
    const bench = benchOf('hollandaise')
    expect(bench.cheaper.value.every((r) => r.savesMinor > 0)).toBe(true)
    const lyonnaise = benchOf('bordelaise')
    const [route] = lyonnaise.cheaper.value
    const before = endOf(lyonnaise)
    lyonnaise.choose({
      schools: {},
      swaps: Object.fromEntries(
        route!.swaps.map(({ itemId, swap }) => [itemId, { ingredientId: swap.to, factor: swap.factor }]),
      ),
    })
    const after = endOf(lyonnaise)
    expect(before.costMinor / before.portions - after.costMinor / after.portions).toBeCloseTo(
      route!.savesMinor,
      6,
    )
    expect(Object.keys(after.allergens).every((a) => a in before.allergens)).toBe(true)
  })
  it('a phrase with two ends stands as a contradiction, and its sauce is still shown', async () => {
    const bench = benchOf('redWineShallot')
    bench.setTarget('reduceWine', 'by a third, to 100 ml')
    await nextTick()
    expect(bench.trace.value.length).toBeGreaterThan(0)
    expect(bench.contradictions.value.length + bench.problems.value.length).toBeGreaterThan(0)
    expect(bench.outcomes.value.get(NOW)?.plan).toBeUndefined() // no clock is started on it
  })
  it('ounces are weighed as ounces, and the check looks at what they really are', () => {
    const bench = benchOf('hollandaise', 'us')
    expect(bench.rounding.value!.weighed.massG).toBeGreaterThan(0)
    expect(bench.rounding.value!.weighed.massG).not.toBe(bench.rounding.value!.meant.massG)
  })
})
