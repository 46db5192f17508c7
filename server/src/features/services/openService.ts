import { problem } from '@liquamen/contracts'
import { byStream, compareFacts, foldService, liftFact, type Fact, type ServiceState } from '@liquamen/core'
import type { Tx } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import { readStreams } from '../../log/facts.repo'

/** Streams as they stand, each in fold order. */
export interface Streams {
  readonly service: ServiceState
  readonly factsOf: (streamId: string) => readonly Fact[]
}

/** A service, open or closed, and other streams with it. @throws ProblemError 404 `unknownService` */
export async function readService(
  tx: Tx,
  serviceId: string,
  others: readonly string[] = [],
): Promise<Streams> {
  const streams = byStream<Fact>(await readStreams(tx, [serviceId, ...others]))
  const factsOf = (id: string) => (streams.get(id) ?? []).map(liftFact).sort(compareFacts)
  const service = foldService(serviceId, factsOf(serviceId))
  if (service.status === 'unknown')
    throw new ProblemError(problem(404, 'unknownService', 'There is no such service.'))
  return { service, factsOf }
}

/** An open service and other streams with it. @throws ProblemError 404 `unknownService`, 409 `serviceClosed` */
export async function openService(
  tx: Tx,
  serviceId: string,
  others: readonly string[] = [],
): Promise<Streams> {
  const streams = await readService(tx, serviceId, others)
  if (streams.service.status === 'closed')
    throw new ProblemError(problem(409, 'serviceClosed', 'This service is closed.'))
  return streams
}
