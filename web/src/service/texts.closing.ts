/** What the closing sheet says. */
export const closingTexts = {
  title: (service: string, day: string) => `${service}, ${day}: closing`,
  none: 'No service is open.',
  toService: 'To the card',
  print: 'Print',
  csv: 'Calls as CSV',
  json: 'Orders and calls as JSON',
  held: 'Still held',
  heldOf: (n: number, letter: string) => `${n} left ${letter ? `in ${letter}` : 'aside'}`,
  chilled: 'Chilled tonight',
  frozen: 'Frozen tonight',
  due: 'Due out within a day',
  thrown: 'Thrown away',
  served: 'Served',
  past: 'past its time: throw it away',
  until: (when: string) => `until ${when}`,
  nothing: 'nothing',
  food: 'For the food-safety file',
  foodHeads: ['sauce', 'stood', 'for', 'read', 'beyond what was meant'],
  minutes: (n: number) => `${n} min`,
  read: (low: string, high: string, n: number) =>
    n === 1 ? `${low} °C, once` : `${low}–${high} °C, ${n} times`,
  notRead: 'not read',
  asMeant: 'nothing',
  taught: 'What this stove taught',
  ring: (n: number, percent: number, batches: number) =>
    `Ring ${n} runs ${Math.abs(percent)} % ${percent < 0 ? 'slow' : 'fast'} (${batches} ${batches === 1 ? 'batch' : 'batches'})`,
  taughtNothing: 'Every ring that was measured ran as it was thought to.',
  record: (head: string) =>
    `Record ${head}. Kept on paper, it shows later whether the record is still what it was (npm run -s verify -- ${head}).`,
  defer:
    'The house’s plan and the local food code come first; every line opens the record that it is made from.',
  note: 'A word to whoever opens',
  close: 'Hold to close the service',
} as const
