import { readPayload, type ExportFile, type ExportHead, type ExportStart } from '@liquamen/contracts'
import type { Envelope } from '@liquamen/core'
import { v7 as uuidv7 } from 'uuid'
import { addToCatalog, tellCatalogChanged } from '../../catalog/catalog.repo'
import { addPeople } from '../../crew/people.repo'
import type { Head, Tx } from '../../db/database'
import { ProblemError, refusal } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { asRecorded, CHAIN_START, chainLink, type StoredFact } from '../../log/chain'
import { addChannel, chainGroup, insertSamples, listChannels } from '../../log/channels.repo'
import { appendFacts } from '../../log/facts.repo'
import { foldAlong } from '../../log/foldAlong'
import { putGuestDetails } from '../../log/guestDetails.repo'
import type { Intake } from '../../log/intake'
import { detailsIn } from './exportKitchen'
import { addFormulaVersions, addImportedDevice, insertImport, takeRecord } from './files.repo'
import type { FileTaker } from './readKitchenFile'
import { shiftInstants } from './shiftInstants'

/** What came in. */
export interface Imported {
  readonly facts: number
  readonly batches: number
  readonly formulas: number
}
/** The kitchen that a file comes into, locked until it is in or given up. */
export interface Into {
  readonly tx: Tx
  readonly head: Head
  readonly sender: Sender
  readonly nowMs: number
  readonly intake: Intake
}
type FileFact = ExportFile['facts'][number]

/** What is said of the kitchen itself is said of this one. */
const streamIdOf = ({ streamKind, streamId }: FileFact, kitchenId: string) =>
  streamKind === 'kitchen' ? kitchenId : streamId
/** The part of a fact that its device made. */
function envelopeOf(fact: FileFact, kitchenId: string): Envelope {
  const { seq: _seq, chain: _chain, atMs: _at, receivedAtMs: _received, clockFlag: _flag, ...envelope } = fact
  return { ...envelope, kitchenId, streamId: streamIdOf(fact, kitchenId) } as unknown as Envelope
}
/** In its newest form, as it can be read. @throws ProblemError where it cannot */
function checked(envelope: Envelope, entry: number): Envelope {
  const read = readPayload(envelope as never)
  if (read.ok) return read.envelope
  throw new ProblemError({ ...read.problem, detail: `Entry ${entry} of the file. Nothing was imported.` })
}

/**
 * Takes a file into a kitchen. One without facts becomes the file's, if that has all there is: every fact with its receipt, its place and its link, each
 * link proved. Into any other kitchen facts come as new ones, after those that are there, each id once. Whatever a fact says of who made it, it stands
 * under the mark of this import.
 */
export function importInto({
  tx,
  head,
  sender,
  nowMs,
  intake,
}: Into): FileTaker & { readonly done: () => Imported } {
  const { kitchenId } = sender
  let start: ExportStart
  let at: Head = head
  let isMove = false
  const held: FileFact[] = [] // of a file whose times are shifted, until all ids are known
  const folded = foldAlong(kitchenId)
  const batches = new Set<string>()
  const named = new Set<string>()
  let stored = 0
  let formulas = 0
  let channelIds: ReadonlySet<string> | undefined

  function link(fact: FileFact, entry: number): StoredFact {
    checked(fact as unknown as Envelope, entry) // it must be one that can be read; it is kept as it was written
    const whole = { ...fact, kitchenId, streamId: streamIdOf(fact, kitchenId) } as unknown as StoredFact
    const isAsRecorded = fact.kitchenId === start.kitchenId && fact.streamKind !== 'kitchen'
    const recorded = isAsRecorded ? (fact as unknown as StoredFact) : asRecorded(whole, start.kitchenId)
    const chain = chainLink(at.chainHead, recorded)
    if (fact.seq !== at.lastSeq + 1 || fact.chain !== chain || fact.receivedAtMs === undefined)
      throw refusal(
        422,
        'brokenChain',
        'This file’s record does not hold together: something of it was changed, or is missing.',
        {
          detail: `Entry ${entry} of the file. Nothing was imported.`,
        },
      )
    at = { ...at, lastSeq: fact.seq, chainHead: chain }
    return whole
  }
  async function add(facts: readonly FileFact[], first: number): Promise<void> {
    const entries = facts.map((fact, i) => {
      const envelope = checked(envelopeOf(fact, kitchenId), first + i)
      const { atMs, clockFlag } = fact
      return { envelope, settled: { atMs, receivedAtMs: nowMs, ...(clockFlag ? { clockFlag } : {}) } }
    })
    const { results, stored: kept } = await intake({ tx, kitchenId, head: at }, entries)
    const refused = results.find((result) => result.status === 'refused')
    if (refused?.problem)
      throw new ProblemError({ ...refused.problem, detail: `Entry ${refused.id}. Nothing was imported.` })
    const last = kept.at(-1)
    if (last) at = { ...at, lastSeq: last.seq, chainHead: last.chain }
    stored += kept.length
    for (const id of detailsIn(kept)) named.add(id)
  }
  const note = (facts: readonly FileFact[]) =>
    facts.forEach((f) => f.streamKind === 'batch' && batches.add(f.streamId))
  async function takeFacts(facts: readonly FileFact[], first: number): Promise<void> {
    note(facts)
    if (!isMove) return add(facts, first)
    const whole = facts.map((fact, i) => link(fact, first + i))
    appendFacts(tx, kitchenId, whole, folded.take(whole))
    stored += whole.length
  }

  /** The probes and scales that readings may be of, once. */
  async function takeChannels({ devices = [], channels = [] }: ExportHead): Promise<ReadonlySet<string>> {
    if (channelIds) return channelIds
    for (const device of devices) await addImportedDevice(tx, kitchenId, device, nowMs)
    for (const channel of channels) await addChannel(tx, kitchenId, channel)
    return (channelIds = new Set((await listChannels(tx)).map((c) => c.id)))
  }

  return {
    done: () => ({ facts: stored, batches: batches.size, formulas }),
    async begin(of) {
      start = of
      isMove = of.isWhole === true && of.shiftFromMs === undefined && head.lastSeq === 0
      if (!isMove) return
      await takeRecord(tx, kitchenId, of.kitchenId)
      at = { recordId: of.kitchenId, lastSeq: 0, chainHead: CHAIN_START }
    },
    async facts(facts, first) {
      if (start.shiftFromMs === undefined) return takeFacts(facts, first)
      held.push(...facts)
    },
    async samples(groups, file) {
      const known = await takeChannels(file)
      for (const { channelId, groupId, samples, seq, chain } of groups) {
        if (!known.has(channelId))
          throw refusal(
            422,
            'unknownChannel',
            'This file has readings of a probe or a scale that it does not name.',
          )
        if ((await insertSamples(tx, { kitchenId, channelId, groupId }, samples)) === 0) continue
        const placed = await chainGroup(tx, kitchenId, { channelId, groupId, samples })
        if (isMove && (placed.seq !== seq || placed.chain !== chain))
          throw refusal(
            422,
            'brokenChain',
            'This file’s readings do not hold together: some were changed, or are missing. Nothing was imported.',
          )
      }
    },
    async end(file) {
      const shifted =
        start.shiftFromMs === undefined
          ? undefined
          : shiftInstants({ ...file, facts: held }, nowMs - start.shiftFromMs, uuidv7)
      if (shifted) await takeFacts(shifted.facts, 1)
      if (isMove && (at.chainHead !== file.chainHead || at.lastSeq !== file.headSeq))
        throw refusal(
          422,
          'brokenChain',
          'This file’s record ends before it should: its end is missing. Nothing was imported.',
        )
      await addPeople(
        tx,
        kitchenId,
        [...(file.people ?? []), ...file.catalog.crew.map((c) => ({ ...c, isRemoved: false }))],
        nowMs,
      )
      await addToCatalog(tx, kitchenId, file.catalog as never)
      await addFormulaVersions(tx, kitchenId, file.formulaVersions ?? [])
      await takeChannels(file)
      for (const details of (shifted ?? file).guestDetails)
        // what was erased here stays erased: only facts that are new bring what their guests said
        if (isMove || named.has(details.id)) await putGuestDetails(tx, kitchenId, details)
      formulas = file.catalog.formulas.length
      if (stored)
        await insertImport(tx, sender, {
          atMs: nowMs,
          recordId: start.kitchenId,
          fromSeq: at.lastSeq - stored + 1,
          untilSeq: at.lastSeq,
        })
      if (isMove) await folded.end(tx)
      await tellCatalogChanged(tx, kitchenId)
    },
  }
}
