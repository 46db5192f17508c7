import {
  beginsAtMs,
  byStream,
  compareFacts,
  foldBatch,
  foldKitchen,
  followPlan,
  frozenAt,
  kitchenGoods,
  KINDS,
  liftFact,
  rehearsalRecord,
  streamOf,
  techniqueOf,
  viewBatch,
  type BatchState,
  type Fact,
  type KitchenCatalog,
} from '@liquamen/core'
import { randomUUID } from 'node:crypto'
import { enrol, type Enrolled } from './enrol'
import type { KitchenServer } from './kitchenServer'

/** Something that the second cook does, and when. */
interface Doing {
  readonly atMs: number
  readonly fact: Pick<Fact, 'kind' | 'streamId' | 'payload'>
}

const isOfStep = ({ payload }: Doing['fact'], stepId: string) =>
  'stepId' in payload && payload.stepId === stepId

/**
 * A second cook, at a tablet that is no browser: works the batches of the evening's plan as they are planned, each step at its planned time, and puts
 * on record what the core's made-up cook does.
 */
export class SecondCook {
  private seq = 0
  private deviceSeq = 0
  private readonly facts: Fact[] = []
  private readonly begun = new Set<string>()
  private readonly waiting: Doing[] = []
  private constructor(private readonly device: Enrolled) {}
  static async enrol(kitchen: KitchenServer): Promise<SecondCook> {
    return new SecondCook(await enrol(kitchen, 'Second cook'))
  }

  /** The kitchen as its facts leave it. */
  kitchen(): KitchenCatalog {
    return foldKitchen(
      this.device.catalog,
      this.facts.filter((f) => f.streamKind === 'kitchen'),
    )
  }
  /** What the server answers this tablet. */
  async ask(kitchen: KitchenServer, path: string, body?: object): Promise<unknown> {
    const how = body ? { method: 'POST', body: JSON.stringify(body) } : {}
    const answer = await fetch(`${kitchen.url}/api${path}`, { headers: this.device.headers, ...how })
    const text = await answer.text()
    if (!answer.ok || /"status":"refused"/.test(text)) throw new Error(`${path}: ${text.slice(0, 400)}`)
    return JSON.parse(text)
  }
  /** Batches as the server has them now. */
  async batches(kitchen: KitchenServer): Promise<BatchState[]> {
    for (let hasMore = true; hasMore;) {
      const { facts } = (await this.ask(kitchen, `/facts?after=${this.seq}`)) as { facts: Fact[] }
      hasMore = facts.length > 0
      this.facts.push(...facts.map(liftFact))
      this.seq = facts.at(-1)?.seq ?? this.seq
    }
    const ofBatches = byStream(this.facts.filter((f) => f.streamKind === 'batch'))
    return [...ofBatches].map(([id, list]) => foldBatch(id, [...list].sort(compareFacts)))
  }
  /** All facts that this cook's tablet has heard of. */
  heard(): readonly Fact[] {
    return this.facts
  }

  /** Takes on all that the plan has begin by then. */
  async takeOn(kitchen: KitchenServer, untilMs: number): Promise<void> {
    for (const batch of await this.batches(kitchen)) {
      const { planned } = batch
      if (batch.status !== 'planned' || !planned || beginsAtMs(planned) > untilMs) continue
      if (this.begun.has(batch.id)) continue
      this.begun.add(batch.id)
      this.waiting.push(...this.worked(batch, beginsAtMs(planned)))
    }
    this.waiting.sort((a, b) => a.atMs - b.atMs)
  }
  /** Goes on with all that others have under way. */
  async takeOver(kitchen: KitchenServer, nowMs: number): Promise<void> {
    for (const batch of await this.batches(kitchen)) {
      const { step, hold, stepStartedAtMs } = viewBatch(batch, this.kitchen(), nowMs) ?? {}
      if (batch.status !== 'underWay' || hold || !step) continue
      const all = this.worked(batch, stepStartedAtMs ?? nowMs)
      const began = all.find(({ fact: f }) => f.kind === 'step.started' && isOfStep(f, step.id))
      const next = all.findIndex(({ fact: f }) => f.kind === 'step.finished' && isOfStep(f, step.id))
      if (!began || next < 0) continue
      this.begun.add(batch.id)
      const backMs = began.atMs - (stepStartedAtMs ?? nowMs)
      this.waiting.push(...all.slice(next).map((d) => ({ ...d, atMs: Math.max(nowMs, d.atMs - backMs) })))
    }
    this.waiting.sort((a, b) => a.atMs - b.atMs)
  }
  /** Puts on record all that is done by now. */
  async work(kitchen: KitchenServer, nowMs: number): Promise<void> {
    const count = this.waiting.filter((d) => d.atMs <= nowMs).length
    const facts = this.waiting.splice(0, count).map(({ atMs, fact }) => ({
      id: randomUUID(),
      kitchenId: this.device.kitchenId,
      streamKind: streamOf(fact.kind),
      streamId: fact.streamId,
      kind: fact.kind,
      v: KINDS[fact.kind].v,
      deviceId: this.device.deviceId,
      deviceSeq: ++this.deviceSeq,
      deviceAtMs: Math.round(atMs),
      clockOffsetMs: 0,
      actor: { deviceId: this.device.deviceId },
      payload: fact.payload,
    }))
    if (facts.length) await this.ask(kitchen, '/facts', { facts })
  }

  /** What the core's made-up cook does with a batch, each step moved to where the plan has it. */
  private worked(state: BatchState, startAtMs: number): Doing[] {
    const { id, planned } = state
    const { at = [], plan } = planned!
    const catalog = this.kitchen()
    const { formula, vessels, ring } = viewBatch(state, catalog, startAtMs)!
    const place = { formula, vessels, ring, settings: catalog.settings }
    const serve = formula.steps.find((s) => techniqueOf(s).id === 'serve')
    const wellId = at.find((a) => a.wellId !== undefined)?.wellId
    const well = catalog.wells.find((w) => w.id === wellId)
    const { facts, put } = rehearsalRecord(id)
    followPlan({
      batchId: id,
      planned: planned!,
      frozen: frozenAt(plan, place, kitchenGoods(catalog)),
      startAtMs,
      put,
      ...(serve ? { untilStepId: serve.id } : {}),
      ...(well ? { well: { id: well.id, letter: well.letter } } : {}),
    })
    let shiftMs = 0
    return facts.flatMap((fact): Doing[] => {
      if (fact.kind === 'batch.planned') return [] // it is, by the evening's plan
      if (fact.kind === 'step.started') {
        const own = at.find((a) => a.stepId === fact.payload.stepId)?.startAtMs
        shiftMs = Math.max(shiftMs, own === undefined ? shiftMs : own - fact.atMs)
      }
      return [{ atMs: fact.atMs + shiftMs, fact: { kind: fact.kind, streamId: id, payload: fact.payload } }]
    })
  }
}
