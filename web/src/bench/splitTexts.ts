/** Words for parting a batch. */
export const splitTexts = {
  key: 'Split',
  title: 'Split this batch',
  becomes: 'Some becomes',
  asItIs: (name: string) => `${name}, in a vessel of its own`,
  portions: 'Portions of it',
  stays: (n: string, name: string) => `${n} stay ${name}`,
  tooMuch: (has: string) => `It has ${has}, in whole portions: some of them must stay.`,
  cancel: 'Cancel',
  go: 'Split it',
} as const
