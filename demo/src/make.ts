// Writes demo/larchwater-house.json: the kitchen, the days before, and the evening as it stands. Its times hang on an anchor that an import moves to now.
import { EXPORT_FORMAT, EXPORT_VERSION, kitchenFileOpening, type ExportFile } from '@liquamen/contracts'
import { writeFileSync } from 'node:fs'
import { evening } from './evening'
import { history } from './history'
import { larchwater } from './kitchen'
import { ANCHOR_MS, facts, guestDetails, kitchenId } from './log'

history()
evening()
const file: ExportFile = {
  format: EXPORT_FORMAT,
  version: EXPORT_VERSION,
  exportedAtMs: ANCHOR_MS,
  kitchenId,
  shiftFromMs: ANCHOR_MS,
  catalog: larchwater as unknown as ExportFile['catalog'],
  guestDetails,
  facts: facts as unknown as ExportFile['facts'],
}
const { facts: entries, ...parts } = file
writeFileSync(
  new URL('../larchwater-house.json', import.meta.url),
  `${kitchenFileOpening(parts)}\n${entries.map((entry) => JSON.stringify(entry)).join(',\n')}\n]\n}\n`,
)
process.stdout.write(
  `${facts.length} facts of ${new Set(facts.map((f) => f.streamId)).size} orders, batches and lots\n`,
)
