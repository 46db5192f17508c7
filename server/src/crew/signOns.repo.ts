import type { Role } from '@liquamen/core'
import { and, eq, isNull } from 'drizzle-orm'
import { prepared, type Tx } from '../db/database'
import { signOns } from '../db/schema'

/** Signs somebody on at a device, and whoever was on there off. */
export async function insertSignOn(
  tx: Tx,
  { kitchenId, deviceId, crewId, tokenHash, atMs }: SignOnRow & { readonly kitchenId: string },
): Promise<void> {
  await endSignOns(tx, { deviceId }, atMs)
  const at = new Date(atMs)
  await tx.insert(signOns).values({ kitchenId, tokenHash, deviceId, crewId, beganAt: at, lastAt: at })
}
interface SignOnRow {
  readonly deviceId: string
  readonly crewId: string
  readonly tokenHash: string
  readonly atMs: number
}
/** Ends whatever is on at a device, or of a person. */
export async function endSignOns(
  tx: Tx,
  { deviceId, crewId }: { readonly deviceId?: string; readonly crewId?: string },
  atMs: number,
): Promise<void> {
  await tx
    .update(signOns)
    .set({ endedAt: new Date(atMs) })
    .where(
      and(
        isNull(signOns.endedAt),
        deviceId === undefined ? undefined : eq(signOns.deviceId, deviceId),
        crewId === undefined ? undefined : eq(signOns.crewId, crewId),
      ),
    )
}
export async function touchSignOn(tx: Tx, tokenHash: string, atMs: number): Promise<void> {
  await tx
    .update(signOns)
    .set({ lastAt: new Date(atMs) })
    .where(eq(signOns.tokenHash, tokenHash))
}

/** A sign-on as it stands, with the role that its person has now; undefined role: no more of the crew. */
export interface SignOn {
  readonly deviceId: string
  readonly crewId: string
  readonly role: Role | null
  readonly beganAtMs: number
  readonly lastAtMs: number
  readonly endedAtMs: number | null
}
const byToken = prepared<SignOn>(
  'read_sign_on',
  `select s.device_id as "deviceId", s.crew_id as "crewId", p.role,
    extract(epoch from s.began_at)::float8 * 1000 as "beganAtMs", extract(epoch from s.last_at)::float8 * 1000 as "lastAtMs",
    extract(epoch from s.ended_at)::float8 * 1000 as "endedAtMs"
  from sign_ons s left join people p on p.kitchen_id = s.kitchen_id and p.id = s.crew_id and p.removed_at is null
  where s.kitchen_id = nullif(current_setting('app.kitchen_id', true), '')::uuid and s.token_hash = $1`,
)
export const findSignOn = async (tx: Tx, tokenHash: string): Promise<SignOn | undefined> =>
  (await byToken(tx, tokenHash))[0]
