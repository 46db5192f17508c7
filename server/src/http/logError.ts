/** What a log line says of an error: nothing that a cook typed or a guest said, which a database repeats in its messages and a query in its parameters. */
export interface LoggedError {
  readonly type: string
  /** The database's code, or the system's. */
  readonly code?: string
  readonly message?: string
  /** Where in the database: names of ours. */
  readonly at?: string
  readonly stack?: string
  readonly cause?: LoggedError
}

const MOST_CAUSES = 3
const isOfDatabase = (error: object): boolean => 'severity' in error && 'routine' in error

/** An error as a log may keep it. */
export function logError(error: unknown, depth = 0): LoggedError {
  if (!(error instanceof Error)) return { type: typeof error }
  const { code, table, constraint, cause, query } = error as Error &
    Record<'code' | 'table' | 'constraint' | 'query', unknown>
  const isQuery = typeof query === 'string'
  const at = [table, constraint].filter((name) => typeof name === 'string').join(' ')
  return {
    type: error.constructor.name,
    ...(typeof code === 'string' ? { code } : {}),
    ...(isQuery ? { message: query.slice(0, 200) } : {}),
    ...(isQuery || isOfDatabase(error) ? {} : { message: error.message.slice(0, 200) }),
    ...(at ? { at } : {}),
    stack: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 12)
      .join('\n'),
    ...(cause !== undefined && depth < MOST_CAUSES ? { cause: logError(cause, depth + 1) } : {}),
  }
}
