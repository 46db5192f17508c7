/** What the Mount bench says. */
export const mountTexts = {
  tooMuch: (over: string, water: string) => `${over} g of it too much here, or ${water} g warm water first.`,
  room: (g: string, reduction: string) =>
    `Room for ${g} g more, by the ${reduction} g of reduction that is there.`,
  tooWet: (g: string) => `Wetter than planned: boil ${g} g off before the butter, or it runs.`,
  endsAt: (temp: string) => `Off the flame, cold butter brings it to ${temp}: no heat needed.`,
  staysAt: (temp: string, most: string) =>
    `Off the flame all the butter brings it to ${temp} only: under ${most} before it is served or held.`,
  coolsTo: (temp: string, sets: boolean) =>
    `All the butter at once, off the flame, would bring it to ${temp}${sets ? ', where fat sets' : ''}: a low flame under it, never a boil.`,
  plate: (temp: string) => `Whole on a plate of up to ${temp}; a hotter one breaks it.`,
  meat: (temp: string) =>
    `On meat only under ${temp} at its face: let it rest first, or pour beside it, not on.`,
  check: { plate: 'Plate', meat: 'Meat' },
  checkLabel: { plate: 'Temperature of the plate', meat: 'Temperature of the meat’s face' },
  whole: { plate: 'On it: it stays whole.', meat: 'On it: it stays whole.' },
  breaks: (temp: string) => `It would come to ${temp} there and break.`,
  wait: (min: string, most: string) => `Let the plate stand ${min} min, to ${most}.`,
  beside: (most: string) => `Beside it, not on; or rest it to ${most} at its face.`,
} as const
