import type { ServiceState } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { computed } from 'vue'
import { tapped } from '../port/tapped'
import { useKitchen } from '../port/useKitchen'
import { isoDayText, instantOn } from '../ui/format'
import { briefTexts as says } from './texts.brief'

const HOUR_MS = 3600_000
/** An evening is looked at until so long after its last guests have sat down. */
const GOES_ON_MS = 5 * HOUR_MS
const SPREAD_MIN = 15
const FIRST_AT = '19:00'
const COVERS = 30

/** When the last of its guests sit down, ms; when it was opened where it has none yet. */
const lastMs = (s: ServiceState) => s.sittings.at(-1)?.startsAtMs ?? s.openedAtMs

/** The evening that the kitchen works for: the first one that is not over. */
export function useService() {
  const kitchen = useKitchen()
  const open = computed(() =>
    [...kitchen.services.values()]
      .filter((s) => s.status === 'open')
      .sort((a, b) => lastMs(a) - lastMs(b) || (a.id < b.id ? -1 : 1)),
  )
  const service = computed(
    () => open.value.find((s) => lastMs(s) + GOES_ON_MS > kitchen.nowMs) ?? open.value.at(-1),
  )
  const covers = computed(() => (service.value?.sittings ?? []).reduce((sum, s) => sum + s.covers, 0))

  /** Opens a service for the next evening. */
  const openService = (): Promise<boolean> =>
    tapped(async () => {
      const id = uuidv7()
      const today = instantOn(isoDayText(kitchen.nowMs), FIRST_AT) ?? kitchen.nowMs
      const day = today + HOUR_MS > kitchen.nowMs ? kitchen.nowMs : kitchen.nowMs + 24 * HOUR_MS
      const startsAtMs = instantOn(isoDayText(day), FIRST_AT) ?? kitchen.nowMs
      await kitchen.recordAll([
        {
          kind: 'service.opened',
          streamId: id,
          payload: { name: says.defaultName, timeZone: kitchen.catalog?.settings.timeZone ?? 'UTC' },
        },
        {
          kind: 'sitting.set',
          streamId: id,
          payload: {
            sittingId: 'sitting1',
            name: says.firstSitting,
            startsAtMs,
            covers: COVERS,
            basis: 'booked',
            spreadMin: SPREAD_MIN,
          },
        },
      ])
    })
  return { kitchen, service, covers, openService }
}
