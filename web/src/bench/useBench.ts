import {
  actualEnd,
  actualSalt,
  BROKEN,
  isBroken,
  massG as massOf,
  saltOnPlateFrac,
  temperatureReading,
  type AlarmName,
  type BatchView,
  type CheckpointId,
  type Cue,
  type Insert,
  type Payloads,
  type RemedyId,
  type SaltKind,
  type Symptom,
  type Taste,
  type TasteWord,
} from '@liquamen/core'
import { computed, shallowRef, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchen } from '../port/useKitchen'
import { tempText } from '../ui/format'
import { texts } from '../ui/texts'
import { useActs } from './useActs'
import { useForbidden, type Forbidden } from './useForbidden'
import { useSteps } from './useSteps'

type BatchResult = Payloads['batch.finished']['result']
/** Goods and how much of each, g. */
type Goods = readonly (readonly [ingredientId: string, massG: number])[]
/** A good that a guest must not have, and the answer: it is in already, or it stays out. */
interface Barred extends Forbidden {
  readonly answer: (isIn: boolean) => void
}
/** How something is put in: how cold, what goes on record with it, and what its undo says. */
interface Putting {
  readonly coolerByK?: number | undefined
  readonly besides?: readonly Entry[]
  readonly says?: string
}
const ROOM_C = 20
const NEAR_BOIL_C = 96

/** What a cook can do at the bench of one batch; every act is a fact, and one that was not kept says so. */
export function useBench(view: Ref<BatchView>) {
  const kitchen = useKitchen()
  const id = view.value.state.id
  const acts = useActs(id)
  const { attempt, attemptAndShow, keep, keepAndShow, offerUndo } = acts
  const forbidden = useForbidden(view)
  /** Moves with the facts, not with the second: what is worked out of it is worked out once. */
  const state = computed(() => view.value.state)
  const stepId = computed(() => view.value.step?.id ?? '')
  const addition = (
    ingredientId: string,
    massG: number,
    coolerByK = massG > 0 ? NEAR_BOIL_C - ROOM_C : 0,
  ): Payloads['addition.made'] => ({
    stepId: stepId.value,
    ingredientId,
    massG,
    sdG: Math.max(2, Math.abs(massG) * 0.02),
    coolerByK,
  })

  /** Goods that a guest must not have, waiting for a cook's word. */
  const barred = shallowRef<Barred>()
  const record = (goods: Goods, { coolerByK, besides = [], says }: Putting) =>
    attemptAndShow(async () =>
      offerUndo(
        await kitchen.recordAll([
          ...besides,
          ...goods.map(([good, massG]) => ({
            kind: 'addition.made' as const,
            streamId: id,
            payload: addition(good, massG, coolerByK),
          })),
        ]),
        says ?? goods.map(([, massG]) => `${massG} g`).join(' + '),
      ),
    )
  /** What goes in beyond the formula was asked about by no plan: where a guest of this batch must not have it, it is asked here, once. */
  function putIn(goods: Goods, how: Putting = {}): Promise<boolean> {
    const found = forbidden(goods.flatMap(([good, massG]) => (massG > 0 ? [good] : [])))
    if (!found) return record(goods, how)
    return new Promise((settle) => {
      barred.value = {
        ...found,
        answer(isIn) {
          barred.value = undefined
          settle(isIn ? record(goods, how) : false)
        },
      }
    })
  }

  return {
    ...acts,
    ...useSteps(view, acts),
    stepId,
    heatOf: (tempC: number) =>
      keepAndShow('reading.taken', temperatureReading({ stepId: stepId.value }, tempC), tempText(tempC)),
    barred,
    /** Something goes in or, negative, comes out; cold goods take the boil off until it comes back. */
    add: (ingredientId: string, massG: number, coolerByK?: number) =>
      putIn([[ingredientId, massG]], { coolerByK }),
    /** What goes in together in one tap, and comes out together by its undo. */
    addTogether: (goods: Goods) => putIn(goods),
    /** A remedy is begun: what goes in for it, and that it was tried; a sauce that is found broken by it is on record as that. */
    tryRescue: (symptom: Symptom, remedy: RemedyId, goods: Goods, says: string) => {
      const tried = { stepId: stepId.value, symptom, remedy }
      const isNew = BROKEN.includes(symptom) && !isBroken(state.value)
      const broke: Entry = { kind: 'sauce.broke', streamId: id, payload: { stepId: stepId.value } }
      const besides: Entry[] = [
        ...(isNew ? [broke] : []),
        { kind: 'rescue.tried', streamId: id, payload: tried },
      ]
      return putIn(goods, { besides, says })
    },
    /** Whether it held. */
    endRescue: (triedId: string, isHeld: boolean, says: string) =>
      keep('rescue.ended', { stepId: stepId.value, triedId, isHeld }, says),
    /** It is found broken. */
    broke: (says: string) => keep('sauce.broke', { stepId: stepId.value }, says),
    /** What is seen or heard of the step, in one tap. */
    cue: (cue: Cue, says: string) => keep('cue.seen', { stepId: stepId.value, cue }, says),
    /** What the spoon said, and what was computed for it. */
    spoon: (seen: Payloads['spoon.seen']) => keep('spoon.seen', seen, texts.bench.spoonSeen),
    /** Counted out of the pot: bay, string, bag. */
    takeOut: (inserts: readonly Insert[]) =>
      attemptAndShow(async () =>
        offerUndo(
          await kitchen.recordAll(
            inserts.map((insert) => ({ kind: 'insert.takenOut', streamId: id, payload: insert })),
          ),
          inserts.map((i) => i.what).join(', '),
        ),
      ),
    weighIn: (itemId: string, ingredientId: string, massG: number) =>
      keep('ingredient.weighed', { itemId, ingredientId, massG }, `${massG} g`),
    /** Says that a look was taken: the next one is counted from here. */
    answer: (alarm: AlarmName) => keep('alarm.silenced', { alarm, stepId: stepId.value }, texts.bench.looked),
    salt: (massG: number, salt?: SaltKind) =>
      attempt(async () => {
        const end = actualEnd(state.value)
        const salted = end && { ...end, liquid: { ...end.liquid, salt: end.liquid.salt + massG } }
        const saltFrac = salted && massOf(salted.liquid) > 0 ? saltOnPlateFrac(salted) : 1
        const payload = { massG, saltFrac, ...(salt ? { salt } : {}) }
        offerUndo([await kitchen.record('salt.added', id, payload)], `${massG} g`)
      }),
    /** A tasting, with what the sum said of it. */
    taste: (checkpoint: CheckpointId, word: TasteWord, of: Taste) =>
      keep(
        'taste.noted',
        { stepId: stepId.value, checkpoint, word, saltFrac: of.saltFrac, acidFrac: of.acidFrac },
        texts.bench.tasted,
      ),
    saltNow: computed(() => actualSalt(state.value)),
    serve: (portions: number, orderId: string | null) =>
      keep('portion.served', { portions, orderId }, texts.bench.servedUndo(portions)),
    finish: (result: BatchResult, reason = '') =>
      attempt(() => kitchen.record('batch.finished', id, { result, reason })),
    /** The last step and the batch with it, in one tap. */
    finishWithStep: (result: BatchResult) =>
      attempt(() =>
        kitchen.recordAll([
          { kind: 'step.finished', streamId: id, payload: { stepId: stepId.value } },
          { kind: 'batch.finished', streamId: id, payload: { result, reason: '' } },
        ]),
      ),
  }
}
export type Bench = ReturnType<typeof useBench>
