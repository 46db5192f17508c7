/** The two addresses of a database: the owner migrates, the app reads and adds. */
export interface Connection {
  readonly ownerUrl: string
  readonly appUrl: string
  readonly appRole: string
}

/** Which database: any PostgreSQL named by the environment; `npm start` names the private cluster that it runs. The superuser is never known here. */
export function connectionFromEnvironment(env: NodeJS.ProcessEnv): Connection {
  if (!env.DATABASE_URL) throw new Error('set DATABASE_URL, or start with: npm start')
  return {
    appUrl: env.DATABASE_URL,
    ownerUrl: env.DATABASE_OWNER_URL ?? env.DATABASE_URL,
    appRole: decodeURIComponent(new URL(env.DATABASE_URL).username) || 'postgres',
  }
}
