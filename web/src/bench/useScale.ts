import type { BatchView } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchenViews } from '../port/useKitchenViews'
import type { useBench } from './useBench'

/** A scale under the pan: bound in one tap, every sample of it a reading from then on. */
export function useScale(view: Ref<BatchView>, bench: ReturnType<typeof useBench>) {
  const { kitchen, channels, current } = useKitchenViews()
  const id = view.value.state.id
  const holderOf = (channelId: string) =>
    current.value.find(
      (v) =>
        v.state.id !== id && v.state.bindings.some((b) => b.channelId === channelId && b.toMs === undefined),
    )
  const choices = computed(() =>
    channels.channels
      .filter((c) => c.kind === 'scale')
      .map((c) => ({ ...c, last: channels.last(c.id), holder: holderOf(c.id) })),
  )
  async function bind(channelId: string): Promise<void> {
    const channel = channels.channels.find((c) => c.id === channelId)
    if (!channel) return
    const holder = holderOf(channelId)
    const leaves: Entry[] = holder
      ? [{ kind: 'channel.released', streamId: holder.state.id, payload: { channelId } }]
      : []
    const { name, isSimulated } = channel
    await bench.attempt(() =>
      kitchen.recordAll([
        ...leaves,
        { kind: 'channel.bound', streamId: id, payload: { channelId, name, isSimulated, place: 'scale' } },
      ]),
    )
  }
  const release = async () => {
    const { scale } = view.value
    if (scale)
      await bench.attempt(() => kitchen.record('channel.released', id, { channelId: scale.channelId }))
  }
  return { choices, bind, release }
}
