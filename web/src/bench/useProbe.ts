import { tempText } from '../ui/format'
import { computed, onScopeDispose, ref, type Ref } from 'vue'
import type { BatchView } from '@liquamen/core'
import { useKitchenViews } from '../port/useKitchenViews'
import type { useBench } from './useBench'
import { useChannelOf } from './useChannelOf'

const SPOT_MS = 2000

/** Binding a probe to a batch in one tap, and reading it for two seconds in the pool. */
export function useProbe(view: Ref<BatchView>, bench: ReturnType<typeof useBench>) {
  const { kitchen, readingsOf } = useKitchenViews()
  const isSpotting = ref(false)
  let timer = 0
  onScopeDispose(() => window.clearTimeout(timer))
  const of = useChannelOf(view, bench, 'probe')
  const { choices } = of
  /** The other sauce that claims the same probe. */
  const rival = computed(() => (view.value.probe ? of.holderOf(view.value.probe.channelId) : undefined))
  const bind = (channelId: string) =>
    of.bind(channelId, view.value.hold ? 'well' : 'bowl', view.value.probe?.channelId)
  const release = () => of.release(view.value.probe?.channelId)

  /** Lift, tilt, two seconds in the pool: the mean of what the probe says meanwhile is one spot reading. */
  function spot(): void {
    const { probe, step } = view.value
    if (!probe || isSpotting.value) return
    const fromMs = kitchen.exactNowMs()
    isSpotting.value = true
    timer = window.setTimeout(() => {
      isSpotting.value = false
      const points = readingsOf(probe.channelId, fromMs - 600)
      const tempC = points.length ? points.reduce((sum, p) => sum + p.tempC, 0) / points.length : undefined
      if (tempC !== undefined)
        void bench.keep(
          'reading.taken',
          {
            stepId: step?.id ?? '',
            how: 'temperature',
            tempC: Math.round(tempC * 10) / 10,
            probe: { channelId: probe.channelId, name: probe.name, isSimulated: probe.isSimulated },
          },
          tempText(tempC),
        )
    }, SPOT_MS)
  }
  const typed = (tempC: number) =>
    bench.keep(
      'reading.taken',
      { stepId: view.value.step?.id ?? '', how: 'temperature', tempC },
      tempText(tempC),
    )
  return { choices, rival, isSpotting, bind, release, spot, typed }
}
