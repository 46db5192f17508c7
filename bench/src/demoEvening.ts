import {
  byStream,
  eveningInstance,
  foldLot,
  foldService,
  kitchenGoods,
  startEvening,
  takeApart,
  taskId,
  type Fact,
} from '@liquamen/core'
import { demoCatalog as catalog, demoFacts as facts } from './demoKitchen'

function lotsOf(facts: readonly Fact[]) {
  const ofLots = facts.filter((f) => f.streamKind === 'lot')
  return [...byStream(ofLots)].map(([id, list]) => foldLot(id, list))
}
/** The demo kitchen's supper as it is scheduled, its plan after so many tries, and how long each of its batches takes, s. */
export function demoEvening(tries: number) {
  const opened = facts.findLast((f) => f.kind === 'service.opened')!
  const service = foldService(
    opened.streamId,
    facts.filter((f) => f.streamId === opened.streamId),
  )
  const nowMs = Math.max(...facts.map((f) => f.atMs))
  const people = service.people.map((p) => ({ fromMs: p.fromAtMs, count: p.count }))
  const question = {
    service,
    catalog,
    ingredients: kitchenGoods(catalog),
    lots: lotsOf(facts),
    people,
    stove: { id: 'stove', zeroMs: nowMs, nowMs, people, batches: [], pickUps: [] },
    tonight: { called: [], standing: [], coming: [], begunKeys: [], planned: new Map<string, number>() },
    nowMs,
    idOf: (key: string) => key,
  }
  const search = startEvening(question, takeApart(question))
  search.run(tries)
  const { asked, answer } = search.plan()
  if (answer.status !== 'feasible') throw new Error('the demo evening has no plan')
  const makingS = new Map(
    asked.batches.map(({ id, plans: [first] }) => [
      taskId(id, first!.plan.steps.at(-1)!.stepId),
      Math.round(first!.plan.totalMin.value * 60),
    ]),
  )
  // played by when plates are called, not by when their sauce was planned to be ready
  const pickUps = asked.pickUps.map(({ readyBeforeMs: _, ...called }) => called)
  return { instance: eveningInstance({ ...asked, pickUps }, catalog), answer, makingS }
}
