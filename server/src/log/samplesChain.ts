import type { Sample } from '@liquamen/contracts'
import canonicalize from 'canonicalize'
import { hash } from 'node:crypto'
import { CHAIN_START } from './chain'

/** A group of readings as it stands in its channel's chain. */
export interface SampleGroup {
  readonly channelId: string
  readonly groupId: string
  readonly samples: readonly Sample[]
}
/** A channel's next head: a digest over the last one (none: the chain's start) and the whole of a group, a reading without a flag having null. */
export function samplesLink(previous: string, { channelId, groupId, samples }: SampleGroup): string {
  const readings = samples.map(({ atMs, value, flag = null }) => ({ atMs, flag, value }))
  return hash(
    'sha256',
    `${previous || CHAIN_START}\n${canonicalize({ channelId, groupId, samples: readings })}`,
  )
}
