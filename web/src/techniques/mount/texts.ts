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
  pace: (min: string, by: string) => `Taken up in ${min} min, ${by}.`,
  by: { whisk: 'with the whisk', swirl: 'swirling' },
  flame: (kJ: string, min: string) => `${kJ} kJ to give: ${min} min of the lowest flame.`,
  bubble: {
    asked: (s: number) => `All in: one bubble, ${s} s at most, whisking, then off.`,
    may: (s: number) => `A last bubble of ${s} s does it no harm.`,
    never: (temp: string) => `Never a bubble: over ${temp} its fat runs out.`,
  },
  blender: 'Stick blender: off the flame, half full, blade under; it throws hot fat.',
  plate: (temp: string) => `Whole on a plate of up to ${temp}.`,
  meat: (temp: string) => `On meat under ${temp} at its face; else beside it, or rest it.`,
  check: { plate: 'Plate', meat: 'Meat' },
  checkLabel: { plate: 'Temperature of the plate', meat: 'Temperature of the meat’s face' },
  whole: { plate: 'On it: it stays whole.', meat: 'On it: it stays whole.' },
  breaks: (temp: string) => `It would come to ${temp} there and break.`,
  wait: (min: string, most: string) => `Let the plate stand ${min} min, to ${most}.`,
  beside: (most: string) => `Beside it, not on; or rest it to ${most} at its face.`,
} as const
