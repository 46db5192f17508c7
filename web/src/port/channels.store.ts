import type { Channel, Sample } from '@liquamen/contracts'
import { KEPT_SAMPLES_MS } from '@liquamen/core'
import { defineStore } from 'pinia'
import { ref, shallowReactive, shallowRef } from 'vue'
import { api } from './api'
import { kitchenNowMs } from './clock'

/** Probes and scales of the kitchen and what they read of late, as this browser has it. */
export const useChannels = defineStore('channels', () => {
  const channels = shallowRef<readonly Channel[]>([])
  const samples = shallowReactive(new Map<string, readonly Sample[]>())
  const hasRead = ref(false)

  /** Takes samples in, each instant once, in order of time. */
  function take(channelId: string, fresh: readonly Sample[]): void {
    const floorMs = kitchenNowMs() - KEPT_SAMPLES_MS
    const known = samples.get(channelId) ?? []
    const lastMs = known.at(-1)?.atMs ?? 0
    const isLater = fresh.every((s) => s.atMs > lastMs)
    const merged = isLater
      ? [...known, ...fresh]
      : [...new Map([...known, ...fresh].map((s) => [s.atMs, s])).values()].sort((a, b) => a.atMs - b.atMs)
    samples.set(
      channelId,
      (merged[0]?.atMs ?? 0) < floorMs ? merged.filter((s) => s.atMs >= floorMs) : merged,
    )
    if (!channels.value.some((c) => c.id === channelId)) void refresh()
  }

  /** Reads the list. */
  async function refresh(): Promise<void> {
    const list = await api.channels().catch(() => undefined)
    if (list) await listed(list)
  }
  /** Takes the list, and reads the stretch that a channel's batch may need. */
  async function listed(list: readonly Channel[]): Promise<void> {
    channels.value = list
    hasRead.value = true
    const now = kitchenNowMs()
    await Promise.all(
      list
        .filter((c) => !samples.has(c.id))
        .map(async (c) =>
          take(
            c.id,
            (await api.samples(c.id, now - KEPT_SAMPLES_MS, now + 60_000).catch(() => undefined))?.samples ??
              [],
          ),
        ),
    )
  }

  const last = (channelId: string): Sample | undefined => samples.get(channelId)?.at(-1)
  return { channels, samples, hasRead, take, refresh, listed, last }
})
