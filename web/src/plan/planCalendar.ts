import type { EveningAsked, KitchenCatalog, PlacedTask, ServiceState } from '@liquamen/core'
import { planRows } from './planRows'
import { planTexts as says } from './texts.plan'
import { saveAs } from '../ui/saveAs'

/** The plan as an iCalendar text: each batch with its place and hours, and when plates go. */
export async function calendarText(
  service: ServiceState,
  asked: EveningAsked,
  tasks: readonly PlacedTask[],
  catalog: KitchenCatalog,
): Promise<string> {
  const { default: ical } = await import('ical-generator')
  const calendar = ical({ name: service.opened?.name ?? '', prodId: '-//Liquamen//Plan//EN' })
  for (const row of planRows(asked, tasks, catalog))
    for (const bar of row.bars)
      calendar.createEvent({
        id: `${bar.taskId.replace('/', '.')}@liquamen`,
        start: new Date(bar.fromMs),
        end: new Date(bar.toMs),
        summary: `${bar.name}, ${says.place[row.kind](row.number)}`,
      })
  for (const sitting of service.sittings)
    calendar.createEvent({
      id: `${service.id}.${sitting.sittingId}@liquamen`,
      start: new Date(sitting.startsAtMs),
      end: new Date(sitting.startsAtMs + 60_000 * Math.max(1, sitting.spreadMin)),
      summary: says.sitting(sitting.name, sitting.covers),
    })
  return calendar.toString()
}

/** Saves the plan as a calendar file. */
export async function planCalendar(...of: Parameters<typeof calendarText>): Promise<void> {
  saveAs(new Blob([await calendarText(...of)], { type: 'text/calendar' }), 'plan.ics')
}
