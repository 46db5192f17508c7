import { larchwaterGoods as ingredients, larchwaterTest as catalog } from '../demoKitchen.test-helper'
import { startSchedule } from '../schedule/scheduleService'
import { eveningInstance } from './eveningInstance'
import { eveningOf } from './eveningOf'
import { explode } from './explode'
import type { ServiceState } from './foldService'

/** An evening taken apart, and a plan of it after ten tries; its batches are named by what they are for. */
export function plannedEvening(
  service: Pick<ServiceState, 'sittings' | 'dishes'>,
  { serviceId, cooks, nowMs }: { readonly serviceId: string; readonly cooks: number; readonly nowMs: number },
) {
  const explosion = explode({ service, catalog, ingredients, lots: [], nowMs })
  const asked = eveningOf({
    serviceId,
    explosion,
    catalog,
    ingredients,
    people: [{ fromMs: nowMs, count: cooks }],
    nowMs,
    idOf: (key) => key,
  })
  const instance = eveningInstance(asked, catalog)
  const search = startSchedule(instance, { seed: 1 })
  search.run(10)
  return { explosion, asked, instance, answer: search.answer() }
}
