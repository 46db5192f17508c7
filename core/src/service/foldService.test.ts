import { describe, expect, it } from 'vitest'
import type { Fact } from '../facts/fact'
import type { Payloads, ServiceKind } from '../facts/kinds/kinds'
import type { Dish } from '../plate/dish'
import { foldService } from './foldService'

const dish: Dish = {
  id: 'trout',
  name: 'Trout',
  formulaId: 'beurreBlanc',
  placement: 'round',
  portionMl: 40,
  parts: [],
  companions: [],
  assembly: [],
  lastMinute: [],
}
function facts(...list: { [K in ServiceKind]: [K, Payloads[K]] }[ServiceKind][]): Fact[] {
  return list.map(
    ([kind, payload], i) =>
      ({
        id: `f${i}`,
        kind,
        v: 1,
        streamKind: 'service',
        streamId: 's',
        atMs: i,
        actor: { deviceId: 'd' },
        payload,
      }) as unknown as Fact,
  )
}
const plan = (number: number) => ({
  number,
  cause: 'first' as const,
  zeroAtMs: 0,
  tasks: [],
  modelVersion: 'schedule-1',
})
const sitting = (sittingId: string, startsAtMs: number, covers: number) => ({
  sittingId,
  name: sittingId,
  startsAtMs,
  covers,
  basis: 'booked' as const,
  spreadMin: 15,
})

describe('foldService', () => {
  it('sittings stand in their order, set again they are changed and not doubled', () => {
    const { sittings } = foldService(
      's',
      facts(
        ['sitting.set', sitting('second', 200, 28)],
        ['sitting.set', sitting('first', 100, 30)],
        ['sitting.set', sitting('second', 300, 24)],
        ['sitting.removed', { sittingId: 'none' }],
      ),
    )
    expect(sittings.map((s) => [s.sittingId, s.startsAtMs, s.covers])).toEqual([
      ['first', 100, 30],
      ['second', 300, 24],
    ])
  })
  it('a dish that is off says why, offered again it is on', () => {
    const off: Parameters<typeof facts>[number][] = [
      ['dish.offered', { dish, perCover: 0.3, delayMin: 35 }],
      ['dish.withdrawn', { dishId: 'trout', reason: 'no more trout' }],
    ]
    expect(foldService('s', facts(...off)).dishes).toMatchObject([
      { perCover: 0.3, offReason: 'no more trout' },
    ])
    const again = foldService(
      's',
      facts(...off, ['dish.offered', { dish, perCover: 0.2, delayMin: 35 }]),
    ).dishes
    expect(again).toEqual([{ dish, perCover: 0.2, delayMin: 35 }])
  })
  it('an older plan that comes late does not undo a newer one; closed stays closed', () => {
    const state = foldService(
      's',
      facts(
        ['plan.published', plan(2)],
        ['plan.published', plan(1)],
        ['service.closed', { note: '' }],
        ['service.opened', { name: 'Supper', timeZone: 'UTC' }],
      ),
    )
    expect(state.plan?.number).toBe(2)
    expect(state.status).toBe('closed')
    expect(state.opened?.name).toBe('Supper')
  })
  it('a table is as its newest order has it; a feed that sends its backlog late undoes nothing', () => {
    const order = (count: number, revision?: number) => ({
      tableId: 't',
      label: 'Table 5',
      pickUpAtMs: 1000,
      plates: [{ plateId: 'p', dishId: 'trout', count, detailsId: null }],
      ...(revision === undefined ? {} : { feed: { source: 'feed', ref: '7', revision } }),
    })
    const tables = foldService(
      's',
      facts(
        ['table.ordered', order(2, 1)],
        ['table.ordered', order(4, 3)],
        ['table.ordered', order(3, 2)],
        ['table.moved', { tableId: 't', pickUpAtMs: 2000 }],
        ['table.moved', { tableId: 'none', pickUpAtMs: 2000 }],
      ),
    ).tables
    expect([...tables.values()]).toMatchObject([{ plates: [{ count: 4 }], pickUpAtMs: 2000, orderedAtMs: 0 }])
  })
  it('a call is held, fired, taken back, fired again and gone', () => {
    const fired = { callId: 'c', tableId: 't', plates: 2, fromBatchId: null }
    const steps: Parameters<typeof facts>[number][] = [
      ['call.held', { callId: 'c' }],
      ['call.fired', fired],
      ['call.takenBack', { callId: 'c' }],
      ['call.fired', { ...fired, plates: 3 }],
      ['call.gone', { callId: 'c' }],
    ]
    const after = (n: number) => foldService('s', facts(...steps.slice(0, n))).calls.c
    expect(after(1)).toMatchObject({ isHeld: true })
    expect(after(2)).toMatchObject({ isHeld: false, firedAtMs: 1, firedPlates: 2 })
    expect(after(3)!.firedAtMs).toBeUndefined()
    expect(after(5)).toMatchObject({ firedAtMs: 3, firedPlates: 3, goneAtMs: 4 })
  })
  it('fired and taken back in one millisecond it is not fired, whichever is read first', () => {
    const fired = { callId: 'c', tableId: 't', plates: 2, fromBatchId: null }
    const steps: Parameters<typeof facts>[number][] = [
      ['call.fired', fired],
      ['call.takenBack', { callId: 'c' }],
    ]
    for (const both of [steps, [...steps].reverse()])
      expect(foldService('s', facts(...both)).calls.c!.firedAtMs).toBeUndefined()
  })
  it('what belongs to no service is a deviation, not an error', () => {
    const [fact] = facts(['service.closed', { note: '' }])
    const stray = { ...fact!, kind: 'portion.served', payload: { portions: 1, orderId: null } } as Fact
    expect(foldService('s', [stray]).deviations).toMatchObject([{ code: 'notOfThisStream' }])
  })
})
