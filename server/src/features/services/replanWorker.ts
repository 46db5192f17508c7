// Evenings are planned anew beside the server, which goes on answering. What was worked out of a kitchen is kept from one look to the next.
import { batchIdOf, orderIdOf } from '@liquamen/contracts/eveningIds'
import {
  byStream,
  compareFacts,
  kitchenGoods,
  liftFact,
  measuredIn,
  replanEvening,
  type Fact,
  type GuestNeeds,
  type KitchenCatalog,
  type Replanned,
} from '@liquamen/core'
import type { Sample } from '@liquamen/contracts'
import { parentPort } from 'node:worker_threads'

/** A look at a kitchen: what is new of it since the last, and its evening. */
export interface ReplanLook {
  readonly lookId: number
  readonly kitchenId: string
  readonly serviceId: string
  readonly nowMs: number
  readonly budgetMs: number
  /** Sent when it is another. */
  readonly catalog?: KitchenCatalog | undefined
  readonly guests: readonly (GuestNeeds & { readonly id: string })[]
  /** All that is current at the first look, then what came since. */
  readonly facts: readonly Fact[]
  /** What the channels that stand in sauces showed of late. */
  readonly samples: Readonly<Record<string, readonly Sample[]>>
  /** Forgets what it was told before. */
  readonly isFirst: boolean
}
/** What came of it. */
export interface ReplanSaid {
  readonly lookId: number
  readonly plan?: Replanned | undefined
  readonly error?: string | undefined
}

/** Where plates wait it is worth it to look so many times as long. */
const WHEN_LATE = 2

interface Kept {
  catalog: KitchenCatalog
  ingredients: ReturnType<typeof kitchenGoods>
  facts: Map<string, Fact>
}
const kitchens = new Map<string, Kept>()

function kept({ kitchenId, catalog, facts, isFirst }: ReplanLook): Kept {
  const before = isFirst ? undefined : kitchens.get(kitchenId)
  const kitchen = before ?? { catalog: catalog!, ingredients: kitchenGoods(catalog!), facts: new Map() }
  if (before && catalog) Object.assign(kitchen, { catalog, ingredients: kitchenGoods(catalog) })
  for (const fact of facts) kitchen.facts.set(fact.id, liftFact(fact))
  kitchens.set(kitchenId, kitchen)
  return kitchen
}

function look(asked: ReplanLook): Replanned | undefined {
  const { catalog, ingredients, facts } = kept(asked)
  const streams = byStream([...facts.values()].sort(compareFacts))
  const sinceMs = performance.now()
  return replanEvening({
    serviceId: asked.serviceId,
    streams,
    catalog,
    ingredients,
    measured: measuredIn(catalog, (channelId) => asked.samples[channelId] ?? []),
    guests: new Map(asked.guests.map((g) => [g.id, g])),
    nowMs: asked.nowMs,
    idOf: (key) => batchIdOf(asked.serviceId, key),
    orderIdOf,
    isOver: (isLate) => performance.now() - sinceMs > (isLate ? WHEN_LATE : 1) * asked.budgetMs,
  })
}

parentPort?.on('message', (asked: ReplanLook) => {
  try {
    parentPort?.postMessage({ lookId: asked.lookId, plan: look(asked) } satisfies ReplanSaid)
  } catch (error) {
    parentPort?.postMessage({
      lookId: asked.lookId,
      error: String((error as Error).stack),
    } satisfies ReplanSaid)
  }
})
