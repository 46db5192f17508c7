import type { BatchView } from '@liquamen/core'
import type { Ref } from 'vue'
import type { useBench } from './useBench'
import { useChannelOf } from './useChannelOf'

/** A scale under the pan: bound in one tap, every sample of it a reading from then on. */
export function useScale(view: Ref<BatchView>, bench: ReturnType<typeof useBench>) {
  const { choices, bind, release } = useChannelOf(view, bench, 'scale')
  return {
    choices,
    bind: (channelId: string) => bind(channelId, 'scale'),
    release: () => release(view.value.scale?.channelId),
  }
}
