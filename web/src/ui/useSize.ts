import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** How large an element is, px; 0 until the page has laid it out: asked for sooner, it would have to be laid out twice. */
function useSide(side: 'width' | 'height', of: MaybeComputedElementRef): Readonly<Ref<number>> {
  const px = ref(0)
  useResizeObserver(of, ([entry]) => {
    px.value = entry?.contentRect[side] ?? 0
  })
  return px
}
export const useWidth = (of: MaybeComputedElementRef) => useSide('width', of)
export const useHeight = (of: MaybeComputedElementRef) => useSide('height', of)
