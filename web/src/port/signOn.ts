import type { SignedOn } from '@liquamen/contracts'
import { SIGNED_OFF_AFTER_MS } from '@liquamen/core'
import { useEventListener } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import { signOnProof } from './signOnProof'

const KEY = 'liquamen.signOn'
const WRITTEN_MS = 20_000

/** Who stands at this tablet, in which kitchen, and when it was touched last, by its own clock. */
interface Kept extends SignedOn {
  readonly kitchenId: string
  readonly touchedAtMs: number
}
function read(): Kept | undefined {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Kept | null
    return kept && Date.now() - kept.touchedAtMs < SIGNED_OFF_AFTER_MS ? kept : undefined
  } catch {
    return undefined
  }
}

/** Who has signed on at this tablet: all its tabs agree, and it is still so after the page was loaded anew. */
export function createSignOn() {
  const kept = shallowRef(read())
  let kitchenId = ''
  function write(next: Kept | undefined): void {
    kept.value = next
    if (next) localStorage.setItem(KEY, JSON.stringify(next))
    else localStorage.removeItem(KEY)
  }
  const here = computed(() => (kept.value?.kitchenId === kitchenId ? kept.value : undefined))
  signOnProof.of = () => here.value?.token
  /** It is over, whoever said so: the tablet, another tab of it, or the server. */
  const drop = () => write(undefined)
  signOnProof.isOver = drop
  function touch(): void {
    const on = kept.value
    const nowMs = Date.now()
    if (!on) return
    if (nowMs - on.touchedAtMs >= SIGNED_OFF_AFTER_MS) drop()
    else if (nowMs - on.touchedAtMs > WRITTEN_MS) write({ ...on, touchedAtMs: nowMs })
  }
  useEventListener(window, ['pointerdown', 'keydown'], touch, { capture: true, passive: true })
  useEventListener(window, 'storage', ({ key }) => {
    if (key === KEY) kept.value = read()
  })
  window.setInterval(() => {
    if (kept.value && Date.now() - kept.value.touchedAtMs >= SIGNED_OFF_AFTER_MS) drop()
  }, WRITTEN_MS)

  return {
    crewId: computed(() => here.value?.crewId),
    /** Whose names are proved here: another kitchen's are of no use. */
    useIn(id: string): void {
      kitchenId = id
      kept.value = kept.value && { ...kept.value }
    },
    take: (signedOn: SignedOn) => write({ ...signedOn, kitchenId, touchedAtMs: Date.now() }),
    drop,
  }
}
