import type { Fact } from './fact'
import { KINDS } from './kinds/kinds'
import { isReadableVersion } from './upcast'

const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null

/** Whether something is outwardly a fact that this release can fold: the first look at what a server tells, before its schema is at hand. */
export function looksLikeFact(input: unknown): input is Fact {
  if (!isObject(input)) return false
  const { id, streamId, deviceId, kind, v, atMs, deviceAtMs, deviceSeq, actor, payload } =
    input as Partial<Fact>
  return (
    [id, streamId, deviceId, kind].every((text) => typeof text === 'string') &&
    [v, atMs, deviceAtMs, deviceSeq].every(Number.isFinite) &&
    Object.hasOwn(KINDS, kind!) &&
    isReadableVersion(kind!, v!) &&
    isObject(actor) &&
    isObject(payload)
  )
}
