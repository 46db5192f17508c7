import type { BatchView } from '@liquamen/core'
import type { InjectionKey, Ref } from 'vue'
import type { Bench } from './useBench'

/** The batch that a bench is of, for what stands in its entries. */
export const benchViewKey: InjectionKey<{ readonly view: Ref<BatchView>; readonly bench: Bench }> =
  Symbol('bench')
