import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { Client, escapeIdentifier, escapeLiteral } from 'pg'
import { readdirSync } from 'node:fs'
import { ROOT } from '../root'

const MIGRATIONS = new URL('server/src/db/migrations', ROOT).pathname
const CONNECT_TRIES = 100

/** How many migrations this release has. */
export const knownMigrations = (): number =>
  readdirSync(MIGRATIONS).filter((name) => name.endsWith('.sql')).length

/** Runs work on one connection of its own; a server that has just said "ready" may still refuse the first. */
export async function withClient<T>(url: string, work: (client: Client) => Promise<T>): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    const client = new Client({ connectionString: url })
    client.on('error', () => undefined) // told by the pending query as well
    try {
      await client.connect()
    } catch (error) {
      if (
        attempt >= CONNECT_TRIES ||
        !['ECONNREFUSED', '57P03'].includes((error as { code?: string }).code ?? '')
      )
        throw error
      await new Promise((resolve) => setTimeout(resolve, 20))
      continue
    }
    try {
      return await work(client)
    } finally {
      await client.end()
    }
  }
}

/** Runs work that only one of several processes may do at a time; the others wait for it. Held until the connection ends. */
export const alone = <T>(url: string, work: (client: Client) => Promise<T>): Promise<T> =>
  withClient(url, async (client) => {
    await client.query('select pg_advisory_lock($1)', [ALONE])
    return work(client)
  })
const ALONE = 7_146_211 // any number that nobody else locks

/** Brings the tables to this release and lets the app role do what it may: read and add facts, keep the read models. Two that start at once do it one after the other. */
export async function migrateDatabase(ownerUrl: string, appRole: string): Promise<void> {
  await alone(ownerUrl, async (client) => {
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS })
    const role = escapeIdentifier(appRole)
    await client.query(`GRANT USAGE ON SCHEMA public TO ${role}`)
    await client.query(`GRANT SELECT, INSERT ON events, samples, sample_groups, imports TO ${role}`)
    await client.query(`GRANT SELECT, INSERT, UPDATE ON kitchens, devices, channels TO ${role}`)
    await client.query(
      `GRANT SELECT, INSERT, UPDATE, DELETE ON batches, orders, lots, services, guest_details, catalog_items, enrol_codes, people, sign_ons TO ${role}`,
    )
  })
}
/** Whether a role owns the tables: then no right holds it back, not even from changing facts. */
export const ownsTables = (url: string): Promise<boolean> =>
  withClient(url, async (client) => {
    const { rows } = await client.query<{ owns: boolean }>(
      "select pg_has_role(tableowner, 'member') as owns from pg_tables where schemaname = 'public' and tablename = 'events'",
    )
    return rows[0]?.owns ?? false
  })

/** The two roles of a database: the owner migrates, the app reads and adds; each has a password of its own. */
export const ROLES = { owner: 'liquamen_owner', app: 'liquamen_app' } as const

/** In a cluster of our own: makes the two roles and a database, once. The superuser does nothing else. */
export async function createRolesAndDatabase(
  superuserUrl: string,
  name: string,
  passwords: Readonly<Record<keyof typeof ROLES, string>>,
): Promise<{ ownerUrl: string; appUrl: string }> {
  const roles = ['owner', 'app'] as const
  await alone(superuserUrl, async (client) => {
    for (const of of roles) {
      const role = ROLES[of]
      const known = await client.query('select 1 from pg_roles where rolname = $1', [role])
      await client.query(
        `${known.rowCount ? 'ALTER' : 'CREATE'} ROLE ${role} LOGIN PASSWORD ${escapeLiteral(passwords[of])}`,
      )
    }
    const exists = await client.query('select 1 from pg_database where datname = $1', [name])
    if (!exists.rowCount) await client.query(`CREATE DATABASE ${escapeIdentifier(name)} OWNER ${ROLES.owner}`)
  })
  const [ownerUrl, appUrl] = roles.map((of) => {
    const url = new URL(superuserUrl)
    url.username = ROLES[of]
    url.password = passwords[of]
    url.pathname = `/${name}`
    return url.toString()
  })
  return { ownerUrl: ownerUrl!, appUrl: appUrl! }
}
