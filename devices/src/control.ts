import { createServer } from 'node:http'

/** Where it runs: the kitchen's address, a code where the kitchen wants one, a token kept from before, a port to be told faults on. */
export interface StandInPlace {
  readonly url: string
  readonly code?: string | undefined
  readonly token?: string | undefined
  readonly controlPort?: number | undefined
  readonly keepToken?: ((token: string) => void) | undefined
  readonly say: (line: string) => void
  readonly stopping: AbortSignal
}
/** What can be told to go wrong, and what does. */
interface Misbehaving<F extends string> {
  readonly faults: readonly F[]
  readonly fault: () => F
  readonly set: (fault: F) => void
}

/** Listens on loopback for `POST /fault {"fault":"stuck"}`; answers the fault in force. */
export function openControl<F extends string>(
  port: number,
  { faults, fault, set }: Misbehaving<F>,
  { say, stopping }: Pick<StandInPlace, 'say' | 'stopping'>,
): void {
  const server = createServer((request, response) => {
    let body = ''
    request.on('data', (chunk) => {
      body += String(chunk)
    })
    request.on('end', () => {
      const asked = /"fault"\s*:\s*"(\w+)"/.exec(body)?.[1] as F | undefined
      if (asked && faults.includes(asked)) set(asked)
      response
        .writeHead(asked && !faults.includes(asked) ? 400 : 200, { 'content-type': 'application/json' })
        .end(JSON.stringify({ fault: fault(), faults }))
    })
  }).listen(port, '127.0.0.1', () =>
    say(`control at http://127.0.0.1:${(server.address() as { port: number }).port}`),
  )
  stopping.addEventListener('abort', () => server.close())
}
