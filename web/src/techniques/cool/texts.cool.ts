import type { CoolingPlace } from '@liquamen/core'

/** What the Cool bench says. */
export const coolTexts = {
  unread: 'not read yet',
  readAt: (at: string) => `read ${at}`,
  drawn: (now: string, corners: string) => `Cooling: ${now}; must be at ${corners}`,
  stage: (to: string) => `${to}`,
  by: (at: string) => `by ${at}`,
  thought: (at: string) => `thought ${at}`,
  thoughtLate: (at: string, late: string) => `thought ${at}, late end ${late}`,
  never: 'never in this place',
  met: (at: string) => `at ${at}`,
  missed: (at: string) => `missed at ${at}`,
  waits: (from: string) => `its clock starts at ${from}`,
  where: 'Where it stands',
  places: {
    stillFridge: 'still fridge, lidded',
    walkIn: 'walk-in, open',
    blast: 'blast chiller, open',
    iceBath: 'ice bath',
    iceBathAgitated: 'ice bath, stirred',
    iceWater: 'ice water',
  } satisfies Record<CoolingPlace, string>,
  minutes: (min: string) => `${min} min`,
  inTime: 'in time',
  tooSlow: 'too slow',
  cannot: 'never',
  depth: (mm: string, ml: string) => `${mm} mm deep, ${ml}`,
  thick: 'It conducts only: shallow, or stirred.',
  split: (mm: string, n: string, pan: string) => `At most ${mm} mm in a walk-in: ${n} × ${pan}.`,
  measured: (half: string) => `by its own readings: half its warmth gone every ${half} min`,
  usual: (half: string) => `as such a vessel usually does: half its warmth gone every ${half} min, ± 40 %`,
  moved: (place: string) => `moved: ${place}`,
  ice: (kg: string) => `The bath takes ${kg} kg of ice.`,
  faster: 'Too slow for the next mark: move it, stir it, or split it.',
  reheat: (temp: string, to: string) =>
    `It was above ${to} too long. Common practice, not the code's text: bring it to ${temp} at once and cool it anew, faster, once. Otherwise discard.`,
  reheatKey: 'Brought to the boil',
  reheatLabel: 'Temperature it reached',
  tooCool: (temp: string) => `It must reach ${temp}.`,
  reheated: (temp: string) => `reheated to ${temp}`,
  discard: 'Past what may be put right: discard it.',
  cold: 'Cold: put it away',
  warm: (temp: string, at: string, cold: string) =>
    `It read ${temp} at ${at}; the code asks ${cold}. Is it really done?`,
  unreadAsk: (cold: string) => `Nobody has read it; the code asks ${cold}. Read it first?`,
  goOnCooling: 'It cools on',
  awayAnyway: 'Done by my name',
  rule: 'The chosen code, as the house has it; your local code and licence rule.',
  keptBy: {
    house: (days: number) => `${days} ${days === 1 ? 'day' : 'days'} by the house`,
    code: (days: number) => `${days} ${days === 1 ? 'day' : 'days'}: stricter than the house`,
  },
  blocks: 'Frozen in blocks of',
  frozen: (n: string, rest: string, hours: string) =>
    `${n} blocks, ${rest} ml over; frozen through in ${hours} h with air all round.`,
  warmLot: (temp: string, at: string, cold: string) =>
    `It read ${temp} at ${at}. Put away warm it warms its neighbours and stays in the danger range; the code asks ${cold} first.`,
  putAnyway: 'Put away warm, by my name',
  oddRise: (from: string, to: string) =>
    `${from}, now ${to}: warmer than before. Probe out of the middle, or moved?`,
} as const
