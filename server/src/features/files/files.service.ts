import {
  EXPORT_FORMAT,
  EXPORT_VERSION,
  exportFileSchema,
  problem,
  readPayload,
  schemaProblem,
  type ExportFile,
} from '@liquamen/contracts'
import { liftFact, type Payloads } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import type { Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import { addToCatalog, readCatalog } from '../../catalog/catalog.repo'
import { readAfter, readHead, readStreams } from '../../log/facts.repo'
import type { Recorder } from '../../log/intake'
import { listGuestDetails, putGuestDetails } from '../../log/guestDetails.repo'
import { shiftInstants } from './shiftInstants'

const EVERYTHING = 200_000

/** Refuses a file by the first thing that is wrong with it: no file of ours, another version, or parts that cannot be used. */
export function readExportFile(input: unknown): ExportFile {
  const head = input as { format?: unknown; version?: unknown } | null
  if (typeof head !== 'object' || head?.format !== EXPORT_FORMAT)
    throw new ProblemError(problem(422, 'otherFormat', 'This is not a Liquamen kitchen file.'))
  if (head.version !== EXPORT_VERSION)
    throw new ProblemError(
      problem(
        422,
        'otherVersion',
        `This file is of version ${JSON.stringify(head.version)?.slice(0, 20)}; this app reads version ${EXPORT_VERSION}.`,
      ),
    )
  const file = exportFileSchema.safeParse(input)
  if (!file.success)
    throw new ProblemError(
      schemaProblem(file.error, 'This file has parts that cannot be used. Nothing was imported.'),
    )
  return file.data
}

/** Kitchens and batches as files in the open format. */
export function createFilesService({ database, clock, intake }: Recorder) {
  async function exportFacts(tx: Tx, kitchenId: string, facts: ExportFile['facts']): Promise<ExportFile> {
    const head = await readHead(tx, kitchenId)
    const used = new Set(
      facts.flatMap((fact) => {
        if (fact.kind === 'order.taken') return [(fact.payload as Payloads['order.taken']).detailsId]
        if (fact.kind === 'table.ordered')
          return (fact.payload as Payloads['table.ordered']).plates.map((p) => p.detailsId)
        return []
      }),
    )
    return {
      format: EXPORT_FORMAT,
      version: EXPORT_VERSION,
      exportedAtMs: clock(),
      kitchenId,
      chainHead: head.chainHead,
      catalog: structuredClone(await readCatalog(tx)) as ExportFile['catalog'],
      guestDetails: (await listGuestDetails(tx)).filter((d) => used.has(d.id)),
      facts,
    }
  }
  return {
    /** The whole kitchen. */
    exportKitchen: (kitchenId: string) =>
      database.inKitchen(kitchenId, async (tx) =>
        exportFacts(tx, kitchenId, (await readAfter(tx, 0, EVERYTHING)) as ExportFile['facts']),
      ),
    /** One batch with the orders it was made for; undefined where there is none. */
    exportBatch: (kitchenId: string, batchId: string) =>
      database.inKitchen(kitchenId, async (tx) => {
        const own = await readStreams(tx, [batchId])
        if (own.length === 0) return undefined
        const orderIds = own
          .map(liftFact)
          .flatMap((fact) => (fact.kind === 'batch.planned' ? fact.payload.shares.map((s) => s.orderId) : []))
        return exportFacts(tx, kitchenId, [
          ...(await readStreams(tx, orderIds)),
          ...own,
        ] as ExportFile['facts'])
      }),
    /** Takes a file in whole or not at all. The same file again changes nothing, unless its times are shifted: then its facts are new ones. */
    async importFile(
      kitchenId: string,
      file: ExportFile,
    ): Promise<{ facts: number; batches: number; formulas: number }> {
      const { facts, guestDetails, catalog } =
        file.shiftFromMs === undefined ? file : shiftInstants(file, clock() - file.shiftFromMs, uuidv7)
      const receivedAtMs = clock()
      const envelopes = facts.map(
        (
          { seq: _seq, chain: _chain, atMs: _at, receivedAtMs: _received, clockFlag: _flag, ...envelope },
          i,
        ) => {
          const streamId = envelope.streamKind === 'kitchen' ? kitchenId : envelope.streamId
          const read = readPayload({ ...envelope, kitchenId, streamId })
          if (!read.ok)
            throw new ProblemError({
              ...read.problem,
              detail: `Entry ${i + 1} of the file. Nothing was imported.`,
            })
          return read.envelope
        },
      )
      const settled = new Map(facts.map((fact) => [fact.id, fact]))
      return database.inLockedKitchen(kitchenId, async (tx, head) => {
        await addToCatalog(tx, kitchenId, catalog as never)
        for (const details of guestDetails) await putGuestDetails(tx, kitchenId, details)
        const entries = envelopes.map((envelope) => {
          const { atMs = envelope.deviceAtMs, clockFlag } = settled.get(envelope.id) ?? {}
          return { envelope, settled: { atMs, receivedAtMs, ...(clockFlag ? { clockFlag } : {}) } }
        })
        const { results } = await intake({ tx, kitchenId, head }, entries)
        const refused = results.find((result) => result.status === 'refused')
        if (refused?.problem)
          throw new ProblemError({ ...refused.problem, detail: `Entry ${refused.id}. Nothing was imported.` })
        return {
          facts: results.filter((r) => r.status === 'stored').length,
          batches: new Set(envelopes.filter((e) => e.streamKind === 'batch').map((e) => e.streamId)).size,
          formulas: catalog.formulas.length,
        }
      })
    },
  }
}
export type FilesService = ReturnType<typeof createFilesService>
