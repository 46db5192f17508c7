import { JSONParser } from '@streamparser/json'
import { createReadStream, existsSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import type { Anchor } from '../log/verifyChain'
import { manifestSchema } from './manifest'

/** Where one kitchen's record stood, by what and when. */
export interface KitchenAnchor extends Anchor {
  /** Undefined where it was typed: it may be any kitchen's. */
  readonly recordId: string | undefined
  readonly name: string
  readonly from: string
}
const TYPED = /^(\d+):([0-9a-f]{12,64})$/
const SAYS = ['format', 'kitchenId', 'headSeq', 'chainHead', 'kitchens'] as const

/**
 * Reads where records stood: from what lies beside a backup, from a kitchen file, or as a sheet prints it, `1204:3fa9…`.
 * @throws Error with a sentence for whoever asked
 */
export async function anchorsOf(told: string): Promise<KitchenAnchor[]> {
  const typed = TYPED.exec(told)
  if (typed) return [{ seq: Number(typed[1]), chain: typed[2]!, recordId: undefined, name: '', from: told }]
  if (!existsSync(told))
    throw new Error(`${told} is neither a file nor a head as a sheet prints it (1204:3fa9…)`)
  const says: Record<string, unknown> = {}
  const parser = new JSONParser({ paths: SAYS.map((key) => `$.${key}`), keepStack: false })
  let isRead = false
  parser.onValue = ({ key, value }) => {
    says[String(key)] = value
    isRead ||=
      says.kitchens !== undefined ||
      (says.kitchenId !== undefined && says.headSeq !== undefined && says.chainHead !== undefined)
  }
  parser.onError = () => undefined
  try {
    for await (const chunk of createReadStream(told)) {
      parser.write(chunk as Buffer)
      if (isRead) break
    }
  } catch {
    throw new Error(`${told} cannot be read as JSON`)
  }
  const kitchens = manifestSchema.shape.kitchens.safeParse(says.kitchens)
  if (kitchens.success)
    return kitchens.data.map((k) => ({
      seq: k.lastSeq,
      chain: k.chainHead,
      channels: k.channels,
      recordId: k.recordId,
      name: k.name,
      from: told,
    }))
  if (
    typeof says.kitchenId === 'string' &&
    typeof says.headSeq === 'number' &&
    typeof says.chainHead === 'string'
  )
    return [{ seq: says.headSeq, chain: says.chainHead, recordId: says.kitchenId, name: '', from: told }]
  throw new Error(`${told} says of no record where it stood`)
}

/** All that lies beside the backups of a folder. */
export async function anchorsIn(folder: string | undefined): Promise<KitchenAnchor[]> {
  if (!folder || !existsSync(folder)) return []
  const files = readdirSync(folder).filter((name) => name.endsWith('.dump.json'))
  return (await Promise.all(files.map((name) => anchorsOf(join(folder, name))))).flat()
}
