import type { BatchRow } from '@liquamen/contracts'
import type { Actor, DeviceKind, Role } from '@liquamen/core'
import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core'

const instant = (name: string) => timestamp(name, { precision: 3, withTimezone: true, mode: 'date' })

/** A kitchen, its next `seq` and the head of its chain; the row that intake locks. */
export const kitchens = pgTable('kitchens', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  /** The kitchen whose record this is: its own, or the one that a whole file brought here. Files and the chain name it. */
  recordId: uuid('record_id').notNull(),
  lastSeq: bigint('last_seq', { mode: 'number' }).notNull().default(0),
  chainHead: text('chain_head').notNull(),
  /** How far a demo kitchen's clock runs ahead of the wall, ms. */
  aheadMs: doublePrecision('ahead_ms').notNull().default(0),
  /** Made as the demo, which lets browsers of its own machine in without a code; no file says so. */
  isDemo: boolean('is_demo').notNull().default(false),
  createdAt: instant('created_at')
    .notNull()
    .default(sql`now()`),
})

/** Enrolled browsers and devices; only the token's hash is kept. */
export const devices = pgTable(
  'devices',
  {
    id: uuid('id').primaryKey(),
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    name: text('name').notNull(),
    kind: text('kind').$type<DeviceKind>().notNull().default('tablet'),
    tokenHash: text('token_hash').notNull(),
    enrolledAt: instant('enrolled_at').notNull(),
    revokedAt: instant('revoked_at'),
  },
  (t) => [uniqueIndex('devices_token').on(t.tokenHash)],
)

/** Codes that enrol one device each, for a while; only a code's hash is kept. */
export const enrolCodes = pgTable(
  'enrol_codes',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    codeHash: text('code_hash').primaryKey(),
    kind: text('kind').$type<DeviceKind>().notNull().default('tablet'),
    expiresAt: instant('expires_at').notNull(),
  },
  (t) => [index('enrol_codes_expires').on(t.kitchenId, t.expiresAt)],
)

/** Who cooks here now and who once did: names stand only here, so that they can be erased, and of a PIN only its digest. */
export const people = pgTable(
  'people',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: text('id').notNull(),
    name: text('name').notNull(),
    role: text('role').$type<Role>().notNull(),
    place: integer('place').notNull().default(0),
    pinHash: text('pin_hash'),
    /** Tries one after another that may be wrong; counted before they are looked at, none after a right one. */
    tries: integer('tries').notNull().default(0),
    lockedUntil: instant('locked_until'),
    removedAt: instant('removed_at'),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** Who has signed on where and until when: proves whose a fact is. Only a token's hash is kept. */
export const signOns = pgTable(
  'sign_ons',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    tokenHash: text('token_hash').notNull(),
    deviceId: uuid('device_id').notNull(),
    crewId: text('crew_id').notNull(),
    beganAt: instant('began_at').notNull(),
    lastAt: instant('last_at').notNull(),
    endedAt: instant('ended_at'),
  },
  (t) => [
    primaryKey({ columns: [t.kitchenId, t.tokenHash] }),
    index('sign_ons_open').on(t.kitchenId, t.deviceId, t.endedAt),
  ],
)

/**
 * Facts in receipt order: inserted and read, never changed (rights and a trigger see to it). That their kitchen is there, triggers see to as well, once
 * a statement: a foreign key looks once a row, which took a quarter of an intake's time.
 */
export const events = pgTable(
  'events',
  {
    kitchenId: uuid('kitchen_id').notNull(),
    seq: bigint('seq', { mode: 'number' }).notNull(),
    id: uuid('id').notNull(),
    streamKind: text('stream_kind').notNull(),
    streamId: uuid('stream_id').notNull(),
    kind: text('kind').notNull(),
    v: integer('v').notNull(),
    deviceId: uuid('device_id').notNull(),
    deviceSeq: bigint('device_seq', { mode: 'number' }).notNull(),
    deviceAt: instant('device_at').notNull(),
    clockOffsetMs: doublePrecision('clock_offset_ms').notNull(),
    clockFlag: text('clock_flag'),
    actor: jsonb('actor').$type<Actor>().notNull(),
    payload: jsonb('payload').notNull(),
    at: instant('at').notNull(),
    receivedAt: instant('received_at').notNull(),
    chain: text('chain').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.kitchenId, t.seq] }),
    uniqueIndex('events_id').on(t.kitchenId, t.id),
    index('events_stream').on(t.kitchenId, t.streamId),
  ],
)

/** Read model: one line of the Log for each batch; the whole of it is folded from its facts when asked for. */
export const batches = pgTable(
  'batches',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    summary: jsonb('summary').$type<BatchRow>().notNull(),
    formulaId: text('formula_id').notNull(),
    status: text('status').notNull(),
    day: instant('day').notNull(),
    lastAt: instant('last_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] }), index('batches_day').on(t.kitchenId, t.day)],
)

/** Read model: orders, so that open ones are found without their facts. */
export const orders = pgTable(
  'orders',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    status: text('status').notNull(),
    pickupAt: instant('pickup_at'),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** Read model: lots of the store, so that those still held are found without their facts. */
export const lots = pgTable(
  'lots',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    status: text('status').notNull(),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** Read model: services, so that those that are open or were lately are found without their facts. */
export const services = pgTable(
  'services',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    status: text('status').notNull(),
    lastAt: instant('last_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** What a guest said: kept apart from the facts so that it can be erased. */
export const guestDetails = pgTable(
  'guest_details',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    note: text('note').notNull(),
    allergies: jsonb('allergies').$type<string[]>().notNull(),
    noLightlyCookedEgg: boolean('no_lightly_cooked_egg').notNull().default(false),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** What an enrolled device measures: a probe or a scale. */
export const channels = pgTable(
  'channels',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    deviceId: uuid('device_id')
      .notNull()
      .references(() => devices.id),
    kind: text('kind').$type<'probe' | 'scale'>().notNull(),
    name: text('name').notNull(),
    isSimulated: boolean('is_simulated').notNull(),
    /** How many groups it has sent, and the digest of the last. */
    lastGroup: bigint('last_group', { mode: 'number' }).notNull().default(0),
    chainHead: text('chain_head').notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.kitchenId, t.id] }),
    uniqueIndex('channels_name').on(t.kitchenId, t.deviceId, t.name),
  ],
)

/** Readings of channels, by the group they came in: kept as they came, with their settled time and why it was settled. */
export const samples = pgTable(
  'samples',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    channelId: uuid('channel_id').notNull(),
    groupId: uuid('group_id').notNull(),
    n: integer('n').notNull(),
    at: instant('at').notNull(),
    value: doublePrecision('value').notNull(),
    flag: text('flag').$type<'clock' | 'future' | 'late'>(),
  },
  (t) => [
    primaryKey({ columns: [t.kitchenId, t.groupId, t.n] }),
    index('samples_at').on(t.kitchenId, t.channelId, t.at),
  ],
)

/** Groups of readings in the order in which each channel sent them, each with a digest over the one before. */
export const sampleGroups = pgTable(
  'sample_groups',
  {
    kitchenId: uuid('kitchen_id').notNull(),
    channelId: uuid('channel_id').notNull(),
    seq: bigint('seq', { mode: 'number' }).notNull(),
    groupId: uuid('group_id').notNull(),
    chain: text('chain').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.kitchenId, t.channelId, t.seq] }),
    uniqueIndex('sample_groups_id').on(t.kitchenId, t.groupId),
  ],
)

/** What came in as a file: which facts, of whose record, by whom. They stand under these marks, whatever they say of themselves. */
export const imports = pgTable(
  'imports',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    id: uuid('id').notNull(),
    at: instant('at').notNull(),
    deviceId: uuid('device_id').notNull(),
    crewId: text('crew_id'),
    recordId: uuid('record_id').notNull(),
    fromSeq: bigint('from_seq', { mode: 'number' }).notNull(),
    untilSeq: bigint('until_seq', { mode: 'number' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.id] })],
)

/** Kitchen data: settings, rings, pans, crew, ingredients, formulas, each in the open format. */
export const catalogItems = pgTable(
  'catalog_items',
  {
    kitchenId: uuid('kitchen_id')
      .notNull()
      .references(() => kitchens.id),
    kind: text('kind').notNull(),
    id: text('id').notNull(),
    place: integer('place').notNull(),
    body: jsonb('body').notNull(),
  },
  (t) => [primaryKey({ columns: [t.kitchenId, t.kind, t.id] })],
)
