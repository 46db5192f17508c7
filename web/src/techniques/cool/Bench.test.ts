import { larderDays, recordDue, type Payloads } from '@liquamen/core'
import { describe, expect, it } from 'vitest'
import { useChannels } from '../../port/channels.store'
import { catalog } from '../../testing/mountScreen'
import { useByMs } from '../../ui/format'
import { workAt, type AtBench } from '../../testing/workAt'

const bases = catalog.formulas.filter((f) => f.makes)
const base = bases[0]!
const stepOf = (act: string) => base.steps.find((s) => s.technique === act)!
const says = (at: AtBench) => at.w.text().replace(/\s+/g, ' ')
const lot = (at: AtBench) => at.kitchen.last('lot.stored').payload as Payloads['lot.stored']
const DAY_MS = 86_400_000
const US_DAYS = 7

describe('cooling', () => {
  const cooling = () => workAt(base.id, stepOf('cool').id, 1)
  const read = async (at: AtBench, tempC: number) => {
    await at.press('Temperature')
    await at.enter(tempC)
  }
  const stages = (at: AtBench) => at.w.findAll('.stages > div').map((d) => d.text().replace(/\s+/g, ' '))

  it('has a mark for each stage of the code, and a reading under it is a tick', async () => {
    const at = await cooling()
    expect(stages(at)).toHaveLength(2)
    expect(says(at)).toContain('your local code and licence rule')
    await read(at, 19)
    expect(stages(at)[0]).toMatch(/^✓ 21/)
    expect(stages(at)[1]).not.toMatch(/^✓/)
    at.kitchen.wait(60)
    await at.settle()
    await read(at, 4)
    expect(stages(at)[1]).toMatch(/^✓ 5/)
    await at.press('Cold: put it away')
    expect(at.view.value.step?.technique).toBe('store')
    expect(at.view.value.state.deviations).toEqual([])
  })
  it('every base says which place is in time and which is not, and where it stands goes on record', async () => {
    for (const made of bases) {
      const at = await workAt(made.id, made.steps.find((s) => s.technique === 'cool')!.id, 1)
      const places = at.w.findAll('button.place')
      expect(places, made.id).toHaveLength(5)
      expect(places.find((p) => p.text().startsWith('ice bath, stirred'))!.text()).toContain('in time')
      const minutes = (place: string) =>
        Number(
          /(\d[\d,]*) min/.exec(places.find((p) => p.text().startsWith(place))!.text())![1]!.replace(',', ''),
        )
      expect(minutes('still fridge'), made.id).toBeGreaterThan(minutes('walk-in'))
      expect(minutes('walk-in'), made.id).toBeGreaterThan(minutes('blast'))
      await places.find((p) => p.text().startsWith('ice bath, stirred'))!.trigger('click')
      await at.settle()
      expect(at.kitchen.last('cooling.placed').payload).toMatchObject({ place: 'iceBathAgitated' })
      expect(says(at)).toContain('kg of ice')
      at.w.unmount()
    }
  })
  it('warm, or never read, it asks before it ends; done all the same stands on the record', async () => {
    const unread = await cooling()
    await unread.press('Cold: put it away')
    expect(says(unread)).toContain('Nobody has read it')
    await unread.press('Done by my name')
    expect(unread.view.value.state.deviations.map((d) => d.code)).toEqual(['cooledUnread'])
    const warm = await cooling()
    await read(warm, 40)
    await warm.press('Cold: put it away')
    expect(says(warm)).toContain('It read 40°')
    await warm.press('It cools on')
    expect(warm.view.value.step?.technique).toBe('cool')
    await warm.press('Cold: put it away')
    await warm.press('Done by my name')
    expect(warm.view.value.state.deviations).toMatchObject([{ code: 'notColdYet', detail: 40 }])
  })
  it('a missed stage may be put right once, hot enough; missed again it is discarded', async () => {
    const at = await cooling()
    await read(at, 55)
    at.kitchen.wait(125)
    await at.settle()
    expect(says(at)).toContain('above 21° too long')
    expect(at.view.value.deadlines.map((d) => d.code)).toEqual(['reheat'])
    await at.press('Brought to the boil')
    await at.enter(60)
    expect(says(at)).toContain('It must reach 74°')
    expect(at.kitchen.kinds()).not.toContain('cooling.reheated')
    await at.enter(96)
    expect(at.kitchen.last('cooling.reheated').payload).toMatchObject({ tempC: 96 })
    expect(stages(at).join()).not.toContain('missed')
    at.kitchen.wait(125)
    await at.settle()
    expect(says(at)).toContain('discard it')
    expect(at.view.value.deadlines.map((d) => d.code)).toEqual(['discard'])
  })
  it('too slow for the next mark it says so while there is time', async () => {
    const at = await cooling()
    await read(at, 58)
    at.kitchen.wait(30)
    await at.settle()
    await read(at, 52)
    expect(says(at)).toContain('Too slow for the next mark')
    expect(at.view.value.deadlines.map((d) => d.code)).toContain('coolFaster')
    at.kitchen.wait(10)
    await at.settle()
    await read(at, 61)
    expect(says(at)).toContain('warmer than before')
  })
  it('a pan that nobody began to cool is called for', async () => {
    const at = await workAt(base.id, stepOf('cool').id, 1)
    await at.kitchen.port.takeBack([facts(at).at(-1)!], at.view.value.state.id, 'left standing')
    await at.settle()
    expect(at.view.value.deadlines.map((d) => d.code)).toEqual(['leftStanding'])
  })
})
const facts = (at: AtBench) =>
  at.kitchen.port
    .factsOf(at.view.value.state.id)
    .filter((f) => f.kind === 'step.started')
    .map((f) => f.id)

describe('putting away', () => {
  const away = () => workAt(base.id, stepOf('store').id, 1)
  it('every base ends in a lot of its good, with amount, day and use-by, and the batch with it', async () => {
    for (const made of bases) {
      const at = await workAt(made.id, made.steps.find((s) => s.technique === 'store')!.id, 1)
      await at.press('Put away, labelled')
      expect(at.kitchen.kinds(), made.id).toEqual(['lot.stored', 'step.finished', 'batch.finished'])
      const { ingredientId, massG, madeAtMs, expiresAtMs } = lot(at)
      expect(ingredientId).toBe(made.makes)
      expect(massG).toBeGreaterThan(50)
      expect(expiresAtMs).toBe(useByMs(madeAtMs, larderDays(made, 'fridge', US_DAYS)))
      expect(expiresAtMs - madeAtMs).toBeLessThan(larderDays(made, 'fridge', US_DAYS) * DAY_MS) // its making day counts
      expect(at.view.value.state.status).toBe('stored')
      at.w.unmount()
    }
  })
  it('what is weighed is what is put away; in the freezer it keeps longer', async () => {
    const at = await away()
    await at.press(/^Weigh/)
    await at.enter(1234)
    await at.press('freezer')
    await at.press('Put away, labelled')
    expect(lot(at)).toMatchObject({ massG: 1234, place: 'freezer' })
    expect(lot(at).expiresAtMs).toBe(useByMs(lot(at).madeAtMs, larderDays(base, 'freezer')))
  })
  it('its days are counted from the end of its cooking, not from when it was put away', async () => {
    const at = await away()
    const cooked = Math.max(...Object.values(at.view.value.state.steps).flatMap((s) => s.finishedAtMs ?? []))
    at.kitchen.wait(300)
    await at.settle()
    await at.press('Put away, labelled')
    expect(lot(at).madeAtMs).toBe(Math.round(cooked))
  })
  it('in the freezer it goes in blocks: how many, what is over, how long they take; the label knows', async () => {
    const at = await away()
    await at.press('freezer')
    await at.press('250 ml')
    expect(says(at)).toMatch(/\d+ blocks, \d+ ml over; frozen through in \d+\.\d–\d+\.\d h/)
    await at.press('Put away, labelled')
    const { pack, massG, solidsFrac } = lot(at)
    expect(pack!.eachMl).toBe(250)
    expect(pack!.count * 250 * 0.92).toBeLessThanOrEqual(massG)
    expect(solidsFrac).toBeGreaterThan(0.01)
  })
  it('a lot put away warm is asked about once', async () => {
    const at = await away()
    await at.kitchen.port.record('reading.taken', at.view.value.state.id, {
      stepId: stepOf('cool').id,
      how: 'temperature',
      tempC: 40,
    })
    await at.settle()
    await at.press('Put away, labelled')
    expect(says(at)).toContain('It read 40°')
    expect(at.kitchen.kinds()).not.toContain('lot.stored')
    await at.press('Put away warm, by my name')
    expect(at.kitchen.kinds()).toContain('lot.stored')
  })
  it('a refused lot leaves the batch as it was, and the tap says so', async () => {
    const at = await away()
    at.kitchen.refuse('No room for lots.')
    await at.press('Put away, labelled')
    expect(says(at)).toContain('That was not kept. No room for lots.')
    expect(at.view.value.state.status).toBe('underWay')
    at.kitchen.refuse()
    await at.press('Put away, labelled')
    expect(at.view.value.state.status).toBe('stored')
  })
})

describe('a probe that follows a cooling', () => {
  const PROBE = '018f0000-0000-7000-8000-0000000000c1'
  const followed = async () => {
    const at = await workAt(base.id, stepOf('cool').id, 1)
    useChannels().channels = [
      { id: PROBE, kind: 'probe', name: 'Probe 1', isSimulated: true, deviceId: PROBE } as never,
    ]
    await at.settle()
    await at.press('Bind a probe')
    await at.press(/^Probe 1/)
    return at
  }
  /** Reads it every twenty seconds as it falls. */
  const falls = async (at: AtBench, minutes: number, fromC: number, tauMin: number) => {
    for (let min = 0; min < minutes; min += 1 / 3) {
      at.kitchen.wait(1 / 3)
      at.kitchen.reads(PROBE, Math.round(10 * (3 + (fromC - 3) * Math.exp(-min / tauMin))) / 10)
    }
    await at.settle()
  }
  it('is believed all the way into the cold, and nobody is called to read it', async () => {
    const at = await followed()
    await falls(at, 60, 80, 30)
    expect(at.view.value.probe!.health).toBe('good') // in a bowl so cold a probe would have been taken out
    const { live } = at.view.value
    if (live?.kind !== 'cool') throw new Error('it does not cool')
    expect(live.readings.at(-1)!.tempC).toBeLessThan(20)
    expect(live.tauFrom).toBe('readings')
    expect(Math.abs(live.tauMin - 30)).toBeLessThan(3)
    expect(at.view.value.deadlines.map((d) => d.code)).not.toContain('readTemp')
  })
  it('goes on record every ten minutes and at the end, since samples are let go of', async () => {
    const at = await followed()
    await falls(at, 3, 80, 20)
    const due = recordDue(at.view.value, at.kitchen.port.nowMs)!
    expect(due).toMatchObject({ how: 'temperature', probe: { channelId: PROBE } })
    await at.kitchen.port.record('reading.taken', at.view.value.state.id, due)
    await falls(at, 5, 70, 20)
    expect(recordDue(at.view.value, at.kitchen.port.nowMs)).toBeUndefined()
    await falls(at, 70, 60, 18)
    expect(recordDue(at.view.value, at.kitchen.port.nowMs)).toBeDefined()
    await at.press('Cold: put it away')
    expect(at.view.value.step?.technique).toBe('store')
    expect(at.view.value.state.deviations).toEqual([])
  })
  it('one that shows the same for ten minutes while it is warm sticks, and is told', async () => {
    const at = await followed()
    await falls(at, 5, 70, 30)
    for (let i = 0; i < 35; i += 1) {
      at.kitchen.wait(1 / 3)
      at.kitchen.reads(PROBE, 48.2)
    }
    await at.settle()
    expect(at.view.value.probe!.health).toBe('stuck')
    expect(says(at)).toContain('Probe 1')
    expect(recordDue(at.view.value, at.kitchen.port.nowMs)).toBeUndefined()
  })
})
