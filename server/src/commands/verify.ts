import { anchorsIn, anchorsOf, type KitchenAnchor } from '../backup/anchors'
import type { Database } from '../db/database'
import { listImports } from '../features/files/files.repo'
import type { KitchenName } from '../kitchens'
import { readHead } from '../log/facts.repo'
import { verifyKitchen, type ChainReport } from '../log/verifyChain'

const WHY: Readonly<Record<Extract<ChainReport, { status: 'broken' }>['why'], string>> = {
  missing: 'is missing',
  changed: 'was changed',
  tailCut: 'and those after it are missing',
  rewritten: 'was written anew, and all after it: it is not what a sheet, an export or a backup says it was',
  readings: 'of a probe or a scale was changed or is missing',
}
const say = (line: string) => process.stdout.write(`${line}\n`)

/**
 * Walks every kitchen's record, beside all that says where it stood: what is told, and the backups of a folder.
 * @returns whether all of it holds
 */
export async function verifyAll(
  database: Database,
  kitchens: readonly KitchenName[],
  { told, backups }: { readonly told: readonly string[]; readonly backups: string | undefined },
): Promise<boolean> {
  const anchors: KitchenAnchor[] = [
    ...(await anchorsIn(backups)),
    ...(await Promise.all(told.map(anchorsOf))).flat(),
  ]
  const records = new Set<string>()
  let isWhole = true
  for (const { id, name } of kitchens) {
    await database.inSnapshot(id, async (tx) => {
      const { recordId } = await readHead(tx, id)
      records.add(recordId)
      const own = anchors.filter(
        (a) => a.recordId === recordId || (a.recordId === undefined && kitchens.length === 1),
      )
      const report = await verifyKitchen(tx, id, own)
      isWhole &&= report.status === 'whole'
      if (report.status === 'broken') {
        const what = report.why === 'readings' ? 'reading' : 'fact'
        say(`${name}: record broken: ${what} ${report.atSeq} ${WHY[report.why]}`)
        return
      }
      say(
        `${name}: ${report.facts} facts and ${report.readings} readings, chain whole${own.length ? `, as ${own.length} ${own.length === 1 ? 'sheet, export or backup says' : 'sheets, exports and backups say'}` : ''}, head ${report.head}`,
      )
      for (const { fromSeq, untilSeq, at, crewId } of await listImports(tx, id))
        say(
          `  facts ${fromSeq} to ${untilSeq} came in as a file on ${at.toISOString()}${crewId ? `, brought by ${crewId}` : ''}`,
        )
    })
  }
  for (const { recordId, name, from } of anchors)
    if (recordId !== undefined && !records.has(recordId)) {
      isWhole = false
      say(`${name || recordId}: the whole kitchen is missing, which ${from} has`)
    }
  return isWhole
}
