import { EXPORT_FORMAT, EXPORT_VERSION, kitchenFileOpening, type ExportHead } from '@liquamen/contracts'
import type { Payloads } from '@liquamen/core'
import { readCatalog } from '../../catalog/catalog.repo'
import { listPeople } from '../../crew/people.repo'
import type { Tx } from '../../db/database'
import { asRecorded, type StoredFact } from '../../log/chain'
import { listChannels, readGroupsAfter } from '../../log/channels.repo'
import { readHead, walkFacts } from '../../log/facts.repo'
import { listGuestDetails } from '../../log/guestDetails.repo'
import { listChannelDevices, listFormulaVersions } from './files.repo'

const PAGE = 1000
const json = (value: unknown) => JSON.stringify(value)

/** What a file says beside its facts: the whole of the kitchen, by the name of its record. */
export async function headOfKitchen(tx: Tx, kitchenId: string, nowMs: number): Promise<ExportHead> {
  const head = await readHead(tx, kitchenId)
  const everyone = await listPeople(tx)
  return {
    format: EXPORT_FORMAT,
    version: EXPORT_VERSION,
    exportedAtMs: nowMs,
    kitchenId: head.recordId,
    isWhole: true,
    chainHead: head.chainHead,
    headSeq: head.lastSeq,
    catalog: structuredClone(await readCatalog(tx)) as unknown as ExportHead['catalog'],
    formulaVersions: await listFormulaVersions(tx),
    people: everyone.map(({ id, name, role, removedAt }) => ({
      id,
      name,
      role,
      isRemoved: removedAt !== null,
    })),
    guestDetails: await listGuestDetails(tx),
    devices: await listChannelDevices(tx),
    channels: await listChannels(tx),
  }
}
/** The details of guests that facts name. */
export function detailsIn(facts: readonly StoredFact[]): Set<string> {
  return new Set(
    facts.flatMap((fact) => {
      if (fact.kind === 'order.taken')
        return [(fact.payload as Payloads['order.taken']).detailsId ?? []].flat()
      if (fact.kind === 'table.ordered')
        return (fact.payload as Payloads['table.ordered']).plates.flatMap((p) => p.detailsId ?? [])
      return []
    }),
  )
}

/** A kitchen as a file, page by page: an entry a line. The same kitchen makes the same file but for when it was made. */
export async function* kitchenFile(tx: Tx, kitchenId: string, nowMs: number): AsyncGenerator<string> {
  const head = await headOfKitchen(tx, kitchenId, nowMs)
  yield kitchenFileOpening(head)
  let sep = '\n'
  for await (const page of walkFacts(tx)) {
    yield sep + page.map((fact) => json(asRecorded(fact, head.kitchenId))).join(',\n')
    sep = ',\n'
  }
  yield '\n],\n"samples": ['
  sep = '\n'
  for (const { id } of head.channels ?? [])
    for (let seq = 0; ;) {
      const page = await readGroupsAfter(tx, id, { seq, limit: PAGE })
      if (page.length === 0) break
      seq = page.at(-1)!.seq
      yield sep + page.map(json).join(',\n')
      sep = ',\n'
    }
  yield '\n]\n}\n'
}
