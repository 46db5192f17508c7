import { PAYLOAD_SCHEMAS } from '@liquamen/contracts'
import {
  foldBatch,
  techniqueOf,
  viewBatch,
  type BatchView,
  type Payloads,
  type TechniqueId,
} from '@liquamen/core'
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Component } from 'vue'
import { setClockOffset } from '../port/clock'
import { button, catalog, mountScreen, openDemoStore } from '../testing/mountScreen'
import { BATCH_ID, ORDER_ID, rehearsed } from '../testing/rehearsed'
import { benchOf, ROOMS } from './registry'

let store: Awaited<ReturnType<typeof openDemoStore>>
beforeEach(async () => {
  store = await openDemoStore()
})

/** Every technique on the first step of the book that is worked in its room. */
const first = (id: TechniqueId, act?: string) => {
  for (const f of catalog.formulas)
    for (const s of f.steps)
      if (techniqueOf(s).id === id && (!act || s.technique === act))
        return { formulaId: f.id, stepId: s.id, step: s }
  throw new Error(`no ${id} in the book`)
}
/** The bench of a batch, its chunk there. */
async function loaded(view: BatchView): Promise<Component> {
  const bench = benchOf(view) as Component & { __asyncLoader: () => Promise<Component> }
  return bench.__asyncLoader()
}
async function open(formulaId: string, stepId: string, afterMin = 0) {
  const batch = rehearsed(formulaId, stepId, afterMin)
  setClockOffset(batch.nowMs - Date.now())
  store.kitchen.batches.set(BATCH_ID, batch.view.state)
  const w = mountScreen(await loaded(batch.view), { view: batch.view })
  await flushPromises()
  return { ...batch, w }
}
/** Everything that was put on record would be taken by the server. */
const expectTaken = () => {
  for (const { kind, payload } of store.recorded)
    expect(PAYLOAD_SCHEMAS[kind].safeParse(payload).success, kind).toBe(true)
}

describe('a technique is a room', () => {
  it('each has its bench, and none is without one', () => {
    const used = new Set(catalog.formulas.flatMap((f) => f.steps.map((s) => techniqueOf(s).id)))
    expect(Object.keys(ROOMS).sort()).toEqual([...used].sort())
  })
  it.each(['prepare', 'simmer', 'thicken', 'mount', 'brown', 'cool'] as const)(
    '%s: what ends it, its vessel with its level, its goods and its last key, whose fact the server takes',
    async (id) => {
      const { formulaId, stepId, step } = first(id)
      const { w, view } = await open(formulaId, stepId, 600)
      expect(w.text()).toContain(step.endsWhen)
      expect(
        w
          .findAll('[role=img]')
          .map((i) => i.attributes('aria-label'))
          .join(),
      ).toMatch(new RegExp(`${view.pan.name}, \\d+ mm, \\d+ mm at the end`))
      for (const line of view.state.plan!.weighOut.filter((l) => l.stepId === stepId))
        expect(w.text()).toContain(line.name)
      expect(w.find('[aria-current=step]').text()).toContain(step.verb)
      const lastKeys = id === 'cool' ? ['Cold: put it away', 'Done by my name'] : [/^Step done/] // nobody has read it: it asks
      for (const key of lastKeys) {
        await button(w, key).trigger('click')
        await flushPromises()
      }
      expect(store.recorded[0]).toMatchObject({ kind: 'step.finished', payload: { stepId } })
      expectTaken()
    },
  )
  it('a step that is ended long before its end asks once, and "not yet" keeps it', async () => {
    const { formulaId, stepId } = first('simmer')
    const { w } = await open(formulaId, stepId, 1)
    await button(w, 'Step done').trigger('click')
    await flushPromises()
    expect(store.recorded).toEqual([])
    await button(w, 'Not yet').trigger('click')
    await button(w, 'Step done').trigger('click')
    await button(w, 'It is done').trigger('click')
    await flushPromises()
    expect(store.recorded[0]).toMatchObject({ kind: 'step.finished' })
  })
  it('a step that was ended by mistake is taken up again', async () => {
    const { formulaId } = first('simmer')
    const formula = catalog.formulas.find((f) => f.id === formulaId)!
    const [before, second] = formula.steps
    const { w, facts } = await open(formulaId, second!.id, 1)
    store.kitchen.factsOf = () => facts
    const taken: string[] = []
    store.kitchen.takeBack = (factIds) => Promise.resolve(void taken.push(...factIds)) as never
    await w.find('.done-step').trigger('click')
    await button(w, `Take “${before!.verb}” up again`).trigger('click')
    await flushPromises()
    const idOf = (kind: string, stepId: string) =>
      facts.find((f) => f.kind === kind && (f.payload as { stepId?: string }).stepId === stepId)!.id
    expect(taken).toEqual([idOf('step.started', second!.id), idOf('step.finished', before!.id)])
  })
  it('after a step that was taken up again the work goes on where it stood', async () => {
    const { formulaId } = first('simmer')
    const [again, , third] = catalog.formulas.find((f) => f.id === formulaId)!.steps
    const batch = rehearsed(formulaId, third!.id, 600)
    const gone = new Set(
      batch.facts.flatMap((f) => {
        const { stepId } = f.payload as { stepId?: string }
        const isUndone =
          (f.kind === 'step.started' && stepId === third!.id) ||
          (f.kind === 'step.finished' && stepId === again!.id)
        return isUndone ? [f.id] : []
      }),
    )
    const state = foldBatch(
      BATCH_ID,
      batch.facts.filter((f) => !gone.has(f.id)),
    )
    const view = viewBatch(state, catalog, batch.nowMs)!
    expect(view.step?.id).toBe(again!.id)
    store.kitchen.batches.set(BATCH_ID, state)
    setClockOffset(batch.nowMs - Date.now())
    const w = mountScreen(await loaded(view), { view })
    await button(w, 'Step done').trigger('click')
    await flushPromises()
    expect(store.recorded.map((f) => [f.kind, (f.payload as { stepId?: string }).stepId])).toEqual([
      ['step.finished', again!.id],
      ['step.started', third!.id],
    ])
  })
  it('reduce: a weighing typed is a reading, and one that cannot be kept stays open and says why', async () => {
    const { formulaId, stepId } = first('reduce')
    const { w, view } = await open(formulaId, stepId, 2)
    await button(w, /^Weigh/).trigger('click')
    const gross = Math.round(view.state.steps[stepId]!.stage!.targetGrossG + 20)
    await w.find('.digits input').setValue(String(gross))
    await w.find('form').trigger('submit')
    await flushPromises()
    expect(store.recorded[0]).toMatchObject({
      kind: 'reading.taken',
      payload: { how: 'weighing', grossG: gross, stepId },
    })
    expect(store.recorded.filter((f) => f.kind === 'reading.taken')).toHaveLength(1)
    expectTaken()
  })
  it('egg emulsion: cues come one after another, each as often as it is tapped', async () => {
    const { formulaId, stepId } = first('eggEmulsion', 'whisk')
    const { w } = await open(formulaId, stepId, 1)
    await button(w, 'Foamy').trigger('click')
    await flushPromises()
    expect(store.recorded).toMatchObject([{ kind: 'cue.seen', payload: { stepId, cue: 'foamy' } }])
    expectTaken()
  })
  it('season: salt goes in to what is eaten, and the record gets the share it makes', async () => {
    const { formulaId, stepId } = first('season')
    const { w, view } = await open(formulaId, stepId)
    await button(w, /^Add .* now$/).trigger('click')
    await w.find('form').trigger('submit')
    await flushPromises()
    const salted = store.recorded.find((f) => f.kind === 'salt.added')!.payload as {
      massG: number
      saltFrac: number
    }
    expect(salted.massG).toBeCloseTo(view.state.plan!.salt.addG, 0)
    expect(salted.saltFrac).toBeCloseTo(view.state.plan!.salt.targetFrac, 3)
    expectTaken()
  })
  it('serve: portions go to their order', async () => {
    const { formulaId, stepId } = first('serve')
    const { w } = await open(formulaId, stepId)
    await button(w, 'Serve 1').trigger('click')
    await flushPromises()
    expect(store.recorded).toMatchObject([
      { kind: 'portion.served', payload: { portions: 1, orderId: ORDER_ID } },
    ])
    expectTaken()
  })
  it('put away: a base becomes a lot with its amount and its day, once, however often it is tapped', async () => {
    const { formulaId, stepId } = first('cool', 'store')
    const { w } = await open(formulaId, stepId, 1)
    await button(w, 'Put away, labelled').trigger('click')
    await flushPromises()
    const lot = store.recorded.find((f) => f.kind === 'lot.stored')!
    expect(lot.payload).toMatchObject({ batchId: BATCH_ID, place: 'fridge' })
    expect((lot.payload as { massG: number }).massG).toBeGreaterThan(100)
    expect(store.recorded.map((f) => f.kind)).toEqual(['lot.stored', 'step.finished', 'batch.finished'])
    expectTaken()
  })
})

describe('a ring', () => {
  it('is not lit under a second sauce: the bench says what stands there, and lights an empty one instead', async () => {
    const { useKitchenViews } = await import('../port/useKitchenViews')
    const { view, nowMs, facts } = rehearsed('redWineShallot', 'reduceWine', 1)
    const other = '018f0000-0000-7000-8000-00000000000c'
    const planned = foldBatch(
      other,
      facts.filter((f) => f.kind === 'batch.planned').map((f) => ({ ...f, streamId: other })),
    )
    const waiting = viewBatch(planned, catalog, nowMs)!
    setClockOffset(nowMs - Date.now())
    useKitchenViews().kitchen.batches.set(BATCH_ID, view.state)
    const w = mountScreen(await loaded(waiting), { view: waiting })
    await button(w, /^Light it/).trigger('click')
    await flushPromises()
    const asks = w.find('[role=alertdialog]')
    expect(asks.text()).toContain(`Ring ${waiting.ring.number} still has Red wine & shallot`)
    expect(store.recorded).toEqual([])

    store.kitchen.batches.set(other, planned)
    store.takeIn(planned.id)
    await asks
      .findAll('button')
      .find((b) => b.text().startsWith('Light it'))!
      .trigger('click')
    await flushPromises()
    expect(store.recorded.map((r) => r.kind)).toEqual(['batch.planned', 'batch.started', 'step.started'])
    const [moved, started] = store.recorded.map((r) => r.payload) as [
      Payloads['batch.planned'],
      Payloads['batch.started'],
    ]
    expect(moved.ringId).not.toBe(waiting.ring.id)
    expect(moved.shares).toEqual(planned.planned!.shares)
    expect(started.frozen.ring.id).toBe(moved.ringId)
    expect(Object.fromEntries(Object.entries(started.frozen.vessels).map(([r, p]) => [r, p.id]))).toEqual(
      moved.vessels,
    )
    expectTaken()
  })
})

describe('a sauce that is held', () => {
  const held = (afterMin: number) => {
    const step = catalog.formulas
      .find((f) => f.id === 'hollandaise')!
      .steps.find((s) => techniqueOf(s).id === 'hold')!
    const made = rehearsed('hollandaise', step.id)
    made.put('hold.started', made.nowMs + 60_000, {
      wellId: catalog.wells[1]!.id,
      letter: catalog.wells[1]!.letter,
      limits: { houseS: 7200, codeS: 14400, code: 'us', hotHoldC: 57 } as never,
      portions: 10,
      onto: null,
    })
    return made.viewAt(made.nowMs + (afterMin + 1) * 60_000)
  }
  it('goes onto plates until the house’s limit, then only by name, and past the code’s it is only thrown away', async () => {
    for (const [minutes, keys] of [
      [10, ['Serve 1', 'Serve 10']],
      [125, ['Go on by name', 'Hold to discard']],
      [260, ['Hold to discard']],
    ] as const) {
      const view = held(minutes)
      setClockOffset(view.state.lastAtMs + minutes * 60_000 - Date.now())
      const w = mountScreen(await loaded(view), { view })
      await flushPromises()
      const texts = w.findAll('button').map((b) => b.text())
      expect(texts).toEqual(expect.arrayContaining([...keys]))
      if (minutes > 120) expect(texts.some((t) => t.startsWith('Serve'))).toBe(false)
      w.unmount()
    }
  })
})
