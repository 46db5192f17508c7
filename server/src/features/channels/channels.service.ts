import { problem, type Channel, type PostSamples, type Sample, type Samples } from '@liquamen/contracts'
import { v7 as uuidv7 } from 'uuid'
import type { Database } from '../../db/database'
import { ProblemError } from '../../http/problemError'
import type { Sender } from '../../http/sender'
import { addChannel, addSamples, listChannels, readSamples } from '../../log/channels.repo'

const CLOCK_TOLERANCE_MS = 2000 // more than a slow network; below it the device's own times stand
const FUTURE_MS = 2000
const LATE_MS = 10 * 60_000
const LIVE_WINDOW_MS = 15_000
const MOST_READ = 20_000

/** The settled time of one sample, and why it was settled or is of no live use. */
export function settleSample(
  atMs: number,
  offsetMs: number,
  receivedAtMs: number,
): Pick<Sample, 'atMs' | 'flag'> {
  const isOff = Math.abs(offsetMs) > CLOCK_TOLERANCE_MS
  const settledMs = isOff ? atMs + offsetMs : atMs
  if (settledMs > receivedAtMs + FUTURE_MS) return { atMs: settledMs, flag: 'future' }
  if (settledMs < receivedAtMs - LATE_MS) return { atMs: settledMs, flag: 'late' }
  return { atMs: settledMs, ...(isOff ? { flag: 'clock' as const } : {}) }
}

/** Probes and scales: their channels, and what they read. */
export function createChannelsService({
  database,
  clock,
}: {
  readonly database: Database
  readonly clock: () => number
}) {
  return {
    list: (kitchenId: string) => database.inKitchen(kitchenId, listChannels),
    add: (device: Sender, channel: Omit<Channel, 'id' | 'deviceId'>) =>
      database.inKitchen(device.kitchenId, (tx) =>
        addChannel(tx, device.kitchenId, { ...channel, id: uuidv7(), deviceId: device.deviceId }),
      ),
    /** Stores a group of samples of the device's own channel, each group once; nothing of it is dropped, whatever its clock says. */
    async post(
      device: Sender,
      channelId: string,
      { groupId, sentAtMs, samples }: PostSamples,
    ): Promise<{ status: 'stored' | 'known'; flagged: number; serverNowMs: number }> {
      const receivedAtMs = clock()
      const group = samples.map(({ atMs, value }) => ({
        value,
        ...settleSample(atMs, receivedAtMs - sentAtMs, receivedAtMs),
      }))
      return database.inKitchen(device.kitchenId, async (tx) => {
        const channel = (await listChannels(tx)).find((c) => c.id === channelId)
        if (!channel)
          throw new ProblemError(
            problem(404, 'unknownChannel', 'There is no such probe or scale in this kitchen.'),
          )
        if (channel.deviceId !== device.deviceId)
          throw new ProblemError(problem(403, 'notYourChannel', 'Another device reads this probe or scale.'))
        const stored = await addSamples(tx, { kitchenId: device.kitchenId, channelId, groupId }, group)
        return {
          status: stored ? 'stored' : 'known',
          flagged: group.filter((s) => s.flag).length,
          serverNowMs: receivedAtMs,
        }
      })
    },
    read: (kitchenId: string, channelId: string, fromMs: number, toMs: number): Promise<Samples> =>
      database.inKitchen(kitchenId, async (tx) => ({
        channelId,
        samples: await readSamples(tx, channelId, { fromMs, toMs, most: MOST_READ }),
      })),
    /** What a live listener has not seen yet, with some overlap. */
    latest(kitchenId: string, channelId: string): Promise<Samples> {
      return this.read(kitchenId, channelId, clock() - LIVE_WINDOW_MS, clock() + LATE_MS)
    },
  }
}
export type ChannelsService = ReturnType<typeof createChannelsService>
