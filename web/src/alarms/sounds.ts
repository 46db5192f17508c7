/** A note: seconds after the alarm's moment, pitch, length. Between 0.3 and 1.2 kHz, over the noise of a fan. */
export interface Note {
  readonly afterS: number
  readonly hz: number
  readonly lengthS: number
}

const KNOCK_HZ = 420
const EVERY_S = 8
const STEP_EVERY_S = 30

/** As many short knocks as the ring's number: each ring has its own pattern. */
const ringKnocks = (ring: number): Note[] =>
  Array.from({ length: ring }, (_, i) => ({ afterS: i * 0.13, hz: KNOCK_HZ, lengthS: 0.06 }))

/** One knock pattern, once. */
export const lookSoonNotes = (ring: number): Note[] => ringKnocks(ring)

/** The ring's knocks and two falling notes, each half minute until the step is ended or the call answered: its minutes are over. */
export function stepNotes(ring: number, times: number): Note[] {
  const once = [
    ...ringKnocks(ring),
    ...[660, 520].map((hz, i) => ({ afterS: ring * 0.13 + 0.15 + i * 0.26, hz, lengthS: 0.22 })),
  ]
  return Array.from({ length: times }, (_, n) =>
    once.map((note) => ({ ...note, afterS: note.afterS + n * STEP_EVERY_S })),
  ).flat()
}

/** The ring's knocks and three rising notes, again every eight seconds. */
export function actNowNotes(ring: number, times: number): Note[] {
  const once = [
    ...ringKnocks(ring),
    ...[520, 700, 940].map((hz, i) => ({ afterS: ring * 0.13 + 0.15 + i * 0.22, hz, lengthS: 0.2 })),
  ]
  return Array.from({ length: times }, (_, n) =>
    once.map((note) => ({ ...note, afterS: note.afterS + n * EVERY_S })),
  ).flat()
}

/** A low pair, each minute until it is recorded. */
export function pastLimitNotes(times: number): Note[] {
  return Array.from({ length: times }, (_, n) =>
    [330, 300].map((hz, i) => ({ afterS: n * 60 + i * 0.35, hz, lengthS: 0.3 })),
  ).flat()
}

/** Puts notes on the audio clock ahead of time; the answer takes back those that have not sounded. */
export function scheduleNotes(audio: AudioContext, inS: number, notes: readonly Note[]): () => void {
  const started = notes.map(({ afterS, hz, lengthS }) => {
    const at = audio.currentTime + Math.max(0, inS) + afterS
    const tone = new OscillatorNode(audio, { type: 'triangle', frequency: hz })
    const gain = new GainNode(audio, { gain: 0 })
    gain.gain.setValueAtTime(0, at)
    gain.gain.linearRampToValueAtTime(0.9, at + 0.012)
    gain.gain.setTargetAtTime(0, at + lengthS, 0.03)
    tone.connect(gain).connect(audio.destination)
    tone.start(at)
    tone.stop(at + lengthS + 0.3)
    return tone
  })
  return () =>
    started.forEach((tone) => {
      try {
        tone.stop()
        tone.disconnect()
      } catch {
        /* already over */
      }
    })
}
