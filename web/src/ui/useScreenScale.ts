import { computed, ref } from 'vue'

const KEY = 'liquamen.screen'
/** Width and height of a payment card (ISO/IEC 7810 ID-1), mm. */
export const CARD_MM = { width: 85.6, height: 53.98 } as const
/** What a screen usually shows a millimetre with, before it was measured: 96 px an inch. */
export const USUAL_PX_PER_MM = 96 / 25.4
const LEAST_PX_PER_MM = 1.5
const MOST_PX_PER_MM = 12

interface Kept {
  readonly pxPerMm: number
  /** The zoom it was measured at: at another one it holds no more. */
  readonly ratio: number
}
function readKept(): Kept | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '') as Partial<Kept>
    const { pxPerMm, ratio } = kept
    const isSensible = typeof pxPerMm === 'number' && pxPerMm >= LEAST_PX_PER_MM && pxPerMm <= MOST_PX_PER_MM
    return isSensible && typeof ratio === 'number' ? { pxPerMm, ratio } : undefined
  } catch {
    return undefined
  }
}
const kept = ref(readKept())

/** How large a millimetre is on this screen, measured once with a card; undefined until then, and at another zoom. */
export function useScreenScale() {
  const pxPerMm = computed(() =>
    kept.value?.ratio === window.devicePixelRatio ? kept.value.pxPerMm : undefined,
  )
  /** @param widthPx - of the frame that the card covers */
  function keep(widthPx: number): void {
    kept.value = { pxPerMm: widthPx / CARD_MM.width, ratio: window.devicePixelRatio }
    localStorage.setItem(KEY, JSON.stringify(kept.value))
  }
  function forget(): void {
    kept.value = undefined
    localStorage.removeItem(KEY)
  }
  return { pxPerMm, keep, forget }
}
