import { actualSalt, actualWalk, contentsG, massG, saltSources, techniqueOf } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { button, catalog } from '../../testing/mountScreen'
import { ORDER_ID } from '../../testing/rehearsed'
import { guestWithout, firstStep, workAt, type AtBench } from '../../testing/workAt'

const strained = firstStep('prepare', 'strain')
const sweated = firstStep('prepare', 'sweat')
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')

describe('what goes in', () => {
  it('is ticked off at its weight on this scale, corrected where the scale said otherwise', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === sweated.step.id)
    const asShown = `✓ ${Math.round(line!.shownG)} g`
    await at.press(asShown)
    expect((at.w.find('.digits input').element as HTMLInputElement).value).toBe(
      String(Math.round(line!.shownG)),
    )
    await at.enter(line!.shownG + 7)
    expect(at.kitchen.last('ingredient.weighed').payload).toEqual({
      itemId: line!.itemId,
      ingredientId: line!.ingredientId,
      massG: line!.shownG + 7,
    })
    expect(says(at)).toContain(`✓ ${Math.round(line!.shownG + 7)} g`)
    await at.press(/^Undo/)
    expect(says(at)).toContain(asShown)
  })
  it('what was really weighed is what stands in the pan from then on', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    const endG = () =>
      contentsG(actualWalk(at.view.value.state)!.find((w) => w.step.id === sweated.step.id)!.end)
    const before = endG()
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === sweated.step.id)
    await at.press(`✓ ${Math.round(line!.shownG)} g`)
    await at.enter(line!.shownG * 2)
    expect(endG()).toBeGreaterThan(before + line!.shownG * 0.5)
  })
  it('with the server gone the weight is kept, and the lot is said to be counted later', async () => {
    const withLot = firstStep('prepare', 'add')
    const at = await workAt(withLot.formula.id, withLot.step.id, 1)
    const [line] = at.view.value.state.plan!.weighOut.filter((l) => l.stepId === withLot.step.id)
    await at.kitchen.port.record('lot.stored', '018f0000-0000-7000-8000-0000000000f1', {
      ingredientId: line!.ingredientId,
      massG: 5000,
      place: 'fridge',
      madeAtMs: Math.round(at.kitchen.port.nowMs - 86_400_000),
      expiresAtMs: Math.round(at.kitchen.port.nowMs + 86_400_000),
      batchId: null,
    })
    await at.settle()
    expect(says(at)).toContain('from the larder, made')
    at.kitchen.goAway()
    await at.press(`✓ ${Math.round(line!.shownG)} g`)
    await at.w.find('form').trigger('submit')
    await at.settle()
    expect(at.kitchen.last('ingredient.weighed')).toBeDefined()
    expect(says(at)).toContain('count the lot later')
  })
})

describe('what stays behind', () => {
  it('in the sieve is said in grams, with what goes on', async () => {
    const at = await workAt(strained.formula.id, strained.step.id)
    const { begin, end, clungG } = actualWalk(at.view.value.state)!.find(
      (w) => w.step.id === strained.step.id,
    )!
    const stays = contentsG(begin) - contentsG(end) + clungG
    expect(stays).toBeGreaterThan(1)
    expect(says(at)).toContain(`${Math.round(stays)} g stays behind`)
  })
})

describe('a step that is not begun', () => {
  it('is begun by its own key, after a step before it was taken up again and ended', async () => {
    const at = await workAt(strained.formula.id, strained.step.id)
    const started = at.kitchen.port.factsOf(at.view.value.state.id)
    const own = started.findLast((f) => f.kind === 'step.started')!
    await at.kitchen.port.takeBack([own.id], at.view.value.state.id, 'by mistake')
    await at.settle()
    await at.press(/^Start /)
    expect(at.kitchen.last('step.started').payload).toMatchObject({ stepId: strained.step.id })
    expect(button(at.w, 'Step done').exists()).toBe(true)
  })
  it('thrown away with its reason, the batch is over', async () => {
    const at = await workAt(sweated.formula.id, sweated.step.id, 1)
    await at.press(/^Discard/)
    expect(at.w.text()).toContain('Hold to discard')
  })
})

describe('a sieve', () => {
  it('what went in whole is counted out; going on without is asked about once and stands on the record', async () => {
    const at = await workAt('brownStockMade', 'strain', 2)
    expect(says(at)).toContain('4 of 4 still in')
    await at.press('bay leaf out')
    expect(at.kitchen.last('insert.takenOut').payload).toEqual({ stepId: 'add', what: 'bay leaf' })
    expect(says(at)).toContain('3 of 4 still in') // the second leaf still counts
    await at.press('Step done')
    expect(says(at)).toContain('3 things not counted out yet')
    expect(at.view.value.step?.id).toBe('strain')
    await at.press('Not yet')
    await at.press('All 3 out')
    expect(says(at)).toContain('All 4 are out')
    await at.press('Step done')
    expect(at.view.value.step?.id).not.toBe('strain')
    expect(at.view.value.state.deviations).toEqual([])
  })
  it('gone on with something still in, the record says how many', async () => {
    const at = await workAt('brownStockMade', 'strain', 2)
    await at.press('All 4 out')
    await at.press(/^Undo/)
    await at.press('Step done')
    await at.press('It is done')
    expect(at.view.value.state.deviations).toMatchObject([{ code: 'leftIn', detail: 4 }])
  })
  it('what came through is weighed, and is what goes on: in the next vessel and in the walk', async () => {
    const at = await workAt('brownStockMade', 'strain', 2)
    await at.press('All 4 out')
    const walked = () => actualWalk(at.view.value.state)!.find((w) => w.step.id === 'strain')!
    const before = massG(walked().end.liquid)
    expect(says(at)).toMatch(/\d+ % of the liquor should come through/)
    await at.press(/^Weigh it/)
    await at.enter(Math.round(before * 0.9))
    expect(at.kitchen.last('step.finished').payload).toEqual({
      stepId: 'strain',
      massG: Math.round(before * 0.9),
    })
    expect(massG(walked().end.liquid)).toBeCloseTo(Math.round(before * 0.9), 3) // with its fat
    const { salt } = walked().end.liquid
    expect(salt / massG(walked().end.liquid)).toBeCloseTo(
      walked().begin.liquid.salt / massG(walked().begin.liquid),
      6,
    ) // weaker in mass, not stronger in salt
  })
})

describe('what is to take colour', () => {
  it('the bench says whether it browns or steams here, with the most that this pan and flame brown', async () => {
    const at = await workAt('mushroomSauce', 'sweat', 1)
    const { work } = at.view.value.planned!
    if (work.kind !== 'browning' || !work.crowd) throw new Error('not judged')
    expect(says(at)).toMatch(/It browns at once|It lies on itself|Wet first|It steams/)
    expect(says(at)).toContain(`brown ${Math.round(1000 * work.crowd.criticalKg)} g at once`)
  })
})

const COLOURED = catalog.formulas.flatMap((f) =>
  f.steps.filter((s) => s.technique === 'sweat' || s.technique === 'roux').map((s) => [f.id, s.id] as const),
)
const stage = (at: AtBench, name: string) =>
  at.w.findAll('button.stage').find((b) => b.find('strong').text() === name)!
const endsIn = (at: AtBench) => {
  const { live } = at.view.value
  return live?.kind === 'timed' ? (live.endsAtMs - at.kitchen.port.nowMs) / 60_000 : NaN
}

describe('stages of what softens and takes colour', () => {
  it.each(COLOURED)(
    '%s, %s: drawn in their order to the one that is wanted, at the minutes of the plan; one seen is on record and moves the next',
    async (formulaId, stepId) => {
      const at = await workAt(formulaId, stepId, 0)
      const { live, planned } = at.view.value
      if (live?.kind !== 'timed' || !live.browning) throw new Error('no stages')
      expect((live.endsAtMs - live.startedAtMs) / 60_000).toBeCloseTo(planned!.minutes.value, 6)
      const order = live.browning.stages.map((s) => s.atMs)
      expect(order).toEqual([...order].sort((a, b) => a - b))
      const { wanted, stages } = live.browning
      expect(at.w.findAll('button.stage')).toHaveLength(stages.length)
      const word = at.w.find('button.stage.wanted strong').text()
      at.kitchen.wait(planned!.minutes.value * 2)
      await at.settle()
      await stage(at, word).trigger('click')
      await at.settle()
      expect(at.kitchen.last('cue.seen').payload).toMatchObject({ stepId, cue: wanted })
      const after = at.view.value.live
      if (after?.kind !== 'timed' || !after.browning) throw new Error('no stages')
      const i = stages.findIndex((s) => s.stage === wanted)
      const later = after.browning.stages[i + 1]
      // twice as slow: what follows comes later than it was foretold
      if (later) expect(later.atMs).toBeGreaterThan(stages[i + 1]!.atMs)
    },
  )
  it('a pool is the sign of failure: nothing browns until it is gone, and one after a colour is asked about', async () => {
    const at = await workAt('mushroomSauce', 'sweat', 1)
    await at.press('A pool')
    expect(says(at)).toContain('nothing browns')
    at.kitchen.wait(6)
    await at.settle()
    const standing = endsIn(at)
    at.kitchen.wait(6)
    await at.settle()
    expect(endsIn(at), 'while it stands its end goes before it').toBeCloseTo(standing, 3)
    await at.press('Pool is gone')
    expect(says(at)).not.toContain('nothing browns')
    expect(endsIn(at)).toBeGreaterThan(0)
    await stage(at, 'brown').trigger('click')
    await at.settle()
    at.kitchen.wait(1)
    await at.press('A pool')
    expect(says(at)).toContain('A pool after it took colour')
    await at.press('Wrong tap')
    expect(says(at)).not.toContain('A pool after it took colour')
    expect(stage(at, 'brown').attributes('aria-pressed')).toBe('true')
  })
  it('half-way sharpens what is foretold', async () => {
    const at = await workAt('lyonnaise', 'sweat', 0)
    at.kitchen.wait(20)
    await at.settle()
    const late = endsIn(at)
    await at.press('Half-way')
    expect(endsIn(at)).toBeGreaterThan(Math.max(0, late))
  })
  it('a drop on the pan moves its temperature, and with it every stage', async () => {
    const at = await workAt('bordelaise', 'sweat', 0)
    await at.press(/^Is the pan ready/)
    expect(says(at)).toContain('it browns. Go.')
    const before = endsIn(at)
    await at.press('beads that skate')
    expect(endsIn(at)).toBeLessThan(before)
    await at.press('drop sits and simmers')
    await at.press('drop sits and simmers')
    expect(says(at)).toMatch(/colour comes slowly|it would steam/)
    await at.press('oil smokes')
    expect(says(at)).toContain('never water')
  })
})

describe('a probe in the oil', () => {
  it('says its zone, and every stage follows what it read', async () => {
    const at = await workAt('bordelaise', 'sweat', 0)
    const before = endsIn(at)
    await at.press('Temperature')
    await at.enter(118)
    await at.press(/^Is the pan ready/)
    expect(says(at)).toMatch(/it would steam. Wait|colour comes slowly/)
    expect(endsIn(at)).toBeGreaterThan(before)
    await at.press('Temperature')
    await at.enter(190)
    await at.press('Temperature')
    await at.enter(190)
    expect(says(at)).toContain('it browns. Go.')
  })
})

describe('the flame of what takes colour', () => {
  it('each says when the wanted stage would come; turned up it comes sooner, turned off never, and what was seen stays', async () => {
    const at = await workAt('lyonnaise', 'sweat', 0)
    at.kitchen.wait(5)
    await at.settle()
    await stage(at, 'sweated').trigger('click')
    await at.settle()
    const before = endsIn(at)
    await at.press(/^Flame/)
    await at.press(/^full \d\d:\d\d$/)
    expect(endsIn(at)).toBeLessThan(before - 2)
    await at.press(/^Flame full/)
    await at.press(/^off/)
    expect(says(at)).toContain('not at this flame')
    expect(stage(at, 'sweated').attributes('aria-pressed')).toBe('true')
    await at.press(/^Flame off/)
    await at.press(/^medium \d/)
    expect(says(at)).not.toContain('not at this flame')
  })
  it('a pool boils away sooner on more flame', async () => {
    const at = await workAt('mushroomSauce', 'sweat', 2, { shares: [{ orderId: ORDER_ID, portions: 30 }] })
    await at.press(/^Flame/)
    await at.press(/^low/)
    await at.press('A pool')
    const slow = endsIn(at)
    await at.press(/^Flame low/)
    await at.press(/^full/)
    expect(endsIn(at)).toBeLessThan(slow)
  })
})

describe('cards and gates', () => {
  it.each(catalog.formulas.map((f) => [f.id, f] as const))(
    '%s: every card of its steps opens and says something',
    async (id, formula) => {
      for (const step of formula.steps.filter((s) => techniqueOf(s).id === 'prepare')) {
        const at = await workAt(id, step.id, 0.1)
        for (const key of at.w.findAll('.cards .text-key')) {
          await key.trigger('click')
          expect(at.w.findAll('.cards li').length, `${step.id}: ${key.text()}`).toBeGreaterThan(0)
          expect(at.w.find('.cards ul').text()).not.toMatch(/NaN|undefined|Infinity/)
        }
        at.w.unmount()
      }
    },
  )
  it('yolk does not meet a reduction that is still hot: told, asked once, and open when a probe reads it cool', async () => {
    const at = await workAt('maltaise', 'separate', 0)
    expect(says(at)).toMatch(/Not yet: under 50° before yolk meets it/)
    at.kitchen.wait(3)
    await at.settle()
    await at.press('Temperature')
    await at.enter(71)
    expect(says(at)).toContain('71°: wait for 50°')
    await at.press('Step done')
    expect(at.w.find('[role=alertdialog]').text()).toContain('too hot for yolk')
    await at.press('Not yet')
    await at.press('Temperature')
    await at.enter(46)
    expect(says(at)).toContain('Cool enough for yolk')
    await at.press('Step done')
    expect(at.view.value.step!.id).not.toBe('separate')
  })
})

describe('a pan that fried before', () => {
  it('a roast’s fond goes in, a fish’s butter never; a guest who must not have fish gets another pan', async () => {
    const at = await workAt('panJus', 'deglaze', 0.1)
    await at.press('Meat')
    expect(says(at)).toContain('the fond is the sauce')
    await at.press('Fish')
    expect(says(at)).toContain('Its butter is thrown away')
    expect(says(at)).not.toContain('the fond is the sauce')
    expect(at.w.find('[role=alert].wine').exists()).toBe(false)
    await guestWithout(at, ['fish'])
    expect(at.w.find('[role=alert].wine').text()).toContain('must not have Fish: wiping is not enough')
    await at.press('Nothing')
    expect(at.w.find('[role=alert].wine').exists()).toBe(false)
  })
})

describe('gates of a hot pan', () => {
  it('tomato waits for fat that has cooled: told, asked once, open by a probe', async () => {
    const at = await workAt('chasseur', 'deglaze', 0.1, {
      choices: { schools: { tomato: 'cooled' }, swaps: {} },
    })
    expect(says(at)).toMatch(/fat under 120° before tomato meets it, about \d min off the flame/)
    await at.press('Step done')
    expect(at.w.find('[role=alertdialog]').text()).toContain('too hot for tomato')
    await at.press('Not yet')
    await at.press('Temperature')
    await at.enter(104)
    expect(says(at)).toContain('Cool enough for tomato')
  })
  it.each(['veloute', 'supreme'])(
    '%s: cold stock may go onto a hot roux at once, hot stock waits; nobody is held up',
    async (id) => {
      const at = await workAt(id, 'add', 0)
      expect(says(at)).toMatch(
        /Cold liquid may go in now, a third at a time. Hot liquid: not before the roux is under 60°/,
      )
      await at.press('Temperature')
      await at.enter(90)
      expect(says(at)).toContain('Roux at 90°: cold liquid only')
      await at.press('Temperature')
      await at.enter(55)
      expect(says(at)).toContain('hot liquid may go in')
      at.kitchen.wait(at.view.value.planned!.minutes.value)
      await at.settle()
      await at.press('Step done')
      expect(at.view.value.step!.id).not.toBe('add')
    },
  )
  it('tomato that goes in with its liquid, or onto hot fat because the cook holds to that, has no gate', async () => {
    for (const tomato of ['late', 'hotFat']) {
      const at = await workAt('chasseur', 'addDemi', 0, { choices: { schools: { tomato }, swaps: {} } })
      expect(says(at)).not.toContain('before tomato')
    }
  })
})

describe('salt that a pan sauce inherits', () => {
  it('a rubbed roast’s juices go in by weight, and their salt is in the sum before the first taste', async () => {
    const at = await workAt('roastJus', 'deglaze', 0.1)
    const ownFrac = () => actualSalt(at.view.value.state)!.ownSaltFrac
    const plain = ownFrac()
    await at.press('It was salted')
    await at.enter(80)
    const salted = ownFrac()
    expect(salted).toBeGreaterThan(plain)
    expect(says(at)).toContain('✓ 80 g are in')
    await at.press(/^Undo/)
    await at.press('A dry rub')
    await at.enter(80)
    expect(ownFrac()).toBeGreaterThan(salted)
    expect(saltSources(at.view.value.state).map((s) => s.name)).toContain('Juices of a salted roast')
  })
  it('no other sauce asks for a roast', async () => {
    expect(says(await workAt('bordelaise', 'deglaze', 0.1))).not.toContain('Juices of the roast')
  })
  it('a tap that comes at once is no pace', async () => {
    const at = await workAt('lyonnaise', 'sweat', 0)
    const before = endsIn(at)
    at.kitchen.wait(0.05)
    await at.settle()
    await stage(at, 'sweated').trigger('click')
    await at.settle()
    expect(endsIn(at)).toBeCloseTo(before - 0.05, 1)
  })
  it('gelatin is bloomed, melted in part of the hot liquid, and told for other strengths', async () => {
    const at = await workAt('panJus', 'addStock', 0.1, {
      choices: { schools: { gelatin: 'gelatin' }, swaps: {} },
    })
    await at.press('Gelatin')
    expect(says(at)).toMatch(/6.0 g bloom in 36 ml of cold water/)
    expect(says(at)).toMatch(/Of 160 bloom instead of 200: 6.7 g/)
  })
})

describe('two lots', () => {
  it('mushrooms that steam: half is taken out, the first lot browns, the second goes in and browns', async () => {
    const at = await workAt('mushroomSauce', 'sweat', 2, {
      shares: [{ orderId: ORDER_ID, portions: 30 }],
    })
    await at.press('A pool')
    await at.press('Half taken out')
    expect(says(at)).toContain('First of two lots')
    expect(endsIn(at)).toBeGreaterThan(0)
    at.kitchen.wait(4)
    await at.settle()
    await stage(at, 'brown').trigger('click')
    await at.settle()
    await at.press('Second lot in')
    expect(says(at)).toContain('Second of two lots')
    expect(endsIn(at)).toBeGreaterThan(0)
    expect(stage(at, 'brown').attributes('aria-pressed')).toBe('false')
  })
})
