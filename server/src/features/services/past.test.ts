import { learnDish, type PastService } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import demoFile from '../../../../demo/larchwater-house.json'
import { addToCatalog } from '../../catalog/catalog.repo'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const demo = demoFile.catalog
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
  await t.database.inKitchen(t.kitchenId, (tx) => addToCatalog(tx, t.kitchenId, demo))
  const dishes = demo.dishes!.map((dish) => testFact(t, 'dish.set', t.kitchenId, { dish }))
  await t.request('/facts', { body: { facts: dishes } })
})
afterAll(() => t.close())
const past = async () =>
  ((await (await t.request('/services/past')).json()) as { services: PastService[] }).services
const bring = async (csv: string) =>
  (await (await t.request('/services/past', { body: { csv } })).json()) as {
    added: number
    known: number
    bad: { line: number; why: string }[]
  }

describe('evenings that are over', () => {
  it('a closed one counts what its tables asked for; what was cancelled, and one that is open, does not', async () => {
    const [closed, open] = [uuidv7(), uuidv7()]
    const dish = demo.dishes!.find((d) => d.id === 'beefFillet')!
    const facts = [closed, open].flatMap((id) => [
      testFact(t, 'service.opened', id, { name: 'Supper', timeZone: 'UTC' }),
      testFact(t, 'sitting.set', id, {
        sittingId: 's',
        name: 'First',
        startsAtMs: NOW_MS,
        covers: 40,
        basis: 'booked',
        spreadMin: 10,
      }),
      testFact(t, 'dish.offered', id, { dish, perCover: 0.1, delayMin: 20 }),
      ...[6, 3].map((count, i) => {
        const tableId = `0197a000-0000-7000-8000-00000000000${i}`
        return testFact(t, 'table.ordered', id, {
          tableId,
          label: `T${i}`,
          pickUpAtMs: NOW_MS,
          plates: [{ plateId: 'p', dishId: 'beefFillet', count, detailsId: null }],
        })
      }),
      testFact(t, 'table.cancelled', id, {
        tableId: '0197a000-0000-7000-8000-000000000001',
        reason: '',
      }),
    ])
    await t.request('/facts', {
      body: { facts: [...facts, testFact(t, 'service.closed', closed, { note: '' })] },
    })
    expect(await past()).toEqual([
      { serviceId: closed, name: 'Supper', atMs: NOW_MS, covers: 40, plates: { beefFillet: 6 } },
    ])
  })
  it('come from a file too, each day once, however often it is brought; a dish by its name or id', async () => {
    const csv =
      'date;covers;dish;plates\n2026-04-18;50;beefFillet;8\n2026-04-18;50;Skate with capers;5\n2026-04-25;60;skatewing;9\n'
    expect(await bring(csv)).toEqual({ added: 2, known: 0, bad: [] })
    expect(await bring(csv)).toEqual({ added: 0, known: 2, bad: [] })
    const list = await past()
    expect(list.map((p) => p.covers)).toEqual([40, 60, 50])
    // the prior of ten guests, then 14 plates of 110 guests a few weeks ago
    const skate = learnDish('skateWing', { perCover: 0.3, past: list, nowMs: NOW_MS })!
    expect(skate.evenings).toBe(2)
    expect(skate.value).toBeGreaterThan(0.13)
    expect(skate.value).toBeLessThan(0.15)
    expect(skate.low).toBeLessThan(skate.value)
    expect(skate.high).toBeGreaterThan(skate.value)
  })
  it.each([
    ['date,covers,plates\n2026-01-03,50,8', /no column dish/],
    ['date,covers,dish,plates\n03.01.2026,50,beefFillet,8', /no date/],
    ['date,covers,dish,plates\n2026-01-03,0,beefFillet,8', /Covers/],
    ['date,covers,dish,plates\n2026-01-03,50,beefFillet,-8', /Plates/],
    ['date,covers,dish,plates\n2026-01-03,50,Nobody knows it,8', /no dish/],
    ['date,covers,dish,plates\n2026-01-03,50,beefFillet,8\n2026-01-03,51,skateWing,2', /other covers/],
    ['date,covers,dish,plates\n', /no evening/],
  ])('a line that cannot be is told, and nothing of its file is taken: %j', async (csv, why) => {
    const before = await past()
    const { added, bad } = await bring(csv)
    expect(added).toBe(0)
    expect(bad[0]!.why).toMatch(why)
    expect(await past()).toEqual(before)
  })
})
