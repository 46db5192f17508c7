import { tempText } from '../ui/format'
import { computed, onScopeDispose, ref, type Ref } from 'vue'
import type { BatchView } from '@liquamen/core'
import type { Entry } from '../port/makeFact'
import { useKitchenViews } from '../port/useKitchenViews'
import type { useBench } from './useBench'

const SPOT_MS = 2000

/** Binding a probe to a batch in one tap, and reading it for two seconds in the pool. */
export function useProbe(view: Ref<BatchView>, bench: ReturnType<typeof useBench>) {
  const { kitchen, channels, readingsOf, current } = useKitchenViews()
  const isSpotting = ref(false)
  let timer = 0
  onScopeDispose(() => window.clearTimeout(timer))
  const id = view.value.state.id
  const holderOf = (channelId: string) =>
    current.value.find(
      (v) =>
        v.state.id !== id && v.state.bindings.some((b) => b.channelId === channelId && b.toMs === undefined),
    )
  const choices = computed(() =>
    channels.channels
      .filter((c) => c.kind === 'probe')
      .map((c) => ({ ...c, last: channels.last(c.id), holder: holderOf(c.id) })),
  )
  /** The other sauce that claims the same probe. */
  const rival = computed(() => (view.value.probe ? holderOf(view.value.probe.channelId) : undefined))

  async function bind(channelId: string): Promise<void> {
    const channel = channels.channels.find((c) => c.id === channelId)
    if (!channel) return
    const released = (streamId: string, of: string): Entry => ({
      kind: 'channel.released',
      streamId,
      payload: { channelId: of },
    })
    const { name, isSimulated } = channel
    const holder = holderOf(channelId)
    const old = view.value.probe
    await bench.attempt(() =>
      kitchen.recordAll([
        ...(holder ? [released(holder.state.id, channelId)] : []),
        ...(old ? [released(id, old.channelId)] : []),
        {
          kind: 'channel.bound',
          streamId: id,
          payload: { channelId, name, isSimulated, place: view.value.hold ? 'well' : 'bowl' },
        },
      ]),
    )
  }
  const release = async () => {
    const { probe } = view.value
    if (probe)
      await bench.attempt(() => kitchen.record('channel.released', id, { channelId: probe.channelId }))
  }

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
