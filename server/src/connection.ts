import { createRolesAndDatabase } from './db/prepare'

/** The two addresses of a database: the owner migrates, the app reads and adds. */
export interface Connection {
  readonly ownerUrl: string
  readonly appUrl: string
  readonly appRole: string
}

/** Which database: any PostgreSQL named by the environment, or the private cluster that `npm start` runs. */
export async function connectionFromEnvironment(env: NodeJS.ProcessEnv): Promise<Connection> {
  if (env.DATABASE_URL)
    return {
      appUrl: env.DATABASE_URL,
      ownerUrl: env.DATABASE_OWNER_URL ?? env.DATABASE_URL,
      appRole: decodeURIComponent(new URL(env.DATABASE_URL).username) || 'postgres',
    }
  if (!env.LIQUAMEN_SUPERUSER_URL) throw new Error('set DATABASE_URL, or start with: npm start')
  const { password } = new URL(env.LIQUAMEN_SUPERUSER_URL) // one secret, in one file, for the whole private cluster
  return {
    ...(await createRolesAndDatabase(
      env.LIQUAMEN_SUPERUSER_URL,
      env.LIQUAMEN_DATABASE ?? 'liquamen',
      password,
    )),
    appRole: 'liquamen_app',
  }
}
