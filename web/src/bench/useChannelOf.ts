import type { BatchView, ChannelPlace } from '@liquamen/core'
import { computed, type Ref } from 'vue'
import type { Entry } from '../port/makeFact'
import { useKitchenViews } from '../port/useKitchenViews'
import type { useBench } from './useBench'

/** Probes or scales that may measure a batch: which there are, who holds each, and one tap to bind it here. */
export function useChannelOf(
  view: Ref<BatchView>,
  bench: ReturnType<typeof useBench>,
  kind: 'probe' | 'scale',
) {
  const { kitchen, channels, current } = useKitchenViews()
  const id = view.value.state.id
  /** The other sauce that claims a channel. */
  const holderOf = (channelId: string) =>
    current.value.find(
      (v) =>
        v.state.id !== id && v.state.bindings.some((b) => b.channelId === channelId && b.toMs === undefined),
    )
  const choices = computed(() =>
    channels.channels
      .filter((c) => c.kind === kind)
      .map((c) => ({ ...c, last: channels.last(c.id), holder: holderOf(c.id) })),
  )
  const leaves = (streamId: string, channelId: string): Entry => ({
    kind: 'channel.released',
    streamId,
    payload: { channelId },
  })
  /** Binds a channel here: it leaves where it was, and what measured here before leaves too. */
  async function bind(channelId: string, place: ChannelPlace, before?: string): Promise<void> {
    const channel = channels.channels.find((c) => c.id === channelId)
    if (!channel) return
    const { name, isSimulated } = channel
    const holder = holderOf(channelId)
    await bench.attempt(() =>
      kitchen.recordAll([
        ...(holder ? [leaves(holder.state.id, channelId)] : []),
        ...(before ? [leaves(id, before)] : []),
        { kind: 'channel.bound', streamId: id, payload: { channelId, name, isSimulated, place } },
      ]),
    )
  }
  async function release(channelId: string | undefined): Promise<void> {
    if (channelId) await bench.attempt(() => kitchen.record('channel.released', id, { channelId }))
  }
  return { choices, holderOf, bind, release }
}
export type ChannelChoice = ReturnType<typeof useChannelOf>['choices']['value'][number]
