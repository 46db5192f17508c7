import { useWakeLock } from '@vueuse/core'
import { computed, ref, watch, type ComputedRef } from 'vue'
import { useKitchen } from '../port/useKitchen'
import type { Deadline, DeadlineKind } from '@liquamen/core'
import { deadlineVerb } from '../ui/deadlineVerb'
import { texts } from '../ui/texts'
import { speak } from './speak'
import { createPourTick } from './pourTick'
import { actNowNotes, lookSoonNotes, pastLimitNotes, scheduleNotes, stepNotes, type Note } from './sounds'

const AHEAD_MS = 90 * 60_000
const REPEATS = 60 // eight minutes of calling; a fact or the silence key ends it sooner
const FLASH_MS = 5000
/** The most urgent first; among equals what is over its bath. */
const PRESSING: readonly DeadlineKind[] = ['actNow', 'discard', 'step', 'start', 'lookSoon']
/** How each kind of call sounds. */
const NOTES: Readonly<Record<DeadlineKind, (ring: number) => Note[]>> = {
  actNow: (ring) => actNowNotes(ring, REPEATS),
  discard: () => pastLimitNotes(REPEATS),
  step: (ring) => stepNotes(ring, REPEATS),
  lookSoon: lookSoonNotes,
  start: lookSoonNotes,
}

/**
 * Sounds and flashes for deadlines. The sound lies ahead on the audio clock, so it comes even where the page's timers sleep; an overdue one sounds at once.
 * @param deadlines - absolute, soonest first
 */
export function useAlarms(deadlines: ComputedRef<readonly Deadline[]>) {
  const { exactNowMs } = useKitchen()
  const audio = ref<AudioContext>()
  const canBeHeard = ref(false)
  const wakeLock = useWakeLock()
  const pending = new Map<string, () => void>()

  /** What is scheduled hangs on these; a moved or silenced deadline is another key. */
  const key = (d: Deadline) => `${d.id}:${Math.round(d.atMs / 1000)}`
  const sounding = computed(() => deadlines.value.filter((d) => !d.isSilenced))
  const keys = computed(() => sounding.value.map(key).join())

  function reschedule(): void {
    if (!audio.value || !canBeHeard.value) return
    const wanted = new Map(
      sounding.value.filter((d) => d.atMs - exactNowMs() < AHEAD_MS).map((d) => [key(d), d]),
    )
    for (const [id, cancel] of pending)
      if (!wanted.has(id)) {
        cancel()
        pending.delete(id)
      }
    // one sound at a time, the most urgent first: what is overdue speaks for the rest
    for (const [id, d] of wanted)
      if (!pending.has(id))
        pending.set(id, scheduleNotes(audio.value, (d.atMs - exactNowMs()) / 1000, NOTES[d.kind](d.ring)))
  }
  watch([keys, canBeHeard], reschedule)

  /** The tap that opens the service: wakes the audio, sounds the test, keeps the screen on. */
  async function openService(): Promise<void> {
    audio.value ??= new AudioContext()
    audio.value.onstatechange = () => {
      canBeHeard.value = audio.value?.state === 'running'
    }
    await audio.value.resume()
    canBeHeard.value = audio.value.state === 'running'
    scheduleNotes(audio.value, 0, actNowNotes(1, 1))
    await wakeLock.request('screen').catch(() => undefined)
  }

  /** What is being called for now, the most urgent first. */
  const calling = (nowMs: number) =>
    sounding.value
      .filter((d) => d.atMs <= nowMs && d.kind !== 'lookSoon')
      .sort(
        (a, b) =>
          PRESSING.indexOf(a.kind) - PRESSING.indexOf(b.kind) ||
          Number(b.isFragile ?? false) - Number(a.isFragile ?? false),
      )
  const isFlashing = (nowMs: number) => calling(nowMs).some((d) => nowMs - d.atMs < FLASH_MS)

  /** Says the ring and what to do, where the device can speak. */
  const say = (d: Deadline): void => speak(texts.alarm.spoken(d.well, d.ring, d.sauce, deadlineVerb(d)))
  /** Ticks while butter is poured, as fast as the sauce takes it; still again with no pace. */
  const tickPour = createPourTick(() => (canBeHeard.value ? audio.value : undefined))
  return { canBeHeard, openService, calling, isFlashing, say, tickPour }
}
