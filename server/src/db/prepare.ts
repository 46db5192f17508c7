import { drizzle } from 'drizzle-orm/node-postgres'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { Client, escapeIdentifier, escapeLiteral } from 'pg'
import { ROOT } from '../root'

const MIGRATIONS = new URL('server/src/db/migrations', ROOT).pathname
const CONNECT_TRIES = 100

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

/** Brings the tables to this release and lets the app role do what it may: read and add facts, keep the read models. */
export async function migrateDatabase(ownerUrl: string, appRole: string): Promise<void> {
  await withClient(ownerUrl, async (client) => {
    await migrate(drizzle(client), { migrationsFolder: MIGRATIONS })
    const role = escapeIdentifier(appRole)
    await client.query(`GRANT USAGE ON SCHEMA public TO ${role}`)
    await client.query(`GRANT SELECT, INSERT ON events, samples TO ${role}`)
    await client.query(`GRANT SELECT, INSERT, UPDATE ON kitchens, devices, channels TO ${role}`)
    await client.query(
      `GRANT SELECT, INSERT, UPDATE, DELETE ON batches, orders, lots, services, guest_details, catalog_items TO ${role}`,
    )
  })
}

const PREPARING = 7_146_211 // any number that nobody else locks; held until the connection ends

/** In a cluster of our own: makes the two roles and the database, once. */
export async function createRolesAndDatabase(
  superuserUrl: string,
  name: string,
  password: string,
): Promise<{ ownerUrl: string; appUrl: string }> {
  await withClient(superuserUrl, async (client) => {
    await client.query('select pg_advisory_lock($1)', [PREPARING]) // two that start at once make the roles one after the other
    for (const role of ['liquamen_owner', 'liquamen_app']) {
      const known = await client.query('select 1 from pg_roles where rolname = $1', [role])
      await client.query(
        `${known.rowCount ? 'ALTER' : 'CREATE'} ROLE ${role} LOGIN PASSWORD ${escapeLiteral(password)}`,
      )
    }
    const exists = await client.query('select 1 from pg_database where datname = $1', [name])
    if (!exists.rowCount) await client.query(`CREATE DATABASE ${escapeIdentifier(name)} OWNER liquamen_owner`)
  })
  const as = (role: string) => {
    const url = new URL(superuserUrl)
    url.username = role
    url.password = password
    url.pathname = `/${name}`
    return url.toString()
  }
  return { ownerUrl: as('liquamen_owner'), appUrl: as('liquamen_app') }
}
