import type { ChangePerson, NewPerson, Person, SetPin, SignedOn } from '@liquamen/contracts'
import type { FactKind, Payloads } from '@liquamen/core'
import { randomBytes, randomInt } from 'node:crypto'
import { tellCatalogChanged } from '../../catalog/catalog.repo'
import {
  countAdmins,
  countTry,
  findPerson,
  insertPerson,
  listPeople,
  updatePerson,
  type PersonRow,
} from '../../crew/people.repo'
import { mayNot } from '../../http/may'
import { tellSignOns, type SignOns } from '../../crew/signOns'
import { endSignOns, insertSignOn } from '../../crew/signOns.repo'
import type { Head, Tx } from '../../db/database'
import { refusal } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import type { Recorder } from '../../log/intake'
import { serverFact } from '../../log/serverFact'
import { newToken, secretDigest } from '../../secrets'
import { isPin, pinHash } from './pins'

const unknown = () => refusal(404, 'unknownPerson', 'Nobody of that name cooks here.')
const wrongPin = () => refusal(403, 'wrongPin', 'That is not the PIN.')
const personOf = ({ id, name, role, pinHash: kept, removedAt }: PersonRow): Person => ({
  id,
  name,
  role,
  hasPin: kept !== null,
  isRemoved: removedAt !== null,
})
const sameName = (a: string, b: string) =>
  a.trim().localeCompare(b.trim(), undefined, { sensitivity: 'base' }) === 0
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'
/** Says nothing of who it is: it stands in every fact, and the name that belongs to it may be erased. */
const newId = () => `p-${Array.from({ length: 8 }, () => LETTERS[randomInt(LETTERS.length)]).join('')}`

/** Who cooks here, what they may do, and who stands at which device. */
export function createCrewService({
  database,
  clock,
  intake,
  signOns,
}: Recorder & { readonly signOns: SignOns }) {
  /** Changes the crew while nobody else does; what was changed is a fact by whoever did it. */
  async function change<K extends FactKind & `crew.${string}`>(
    sender: Sender,
    work: (
      tx: Tx,
      all: readonly PersonRow[],
    ) => Promise<{ readonly kind: K; readonly payload: Payloads[K] } | undefined>,
  ): Promise<void> {
    const { kitchenId } = sender
    await database.inLockedKitchen(kitchenId, async (tx, head) => {
      const done = await work(tx, await listPeople(tx))
      if (done) await putOnRecord(tx, head, sender, done)
      await tellCatalogChanged(tx, kitchenId)
    })
    signOns.forget()
  }
  async function putOnRecord<K extends FactKind>(
    tx: Tx,
    head: Head | undefined,
    sender: Sender,
    { kind, payload }: { readonly kind: K; readonly payload: Payloads[K] },
  ): Promise<void> {
    const atMs = clock()
    const { kitchenId } = sender
    const name = randomBytes(16).toString('hex') // each change is one of its own
    const envelope = serverFact({ sender, atMs }, name, kind, { streamId: kitchenId, payload })
    await intake({ tx, kitchenId, head }, [{ envelope, settled: { atMs, receivedAtMs: atMs } }])
  }
  const mayHaveName = (all: readonly PersonRow[], name: string, besidesId = '') => {
    if (all.some((p) => p.id !== besidesId && p.removedAt === null && sameName(p.name, name)))
      throw refusal(
        409,
        'nameTaken',
        `There is a ${name.trim()} already: the record could not tell the two apart.`,
      )
  }
  /** Whoever is to be no admin any more leaves another who can let people in. */
  async function leavesAdmin(tx: Tx, person: PersonRow): Promise<void> {
    if (person.role === 'admin' && person.pinHash !== null && (await countAdmins(tx, person.id)) === 0)
      throw refusal(
        409,
        'lastAdmin',
        `${person.name} is the only admin with a PIN: without one nobody could change the crew again.`,
      )
  }
  const present = (all: readonly PersonRow[], id: string): PersonRow => {
    const person = all.find((p) => p.id === id)
    if (!person || person.removedAt !== null) throw unknown()
    return person
  }

  /** Whether a PIN is a person's; tries are counted before they are looked at. @throws ProblemError 403 `wrongPin`, 409 `noPin`, 429 `pinLocked` */
  async function check(kitchenId: string, crewId: string, pin: string): Promise<PersonRow> {
    const { person, isAllowed } = await database.inKitchen(kitchenId, async (tx) => {
      const found = await findPerson(tx, crewId)
      if (!found || found.removedAt !== null) throw unknown()
      return { person: found, isAllowed: found.pinHash !== null && (await countTry(tx, crewId, clock())) }
    })
    if (person.pinHash === null)
      throw refusal(409, 'noPin', `${person.name} has no PIN yet: an admin gives one.`)
    if (!isAllowed) {
      const waitS = Math.max(1, Math.ceil(((person.lockedUntil?.getTime() ?? 0) - clock()) / 1000))
      throw refusal(429, 'pinLocked', `Too many wrong tries. ${person.name} may try again in ${waitS} s.`)
    }
    if (!(await isPin(pin, person.pinHash))) throw wrongPin()
    await database.inKitchen(kitchenId, (tx) => updatePerson(tx, crewId, { tries: 0, lockedUntil: null }))
    return person
  }
  /** Somebody stands at a device from now on; whoever did before is off. */
  async function begin(
    device: Sender,
    { id: crewId, role }: Pick<PersonRow, 'id' | 'role'>,
  ): Promise<SignedOn> {
    const { kitchenId, deviceId } = device
    const token = newToken()
    await database.inKitchen(kitchenId, async (tx) => {
      await insertSignOn(tx, { kitchenId, deviceId, crewId, tokenHash: secretDigest(token), atMs: clock() })
      await tellSignOns(tx, kitchenId)
    })
    signOns.forget()
    return { crewId, role, token }
  }

  return {
    /** Everyone who is or was of the crew. */
    list: async (kitchenId: string): Promise<Person[]> =>
      (await database.inKitchen(kitchenId, listPeople)).map(personOf),
    /** @throws ProblemError as `check` */
    signOn: async (device: Sender, crewId: string, pin: string): Promise<SignedOn> =>
      begin(device, await check(device.kitchenId, crewId, pin)),
    /** In a demo kitchen whoever opens it stands there as its first cook. */
    async signOnFirst(device: Sender): Promise<SignedOn | undefined> {
      const first = (await database.inKitchen(device.kitchenId, listPeople)).find((p) => p.removedAt === null)
      return first && begin(device, first)
    },
    /** Gives everyone one PIN, as a demo does. */
    async givePins(kitchenId: string, pin: string): Promise<void> {
      const kept = await pinHash(pin)
      await database.inKitchen(kitchenId, async (tx) => {
        for (const { id } of await listPeople(tx)) await updatePerson(tx, id, { pinHash: kept })
      })
      signOns.forget()
    },
    async signOff({ kitchenId, deviceId }: Sender): Promise<void> {
      await database.inKitchen(kitchenId, async (tx) => {
        await endSignOns(tx, { deviceId }, clock())
        await tellSignOns(tx, kitchenId)
      })
      signOns.forget()
    },
    /** Somebody is of the crew from now on. @throws ProblemError 409 `nameTaken` */
    async add(sender: Sender, { name, role, pin }: NewPerson): Promise<string> {
      const id = newId()
      const kept = pin === undefined ? null : await pinHash(pin)
      await change(sender, async (tx, all) => {
        mayHaveName(all, name)
        await insertPerson(tx, { kitchenId: sender.kitchenId, id, name: name.trim(), role, pinHash: kept })
        return { kind: 'crew.set', payload: { crewId: id, role } }
      })
      return id
    },
    /** @throws ProblemError 404 `unknownPerson`, 409 `nameTaken`, 409 `lastAdmin` */
    set: (sender: Sender, id: string, { name, role }: ChangePerson): Promise<void> =>
      change(sender, async (tx, all) => {
        const person = present(all, id)
        if (name !== undefined) mayHaveName(all, name, id)
        if (role !== undefined && role !== 'admin') await leavesAdmin(tx, person)
        await updatePerson(tx, id, { name: name?.trim() ?? person.name, role: role ?? person.role })
        return role === undefined || role === person.role
          ? undefined
          : { kind: 'crew.set', payload: { crewId: id, role } }
      }),
    /** Somebody cooks here no more: wherever they are signed on that ends; what they did stays theirs. @throws ProblemError as `set` */
    remove: (sender: Sender, id: string): Promise<void> =>
      change(sender, async (tx, all) => {
        await leavesAdmin(tx, present(all, id))
        const removedAt = new Date(clock())
        await updatePerson(tx, id, { removedAt, pinHash: null })
        await endSignOns(tx, { crewId: id }, removedAt.getTime())
        return { kind: 'crew.removed', payload: { crewId: id } }
      }),
    /** Erases the name of somebody who cooks here no more; what they did stays on record, by nobody's name. */
    eraseName: (sender: Sender, id: string): Promise<void> =>
      change(sender, async (tx, all) => {
        const person = all.find((p) => p.id === id)
        if (!person) throw unknown()
        if (person.removedAt === null)
          throw refusal(
            409,
            'stillHere',
            `${person.name} cooks here. Take ${person.name} off the crew first.`,
          )
        await updatePerson(tx, id, { name: '' })
        return undefined
      }),
    /** Gives a PIN: one's own by the old one, that of others as an admin. @throws ProblemError 403 `otherRole` and as `check` */
    async setPin(sender: Sender, id: string, { pin, oldPin }: SetPin): Promise<void> {
      const isOwn = sender.person?.crewId === id
      if (isOwn && oldPin !== undefined) await check(sender.kitchenId, id, oldPin)
      else if (await mayNot(signOns, sender, 'manageCrew'))
        throw refusal(
          403,
          'otherRole',
          isOwn
            ? 'Say the old PIN with the new one.'
            : 'You may not do that. Your own PIN is yours; that of others takes an admin.',
        )
      const kept = await pinHash(pin)
      await change(sender, async (tx, all) => {
        present(all, id)
        await updatePerson(tx, id, { pinHash: kept, tries: 0, lockedUntil: null })
        return undefined
      })
    },
  }
}
export type CrewService = ReturnType<typeof createCrewService>
