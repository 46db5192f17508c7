import { SALT_KINDS, type SaltKind } from '@liquamen/core'
import { ref } from 'vue'

const KEY = 'liquamen.saltKind'
const stored = localStorage.getItem(KEY)
const kind = ref<SaltKind>(stored && stored in SALT_KINDS ? (stored as SaltKind) : 'fineSea')

/** The salt in this station's box: grams stay grams, spoons are of it. */
export function useSaltKind() {
  return {
    kind,
    choose: (next: SaltKind) => {
      kind.value = next
      localStorage.setItem(KEY, next)
    },
  }
}
