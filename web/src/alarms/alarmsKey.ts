import type { InjectionKey } from 'vue'
import type { useAlarms } from './useAlarms'

/** Where a page finds the alarms that the application set up. */
export const alarmsKey: InjectionKey<ReturnType<typeof useAlarms>> = Symbol('alarms')
