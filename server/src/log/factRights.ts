import {
  DOINGS,
  KINDS,
  ROLES,
  STREAM_KINDS,
  streamOf,
  type Doing,
  type Envelope,
  type FactKind,
  type StreamKind,
} from '@liquamen/core'
import type { Database } from '../db/database'
import { findForIntake } from './facts.repo'

const rank = (doing: Doing) => ROLES.findIndex((role) => role === DOINGS[doing].from)
/** What one does at most by changing a fact of a stream, or taking it back. */
const STRICTEST = Object.fromEntries(
  STREAM_KINDS.map((stream) => [
    stream,
    (Object.keys(KINDS) as FactKind[])
      .filter((kind) => streamOf(kind) === stream)
      .map((kind) => KINDS[kind])
      .filter((rule) => rule.isVoidable || rule.isCorrectable)
      .reduce<Doing>((most, { doing }) => (rank(doing) > rank(most) ? doing : most), 'work'),
  ]),
) as Readonly<Record<StreamKind, Doing>>

/** The fact that this one changes or takes back, if it does. */
export const targetOf = ({ kind, payload }: Envelope): string | undefined =>
  kind === 'fact.voided' || kind === 'fact.corrected' ? (payload as { factId: string }).factId : undefined

/**
 * What whoever posts these facts does with each: what a fact of its kind is, and of one that changes another or takes it back, what that other is.
 * Where the other cannot be found it is the most that it could be.
 */
export async function doingsOf(
  database: Database,
  kitchenId: string,
  posted: readonly Envelope[],
): Promise<Doing[]> {
  const isAsked = (fact: Envelope) => targetOf(fact) !== undefined && STRICTEST[fact.streamKind] !== 'work'
  const kinds = new Map<string, FactKind>(posted.map(({ id, kind }) => [id, kind]))
  const asked = posted.filter(isAsked).flatMap((fact) => targetOf(fact) ?? [])
  const found = asked.length ? await database.inKitchen(kitchenId, (tx) => findForIntake(tx, asked, [])) : []
  for (const { id, kind } of found) kinds.set(id, kind)
  return posted.map((fact) => {
    if (!isAsked(fact)) return KINDS[fact.kind].doing
    const kind = kinds.get(targetOf(fact) ?? '')
    return kind && streamOf(kind) ? KINDS[kind].doing : STRICTEST[fact.streamKind]
  })
}
