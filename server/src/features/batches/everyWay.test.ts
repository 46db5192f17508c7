import {
  applyChoices,
  foldBatch,
  followPlan,
  kitchenGoods,
  liftFact,
  mergeFacts,
  placeBatch,
  type Choices,
  type Fact,
  type Formula,
  type KitchenCatalog,
  type Put,
  type Truth,
} from '@liquamen/core'
import { readFileSync } from 'node:fs'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { createTestApp, NOW_MS, testFact, type TestApp } from '../../testing/testApp'

const { catalog, ...rest } = JSON.parse(
  readFileSync(new URL('../../../../demo/larchwater-house.json', import.meta.url), 'utf8'),
) as {
  catalog: KitchenCatalog
}
const goods = kitchenGoods(catalog)
/** One more way of each school than the one that is written. */
const ways = catalog.formulas.flatMap((formula) =>
  (formula.schools ?? []).flatMap((school) => {
    const other = school.options.find((o) => o.id !== school.defaultId)
    return other ? [{ formula, school: school.id, option: other.id }] : []
  }),
)
let t: TestApp
beforeAll(async () => {
  t = await createTestApp()
  await t.request('/import', { body: { ...rest, catalog, facts: [], guestDetails: [] } })
})
afterAll(() => t.close())

/** Facts of a batch that a pan of another pace and a hand that stops too soon have made. */
function cooked(
  formula: Formula,
  choices: Choices,
  truth: Truth,
): { id: string; facts: ReturnType<typeof testFact>[] } {
  const chosen = applyChoices(formula, choices)
  const portions = formula.basisPortions
  const placed = placeBatch(
    { formula: chosen, ingredients: goods, portions, pickupAtMs: NOW_MS + 36e6, nowMs: NOW_MS },
    catalog,
    [],
  )
  const id = uuidv7()
  const facts: ReturnType<typeof testFact>[] = []
  const put: Put = (kind, atMs, payload) => {
    const fact = testFact(t, kind, id, payload, { deviceAtMs: atMs } as never)
    facts.push(fact as never)
    return { ...fact, atMs } as unknown as Fact
  }
  const ids = placed.plan.weighOut.map((l) => l.ingredientId)
  followPlan({
    batchId: id,
    planned: {
      shares: [],
      formulaId: formula.id,
      sauceName: formula.name,
      fill: formula.fill,
      vessels: Object.fromEntries(Object.entries(placed.place.vessels).map(([role, pan]) => [role, pan.id])),
      ringId: placed.ring.id,
      sources: {},
      phrases: {},
      choices,
      ...(placed.choice.movesAtStepId ? { movesAtStepId: placed.choice.movesAtStepId } : {}),
      plan: placed.plan,
    },
    frozen: {
      formula: chosen,
      ingredients: [...goods.values()].filter((g) => ids.includes(g.id) || g.id === 'water'),
      vessels: placed.place.vessels,
      ring: placed.ring,
      settings: catalog.settings,
    },
    startAtMs: NOW_MS - 30 * 3600_000,
    truth,
    put,
    well: { id: 'a', letter: 'A' },
  })
  return { id, facts }
}

describe('one more way of each school, made by a pan that is not the app’s', () => {
  it.each(ways.map((w, i) => [`${w.formula.id} ${w.school}: ${w.option}`, w, i] as const))(
    '%s',
    async (_, way, i) => {
      const truth = { paceFactor: 0.8 + 0.1 * (i % 6), stopsAboveFrac: 0.04 * ((i % 3) - 1), reads: true }
      const { id, facts } = cooked(way.formula, { schools: { [way.school]: way.option }, swaps: {} }, truth)
      for (let at = 0; at < facts.length; at += 50) {
        const answer = (await (
          await t.request('/facts', { body: { facts: facts.slice(at, at + 50) } })
        ).json()) as {
          results: { status: string }[]
        }
        expect(answer.results.filter((r) => r.status === 'refused')).toEqual([])
      }
      const stored = ((await (await t.request(`/batches/${id}`)).json()) as { facts: Fact[] }).facts
      const state = foldBatch(id, mergeFacts([], stored.map(liftFact)))
      expect(state.deviations.map((d) => d.code).filter((code) => code !== 'overReduced')).toEqual([])
      expect(['finished', 'stored', 'underWay']).toContain(state.status) // one that is held stands in its well
      expect(state.status === 'underWay').toBe(state.hold !== undefined)
      for (const step of Object.values(state.steps))
        if (step.stage) expect(step.massG).toBeCloseTo(step.stage.targetMassG * (1 + truth.stopsAboveFrac), 6)
    },
  )
})
