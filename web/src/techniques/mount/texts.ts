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
  well: 'well',
  comesTo: (temp: string) => `off the flame to ${temp}`,
  heat: (kJ: string) => `heat to give ${kJ} kJ`,
  takenUp: (min: string) => `taken up in ${min} min`,
  bears: (does: boolean) =>
    does ? 'a last bubble does no harm' : 'a bubble breaks it: nothing in it carries one',
  pace: (min: string, by: string) => `Taken up in ${min} min, ${by}; a piece when the last has gone.`,
  by: { whisk: 'with the whisk', swirl: 'swirling' },
  flame: (kJ: string, min: string) => `It wants ${kJ} kJ: ${min} min of the lowest flame, not more.`,
  bubble: {
    asked: (s: number) => `All in: one bubble, ${s} s at most, whisking, then off.`,
    may: (s: number) => `One bubble of ${s} s does it no harm: cream, starch or gelatin carries it.`,
    never: (temp: string) => `Never a bubble: over ${temp} its fat runs out.`,
  },
  blender:
    'Finer still with a stick blender: off the flame, half full at most, the blade under before it runs; what it throws is hot and fat.',
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
