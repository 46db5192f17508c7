// Writes demo/larchwater-house.json: the kitchen, the days before, and the evening as it stands. Its times hang on an anchor that an import moves to now.
import { EXPORT_FORMAT, EXPORT_VERSION, type ExportFile } from '@liquamen/contracts'
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
/** A part or an entry a line, as an export has it: so a server reads it fast, and a change of one fact is a change of one line. */
const { facts: entries, ...parts } = file
const lines = [
  ...Object.entries(parts).map(([name, value]) => `${JSON.stringify(name)}: ${JSON.stringify(value)}`),
  `"facts": [\n${entries.map((entry) => JSON.stringify(entry)).join(',\n')}\n]`,
]
writeFileSync(new URL('../larchwater-house.json', import.meta.url), `{\n${lines.join(',\n')}\n}\n`)
process.stdout.write(
  `${facts.length} facts of ${new Set(facts.map((f) => f.streamId)).size} orders, batches and lots\n`,
)
