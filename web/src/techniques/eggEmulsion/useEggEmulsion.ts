import {
  butterReady,
  DROPS_G_PER_S,
  emulsionOf,
  type BatchView,
  type BathHeat,
  type Cue,
} from '@liquamen/core'
import { computed, nextTick, ref, type Ref } from 'vue'
import { useKitchen } from '../../port/useKitchen'
import { CUE_WORDS } from '../../ui/cueWords'
import { texts } from '../../ui/texts'
import type { Entry } from '../../port/makeFact'
import type { Bench } from '../../bench/useBench'

const CUE_ORDER: readonly Cue[] = ['foamy', 'trails', 'ribbon']
const WATER_DOSE_G = 15

/** What a cook tells the app at an egg sauce: cues, bath, pours; one key carries the work on. */
export function useEggEmulsion(view: Ref<BatchView>, bench: Bench) {
  const kitchen = useKitchen()
  const state = computed(() => view.value.state)
  const stepId = computed(() => view.value.step?.id ?? '')
  const plan = computed(() => state.value.plan && emulsionOf(state.value.plan))
  const bowl = computed(() => (view.value.live?.kind === 'eggEmulsion' ? view.value.live.bowl : undefined))
  const asksRibbon = ref(false)
  const seen = computed(
    () =>
      new Set(
        state.value.stageFacts.flatMap((f) =>
          f.kind === 'cue.seen' && f.payload.stepId === stepId.value ? [f.payload.cue] : [],
        ),
      ),
  )
  const nextCue = computed(() =>
    CUE_ORDER.find(
      (cue, i) => !seen.value.has(cue) && !CUE_ORDER.slice(i).some((later) => seen.value.has(later)),
    ),
  )
  const running = computed(() => {
    const last = state.value.stageFacts.findLast(
      (f) => f.kind === 'pour.started' || f.kind === 'pour.stopped',
    )
    return last?.kind === 'pour.started' ? last : undefined
  })
  const yolkLine = computed(() =>
    state.value.plan?.weighOut.find(
      (l) => state.value.frozen?.ingredients.find((i) => i.id === l.ingredientId)?.emulsionRole === 'yolk',
    ),
  )
  const yolkG = computed(() =>
    yolkLine.value ? (state.value.weighed[yolkLine.value.itemId] ?? yolkLine.value.shownG) : 0,
  )
  const pieceG = computed(
    () => state.value.frozen?.ingredients.find((i) => i.id === yolkLine.value?.ingredientId)?.pieceG ?? 17,
  )

  /** The butter goes in over the bath, or on and off it. */
  const pourOver = computed(
    () => state.value.frozen?.formula.steps.find((s) => s.technique === 'pour')?.pourOver ?? 'off',
  )
  const staysOn = computed(() => pourOver.value !== 'off')
  const cue = (what: Cue) => bench.keep('cue.seen', { stepId: stepId.value, cue: what }, CUE_WORDS[what])
  const stampOf = () => {
    const p = view.value.probe
    return p && p.health === 'good'
      ? { probe: { channelId: p.channelId, name: p.name, isSimulated: p.isSimulated } }
      : {}
  }

  const liftedNow = (): Entry => ({
    kind: 'pan.lifted',
    streamId: state.value.id,
    payload: { stepId: stepId.value },
  })
  /** Lifts the bowl and goes on to the butter; asks first where neither model nor cook has seen a ribbon. */
  async function lift(isSure = false): Promise<void> {
    const { step } = view.value
    const stage = bowl.value?.stage
    const stands = seen.value.has('ribbon') || stage === 'ribbon' || stage === 'awayFromSide'
    if (step?.technique === 'whisk' && !stands && !isSure) {
      asksRibbon.value = true
      return
    }
    asksRibbon.value = false
    // poured over the bath it stays there: the next step lifts it, or its end
    const lifted: Entry[] =
      !bowl.value?.isOnBath || (step?.technique === 'whisk' && staysOn.value) ? [] : [liftedNow()]
    if (step?.technique === 'whisk') await bench.finishStep(isSure ? 'all' : 'no', lifted)
    else await bench.attempt(() => kitchen.recordAll(lifted))
  }
  /** Off for a moment, and the step goes on: it cools, or butter goes in beside the bath. */
  async function liftOnly(): Promise<void> {
    asksRibbon.value = false
    await bench.keep('pan.lifted', { stepId: stepId.value }, texts.emulsion.lift)
  }
  const back = () => bench.keep('pan.returned', { stepId: stepId.value }, texts.emulsion.back)
  const setBath = (bath: BathHeat) =>
    bench.keep(
      'bath.changed',
      { stepId: stepId.value, bath },
      texts.emulsion.bath[bath as Exclude<BathHeat, 'off'>] ?? bath,
    )

  const butter = computed(() => butterReady(state.value, kitchen.nowMs))
  const startPour = () =>
    bench.attempt(() =>
      kitchen.record('pour.started', state.value.id, {
        stepId: stepId.value,
        ingredientId: plan.value?.butterIngredientId ?? '',
        gPerS: Math.max(DROPS_G_PER_S, Math.round((bowl.value?.safePourGPerS ?? 0) * 10) / 10),
        // as warm as it is, where somebody has read it
        tempC: Math.round(10 * (butter.value?.nowC ?? plan.value?.method.butterC ?? 55)) / 10,
      }),
    )
  /** What was poured is what the guide said, never more than there was. */
  async function stopPour(): Promise<boolean> {
    const start = running.value
    if (!start) return true
    return bench.keep(
      'pour.stopped',
      {
        stepId: stepId.value,
        ingredientId: start.payload.ingredientId,
        massG: Math.round((bowl.value?.stretchG ?? 0) * 10) / 10,
        tempC: start.payload.tempC,
        ...stampOf(),
      },
      texts.emulsion.pour,
    )
  }
  async function oily(): Promise<void> {
    if (await stopPour()) await cue('oily')
  }
  /** Butter in so far, as a scale or a jug says it; the difference is put on record. */
  async function butterIs(massG: number): Promise<boolean> {
    if (!(await stopPour())) return false
    const differs = massG - (bowl.value?.butterInG ?? 0)
    if (Math.abs(differs) < 0.5) return true
    return bench.keep(
      'addition.made',
      {
        stepId: stepId.value,
        ingredientId: plan.value?.butterIngredientId ?? '',
        massG: Math.round(differs * 10) / 10,
        sdG: 3,
        coolerByK: 0,
      },
      texts.emulsion.butterUndo(Math.round(massG)),
    )
  }
  const addWater = (massG = WATER_DOSE_G) =>
    bench.keep(
      'addition.made',
      { stepId: stepId.value, ingredientId: 'water', massG, sdG: 1, coolerByK: 0 },
      texts.emulsion.waterUndo(massG),
    )
  /** Yolks counted anew: the first count is corrected, and load and water with it. */
  async function yolksAre(count: number): Promise<boolean> {
    const line = yolkLine.value
    if (!line) return false
    const payload = { itemId: line.itemId, ingredientId: line.ingredientId, massG: count * pieceG.value }
    const told = kitchen
      .factsOf(state.value.id)
      .find((f) => f.kind === 'ingredient.weighed' && f.payload.itemId === line.itemId)
    const says = texts.emulsion.yolksUndo(count)
    if (told)
      return bench.keep('fact.corrected', { factId: told.id, kind: 'ingredient.weighed', payload }, says)
    return bench.keep('ingredient.weighed', payload, says)
  }
  /** What the one key does now, and says. */
  const nextAct = computed((): Cue | 'lift' | 'stop' | 'pour' | 'done' => {
    if (view.value.step?.technique === 'whisk') return nextCue.value ?? 'lift'
    if (running.value) return 'stop'
    return (bowl.value?.butterToComeG ?? 0) > 1 ? 'pour' : 'done'
  })
  let last: Promise<void> = Promise.resolve()
  /**
   * The one key: the next cue, lift off, pour, stop, go on. A tap does what the key said when it was tapped: one that comes twice, or while the one
   * before is still being kept, is no other act.
   */
  function next(): Promise<void> {
    const act = nextAct.value
    last = last.then(() => (nextAct.value === act ? goOn(act) : undefined)).then(() => nextTick())
    return last
  }
  async function goOn(act: typeof nextAct.value): Promise<void> {
    if (act === 'lift') await lift()
    else if (act === 'stop') await stopPour()
    else if (act === 'pour') await startPour()
    else if (act === 'done') await bench.finishStep('no', bowl.value?.isOnBath ? [liftedNow()] : [])
    else await cue(act)
  }
  return {
    pour: computed(() => plan.value?.pour),
    staysOn,
    liftOnly,
    seen,
    nextAct,
    running,
    yolkG,
    pieceG,
    asksRibbon,
    cue,
    lift,
    back,
    setBath,
    startPour,
    stopPour,
    oily,
    butterIs,
    addWater,
    yolksAre,
    next,
    waterDoseG: WATER_DOSE_G,
  }
}
