import type { BrownMark } from '@liquamen/core'

/** What the Brown-butter bench says. */
export const brownTexts = {
  pickUp: (from: string, s: string) =>
    `For the pick-up: from ${from} to the boil in ${s} s on a medium flame, until it foams; then juice, herbs, what is dry last.`,
  cues: {
    sings: 'It sings',
    quiet: 'Gone quiet',
    nutty: 'Smells of nuts',
    coldBowl: 'Cold bowl',
  },
  /** A stage by what is heard or smelled of it. */
  heardAs: {
    boiling: 'It sings',
    silent: 'Gone quiet',
    noisette: 'Smells of nuts',
    burnt: 'Burnt',
  } as Partial<Record<BrownMark, string>>,
  browns: (g: string, left: string) => `${g} g of butter leaves ${left} g of browned butter.`,
  /** What it does until it comes to each stage. */
  until: {
    melted: 'melt',
    boiling: 'warm',
    silent: 'sing',
    blond: 'quiet',
    noisette: 'blond',
    dark: 'hazelnut',
    burnt: 'dark',
  } satisfies Record<BrownMark, string>,
  past: 'burnt',
  heard: (what: string, at: string) => `${what} ${at}, your tap`,
  fineIn: 'hazelnut in',
  isNutty: 'hazelnut: stop it',
  stopped: 'stopped',
  stoppedSays: 'In a cold bowl it browns no further.',
  between: (low: string, high: string) => `between ${low} and ${high}`,
  byPlan: 'by the plan alone',
  byTaps: (n: number) => (n === 1 ? 'by what you heard' : `by ${n} that you heard or read`),
  burntLater: (s: string) => `burnt ${s} s later`,
  never: 'It does not brown on this flame.',
  nose: 'your nose decides',
  offAtClock: (at: string) => `flame off at ${at}: in its hot pan it comes to hazelnut by itself`,
  zones: { burnt: 'burnt', hazelnut: 'hazelnut', sings: 'sings' },
  water: (g: string) => `${g} g of water still in it`,
  dry: 'dry: now it browns',
  flame: (w: string, sd: string) => `${w} W into the butter, give or take ${sd} %`,
  solids: 'Solids at the bottom: look there, tilt the pan.',
  spatter: (g: string, l: string) => `${g} g of juice throws up ${l} l of steam.`,
  arm: (most: string) =>
    `Off the heat, at arm’s length, warm, in a thin stream. Never ice, never above ${most}.`,
  tooHot: (most: string) => `Over ${most}: nothing wet goes in. Into a cold bowl.`,
  least: (g: string) => `At least ${g} g of juice stops it; less does not.`,
  dryLast: 'Nuts, capers, crumbs: dry, and last, or they spit and go soft.',
  contrary: 'It smells of nuts and still sings: with water in it, it cannot be brown. Which is it?',
  isQuiet: 'It was quiet before',
  wrongTap: 'Take that tap back',
  thenJuice: (g: string) => `then ${g} g juice`,
  notHere: 'not on this',
  strip: 'What the butter does, from cold to burnt',
} as const
