import {
  EXPORT_FORMAT,
  EXPORT_VERSION,
  exportHeadSchema,
  exportStartSchema,
  isUnstorable,
  sampleGroupSchema,
  schemaProblem,
  storedFactSchema,
  type ExportFile,
  type ExportHead,
  type ExportStart,
} from '@liquamen/contracts'
import { JSONParser } from '@streamparser/json'
import { ProblemError, refusal } from '../../http/problemError'
import { entryLines, type Whole } from './entryLines'

type FileFact = ExportFile['facts'][number]
type FileGroup = NonNullable<ExportFile['samples']>[number]
/** Who takes a kitchen file in as it is read; each call is waited for before more is read. */
export interface FileTaker {
  readonly begin: (start: ExportStart) => Promise<void>
  readonly facts: (facts: readonly FileFact[], first: number) => Promise<void>
  readonly samples: (groups: readonly FileGroup[], head: ExportHead) => Promise<void>
  readonly end: (head: ExportHead) => Promise<void>
}

const AT_ONCE = 1000
const PARTS = Object.keys(exportHeadSchema.shape)
const nothing = 'Nothing was imported.'

/** Refuses a file by the first thing that is wrong with it: no file of ours, or another version. */
function startOf(parts: Readonly<Record<string, unknown>>): ExportStart {
  if (parts.format !== EXPORT_FORMAT)
    throw refusal(422, 'otherFormat', 'This is not a Liquamen kitchen file.')
  if (parts.version !== 1 && parts.version !== EXPORT_VERSION)
    throw refusal(
      422,
      'otherVersion',
      `This file is of version ${JSON.stringify(parts.version)?.slice(0, 20)}; this app reads version ${EXPORT_VERSION} and those before it.`,
    )
  const read = exportStartSchema.safeParse(parts)
  if (!read.success)
    throw new ProblemError(schemaProblem(read.error, `This file has parts that cannot be used. ${nothing}`))
  return read.data
}
function headOf(parts: Readonly<Record<string, unknown>>): ExportHead {
  const head = isUnstorable(parts) ? undefined : exportHeadSchema.safeParse(parts)
  if (!head)
    throw refusal(400, 'badText', `This file has characters or a nesting that cannot be kept. ${nothing}`)
  if (!head.success)
    throw new ProblemError(schemaProblem(head.error, `This file has parts that cannot be used. ${nothing}`))
  return head.data
}
function each<T>(
  found: readonly unknown[],
  first: number,
  schema: { safeParse: (value: unknown) => { success: true; data: T } | { success: false; error: unknown } },
): T[] {
  return found.map((value, i) => {
    const detail = `Entry ${first + i} of the file. ${nothing}`
    if (isUnstorable(value))
      throw refusal(400, 'badText', 'This entry has characters or a nesting that cannot be kept.', { detail })
    const read = schema.safeParse(value)
    if (!read.success) throw new ProblemError({ ...schemaProblem(read.error as never), detail })
    return read.data
  })
}

/**
 * Reads a kitchen file as it comes, whatever its size: no more of it is held than a thousand entries. `format`, `version`, `kitchenId` and, where
 * there is one, `shiftFromMs` stand before `facts`.
 *
 * @throws ProblemError 400 `malformedJson`, 422 `otherFormat`, 422 `otherVersion`, 400 `badInput`
 */
export async function readKitchenFile(
  chunks: AsyncIterable<Uint8Array | string> | Iterable<Uint8Array | string>,
  taker: FileTaker,
): Promise<void> {
  const parts: Record<string, unknown> = {}
  let facts: unknown[] = []
  let groups: unknown[] = []
  let [factsTaken, groupsTaken, hasBegun] = [0, 0, false]
  let failure: Error | undefined
  const parser = new JSONParser({
    paths: [...PARTS.map((key) => `$.${key}`), '$.facts.*', '$.samples.*'],
    keepStack: false,
  })
  let whole: { readonly value: unknown } | undefined // what was read by itself: the parser has a nought in its place
  let among: 'facts' | 'samples' | undefined // the list whose entry came last, and a comma after it: where another may stand
  parser.onValue = ({ value, key, stack }) => {
    const found = whole ? whole.value : value
    whole = undefined
    const list = stack.length === 2 ? stack[1]?.key : undefined
    among = list === 'facts' || list === 'samples' ? list : undefined
    if (among) add(among, found)
    else parts[String(key)] = found
  }
  const add = (list: 'facts' | 'samples', found: unknown) => (list === 'facts' ? facts : groups).push(found)
  parser.onError = (error) => {
    failure ??= error
  }
  const cut = () => refusal(400, 'malformedJson', 'What was sent is not whole: the JSON cannot be read.')
  async function begin(): Promise<void> {
    if (hasBegun) return
    hasBegun = true
    await taker.begin(startOf(parts))
  }
  async function takeFacts(): Promise<void> {
    await begin()
    const read = each(facts, factsTaken + 1, storedFactSchema)
    await taker.facts(read, factsTaken + 1)
    factsTaken += facts.length
    facts = []
  }
  async function takeGroups(): Promise<void> {
    await begin()
    const read = each(groups, groupsTaken + 1, sampleGroupSchema)
    await taker.samples(read, headOf(parts))
    groupsTaken += groups.length
    groups = []
  }
  function takeWhole(before: string, { value, hasMore }: Whole): void {
    whole = { value }
    parser.write(`${before}0${hasMore ? ',' : ' '}`)
    if (whole) throw cut() // it stood where nothing of a kitchen file stands
    if (!hasMore) among = undefined
  }
  const lines = entryLines({
    parts: PARTS,
    plain(text) {
      parser.write(text)
      among = undefined
    },
    entry(found) {
      if (among && found.hasMore) add(among, found.value)
      else takeWhole('', found)
    },
    part: (name, found) => takeWhole(`"${name}":`, found),
  })
  const decoder = new TextDecoder('utf-8', { fatal: true })
  function read(chunk?: Uint8Array | string): void {
    try {
      if (chunk === undefined) {
        lines.write(decoder.decode())
        lines.end()
      } else lines.write(typeof chunk === 'string' ? chunk : decoder.decode(chunk, { stream: true }))
    } catch {
      throw cut()
    }
    if (failure) throw cut()
  }
  for await (const chunk of chunks) {
    read(chunk)
    if (facts.length >= AT_ONCE) await takeFacts()
    if (groups.length >= AT_ONCE) await takeGroups()
  }
  read()
  if (!parser.isEnded || failure) {
    if (Object.keys(parts).length && !failure) startOf(parts) // it may be none of ours before it is cut
    throw cut()
  }
  await begin()
  if (facts.length) await takeFacts()
  if (groups.length) await takeGroups()
  await taker.end(headOf(parts))
}
