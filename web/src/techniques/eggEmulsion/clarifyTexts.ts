/** What the clock of clarified butter says. */
export const clarifyTexts = {
  name: 'Clarified butter',
  toDo: (whole: string, by: string) => `Clarify ${whole} g butter: on the lowest flame by ${by}`,
  asSoon: (ready: string, temp: string) => `begun now it is clear ${ready}, about ${temp}`,
  melting: (at: string) => `Butter melting: off the flame ${at}, froth skimmed`,
  settling: (at: string, from: string, to: string) => `Leave it still: clear ${at} (${from}–${to})`,
  settled: 'Clear: pour it off its milk, the last of it stays behind',
  gives: (clear: string, whole: string, temp: string) => `${whole} g give ${clear} g, then about ${temp}`,
  stage: { onFlame: 'Butter on', melted: 'Melted, off', pouredOff: 'Poured off' },
  have: 'I have it clear',
} as const
