import {
  besideStove,
  eveningInstance,
  eveningOf,
  explode,
  kitchenGoods,
  startSchedule,
  type EveningAsked,
  type Explosion,
  type KitchenCatalog,
  type LotState,
  type PlacedTask,
  type ScheduleAnswer,
  type ServiceAsked,
  type ServiceState,
} from '@liquamen/core'
import { batchIdOf } from './batchIdOf'

/** An evening that is to be planned; asked again, what was asked before is given up. */
export interface EveningQuestion {
  readonly ask: number
  /** Reads the same as long as brief, larder and kitchen are the same: what was worked out of them is kept. */
  readonly reads: string
  readonly service: Pick<ServiceState, 'id' | 'sittings' | 'dishes'>
  readonly catalog: KitchenCatalog
  readonly lots: readonly LotState[]
  readonly people: EveningAsked['people']
  /** What else is on the stove. */
  readonly stove: EveningAsked
  readonly nowMs: number
  /** The plan in force: it is kept wherever it still may be. */
  readonly inForce?: readonly PlacedTask[] | undefined
  /** How long it is looked for, ms. */
  readonly budgetMs: number
  /** A batch that was dragged: it may begin no sooner than this, and soon after. */
  readonly pinned?: { readonly batchId: string; readonly fromS: number } | undefined
}
/** What is known so far: the goods at once, a plan as soon as there is one, a better one whenever it is found. */
export interface EveningTold {
  readonly ask: number
  readonly explosion: Explosion
  readonly own: ServiceAsked
  readonly asked: EveningAsked
  readonly answer?: ScheduleAnswer | undefined
  readonly isDone: boolean
}

const SLICE_MS = 60
/** How far from where it was dropped a batch may begin, s. */
const NEAR_S = 120
let latest = 0
let known: { readonly reads: string; readonly explosion: Explosion; readonly own: ServiceAsked } | undefined

/** So that a newer question is heard between two slices. */
const breathe = () => new Promise((resolve) => setTimeout(resolve))

function pin(asked: EveningAsked, q: EveningQuestion) {
  const { catalog, pinned } = q
  const instance = eveningInstance({ ...asked, inForce: q.inForce }, catalog)
  if (!pinned) return instance
  const first = instance.tasks.find((t) => t.id.startsWith(`${pinned.batchId}/`))
  const longestS = Math.max(0, ...(first?.modes ?? []).map((m) => m.durationS.mid))
  return {
    ...instance,
    tasks: instance.tasks.map((t) =>
      t === first
        ? {
            ...t,
            window: { earliestS: pinned.fromS, latestEndS: pinned.fromS + longestS + NEAR_S },
          }
        : t,
    ),
  }
}

/** The evening taken apart: the long part of it, done once. */
function takenApart(q: EveningQuestion) {
  if (known?.reads === q.reads) return known
  const { catalog, nowMs, people } = q
  const ingredients = kitchenGoods(catalog)
  const explosion = explode({ service: q.service, catalog, ingredients, lots: q.lots, nowMs })
  const idOf = (key: string) => batchIdOf(q.service.id, key)
  const own = eveningOf({ serviceId: q.service.id, explosion, catalog, ingredients, people, nowMs, idOf })
  known = { reads: q.reads, explosion, own }
  return known
}

async function plan(q: EveningQuestion): Promise<void> {
  const { explosion, own } = takenApart(q)
  const asked = besideStove(own, { ...q.stove, zeroMs: own.zeroMs })
  const tell = (more: Pick<EveningTold, 'answer' | 'isDone'>) =>
    self.postMessage({ ask: q.ask, explosion, own, asked, ...more } satisfies EveningTold)
  tell({ isDone: false })
  const search = startSchedule(pin(asked, q), { seed: 1, from: q.inForce })
  const sinceMs = performance.now()
  let told = ''
  while (latest === q.ask && performance.now() - sinceMs < q.budgetMs) {
    const sliceMs = performance.now()
    while (performance.now() - sliceMs < SLICE_MS) search.run(1)
    const found = JSON.stringify(search.objective())
    if (found && found !== told) tell({ answer: search.answer(), isDone: false })
    told = found
    await breathe()
  }
  if (latest === q.ask) tell({ answer: search.answer(), isDone: true })
}

/** Plans an evening away from the thread that draws. */
self.onmessage = ({ data }: MessageEvent<EveningQuestion>) => {
  latest = data.ask
  void plan(data)
}
