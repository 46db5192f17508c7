import {
  boilOffG,
  boilOffMin,
  coatVerdict,
  doseOf,
  isFarFromSum,
  LET_DOWN_WITH,
  letDown,
  spoonPaS,
  thickenerDoses,
  THICKENING_AGENTS,
  wantedCoatPaS,
  watchCoat,
  type BatchView,
  type CoatContents,
  type StarchAgent,
  type ThickenerDose,
} from '@liquamen/core'
import { computed, ref, type Ref } from 'vue'
import type { Bench } from '../../bench/useBench'
import { useForbidden } from '../../bench/useForbidden'
import { useKitchen, useKitchenNow } from '../../port/useKitchen'
import { texts } from '../../ui/texts'
import { useSpoon } from './useSpoon'

/** Four fifths first; the rest after the full time, if the spoon asks for it. */
const FIRST_SHARE = 0.8
const round = (grams: number) => Math.round(grams * 10) / 10

/** A thickener as it is offered: all of it, and what goes in now. */
export interface Offered extends ThickenerDose {
  readonly holdsMin: number
  /** The next of it: four fifths where none is in yet, else the rest. */
  readonly next: ThickenerDose
  readonly keptG: number
  readonly forbidden: ReturnType<ReturnType<typeof useForbidden>>
}

/** How a sauce coats, what would mend it, and what a cook does about it; every amount from the batch as it really stands. */
export function useThicken(view: Ref<BatchView>, of: Ref<CoatContents>, bench: Bench) {
  const kitchen = useKitchen()
  const nowMs = useKitchenNow()
  const forbidden = useForbidden(view)
  const step = computed(() => view.value.step!)
  const contents = computed(() => of.value.end)
  const goods = computed(() => new Map((view.value.state.frozen?.ingredients ?? []).map((i) => [i.id, i])))
  const wantedPaS = ref(wantedCoatPaS(step.value) ?? spoonPaS(contents.value))
  const coat = computed(() => watchCoat(view.value.state, step.value, of.value, nowMs.value))
  const { seen, before, saw, weighed } = useSpoon(view, of, bench)
  const by = computed(() => Math.exp(coat.value.bias.meanLn))
  /** What the sum must come to for the spoon to show what is wanted. */
  const sumPaS = computed(() => wantedPaS.value / by.value)
  /** Too thick is what it is now, too thin what it will not even be when it is done. */
  const verdict = computed(() => {
    const now = of.value.now && coatVerdict(coat.value.nowPaS, wantedPaS.value)
    return now === 'thick' ? now : coatVerdict(coat.value.fullPaS, wantedPaS.value)
  })
  /** It will be too thick at its notch, and is not yet. */
  const isStopEarlier = computed(
    () => verdict.value === 'thick' && coatVerdict(coat.value.nowPaS, wantedPaS.value) !== 'thick',
  )

  const offers = computed<Offered[]>(() => {
    if (verdict.value !== 'thin') return []
    const share = coat.value.dose ? 1 : FIRST_SHARE
    return thickenerDoses(contents.value, sumPaS.value)
      .filter((d) => d.goods.every((g) => goods.value.has(g.ingredientId)))
      .map((d) => ({
        ...d,
        holdsMin: THICKENING_AGENTS.find((a) => a.agent === d.agent)?.holdsMin ?? 0,
        next: doseOf(d.agent, share * d.massG),
        keptG: (1 - share) * d.massG,
        forbidden: forbidden(d.goods.map((g) => g.ingredientId)),
      }))
  })
  const agent = ref<StarchAgent>()
  /** The thickener that is chosen: the one that was tapped, the one that is in already, the first that a guest may have. */
  const chosen = computed(() => {
    const of = (id: StarchAgent | undefined) => offers.value.find((o) => o.agent === id)
    return of(agent.value) ?? of(coat.value.dose?.agent) ?? offers.value.find((o) => !o.forbidden)
  })
  const downs = computed(() =>
    verdict.value === 'thick' && !isStopEarlier.value
      ? LET_DOWN_WITH.flatMap((id) => {
          const good = goods.value.get(id)
          const down = good && letDown(of.value.now ?? contents.value, sumPaS.value, good, step.value)
          return down ? [{ ...down, name: good.name.toLowerCase() }] : []
        })
      : [],
  )
  /** The other way to a coat: water off. */
  const boil = computed(() => {
    const grams = verdict.value === 'thin' ? boilOffG(contents.value, sumPaS.value) : undefined
    const { pan, ring, state, planned } = view.value
    const settings = state.frozen?.settings
    if (grams === undefined || !settings) return undefined
    return {
      grams,
      minutes: boilOffMin(grams, { pan, ring, settings, depthMm: planned?.level?.startMm ?? 30 }),
    }
  })

  const put = (dose: ThickenerDose) =>
    bench.addTogether(dose.goods.map((g) => [g.ingredientId, round(g.massG)] as const))
  const thin = (down: { readonly ingredientId: string; readonly massG: number }) =>
    bench.add(down.ingredientId, Math.max(1, Math.round(down.massG)))
  /** A spoon that says something quite else than the sum; asked about once. */
  const answered = ref<string>()
  const far = computed(() =>
    seen.value && isFarFromSum(seen.value) && answered.value !== seen.value.id ? seen.value : undefined,
  )
  const stands = () => {
    answered.value = seen.value?.id
  }
  const lookAgain = () =>
    bench.attempt(() =>
      kitchen.takeBack(far.value ? [far.value.id] : [], view.value.state.id, texts.bench.undone),
    )
  return {
    far,
    stands,
    lookAgain,
    wantedPaS,
    coat,
    seen,
    before,
    verdict,
    isStopEarlier,
    offers,
    agent,
    chosen,
    downs,
    boil,
    put,
    thin,
    saw,
    weighed,
  }
}
