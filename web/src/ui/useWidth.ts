import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core'
import { ref, type Ref } from 'vue'

/** How wide an element is, px; 0 until the page has laid it out: asked for sooner, it would have to be laid out twice. */
export function useWidth(of: MaybeComputedElementRef): Readonly<Ref<number>> {
  const width = ref(0)
  useResizeObserver(of, ([entry]) => {
    width.value = entry?.contentRect.width ?? 0
  })
  return width
}
