import {
  kitchenGoods,
  startEvening,
  takeApart,
  type EveningPlan,
  type EveningQuestion,
  type Explosion,
  type Ingredient,
  type KitchenCatalog,
} from '@liquamen/core'
import { batchIdOf } from '@liquamen/contracts/eveningIds'

/** An evening that is to be planned; asked again, what was asked before is given up. */
export interface EveningAsk extends Omit<EveningQuestion, 'catalog' | 'ingredients' | 'idOf'> {
  readonly ask: number
  /** The kitchen and its book, where they are not as before: what was worked out of them is kept. */
  readonly catalog?: KitchenCatalog
  /** How long a plan is looked for, ms; none where only the goods are asked. */
  readonly budgetMs?: number | undefined
}
/** A question, or that nobody waits for one any more. */
export type PlannerHears = EveningAsk | { readonly leaves: number }
/** What is known so far: the goods at once, a plan as soon as there is one, a better one whenever it is found. */
export interface EveningTold {
  readonly ask: number
  readonly explosion: Explosion
  readonly plan?: EveningPlan | undefined
  readonly isDone: boolean
}

const SLICE_MS = 60
let latest = 0
let kept:
  | {
      readonly catalog: KitchenCatalog
      readonly ingredients: ReadonlyMap<string, Ingredient>
    }
  | undefined

/** So that a newer question is heard between two slices. */
const breathe = () => new Promise((resolve) => setTimeout(resolve))

async function answer(
  { ask, budgetMs, ...asked }: EveningAsk,
  kitchen: NonNullable<typeof kept>,
): Promise<void> {
  const question: EveningQuestion = {
    ...asked,
    catalog: kitchen.catalog,
    ingredients: kitchen.ingredients,
    idOf: (key) => batchIdOf(asked.service.id, key),
  }
  const explosion = takeApart(question)
  const tell = (isDone: boolean, plan?: EveningPlan) =>
    self.postMessage({ ask, explosion, plan, isDone } satisfies EveningTold)
  tell(budgetMs === undefined)
  if (budgetMs === undefined) return
  const search = startEvening(question, explosion)
  const sinceMs = performance.now()
  while (latest === ask && performance.now() - sinceMs < budgetMs) {
    const sliceMs = performance.now()
    do search.run(1)
    while (!search.isKept() && performance.now() - sliceMs < SLICE_MS)
    if (search.isKept()) break
    // what clashes is only named at the end: that takes its time
    if (search.isBetter()) tell(false, search.plan())
    await breathe()
  }
  if (latest === ask) tell(true, search.plan())
}

/** Plans an evening away from the thread that draws. */
self.onmessage = ({ data }: MessageEvent<PlannerHears>) => {
  if ('leaves' in data) {
    if (latest === data.leaves) latest = 0
    return
  }
  const { catalog, ...ask } = data
  latest = ask.ask
  if (catalog) kept = { catalog, ingredients: kitchenGoods(catalog) }
  if (kept) void answer(ask, kept)
}
