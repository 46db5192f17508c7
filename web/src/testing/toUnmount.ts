import type { VueWrapper } from '@vue/test-utils'

/** Screens that a test has mounted and not yet taken down. */
export const toUnmount = new Set<VueWrapper>()
