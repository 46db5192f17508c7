/** What the techniques' benches say. */
export const roomTexts = {
  staysBehind: (g: string, left: string) => `${g} g stays behind; ${left} g goes on`,
  window: (low: string, high: string) => `Stays whole between ${low} and ${high}`,
  load: (g: string, phi: string, limit: string) => `${g} g butter: φ ${phi} of ${limit} at most`,
  butterPerCover: (g: string, per100: string) =>
    `Flame off. ${g} g a cover, ${per100} g to 100 ml of the base`,
  tooMuchFat: 'More fat than it can hold: less butter, or a spoon of water first.',
  readAt: (temp: string, at: string) => `${temp}, read ${at}`,
  simmers: (lost: string, left: string) => `About ${lost} g boils off; ${left} g of liquid is left`,
  nextLook: (at: string) => `look at ${at}`,
  visitAt: (what: string, at: string) => `${what} at ${at}`,
  heldAt: (temp: string) => `A bare simmer here is ${temp}; held there it loses`,
  lids: { open: 'lid off', ajar: 'lid ajar', shut: 'lid on' },
  lidLoss: (lid: string, g: string) => `${lid} ${g} g`,
  lidDry: (lid: string) => `${lid} all of it`,
  lidChosen: (lid: string) => `nearest to what the formula wants: ${lid}`,
  drawn: (pct: string) =>
    `By its end the liquor has ${pct} % of what its bones and roots can give (± a third).`,
  stirs: (min: string) => `Stir to the floor every ${min} min: it catches.`,
  skims: (times: string) => `Skim at ${times}: each takes as much.`,
  bare: (min: string, ml: string) =>
    `Its bones fall bare after about ${min} min: then ${ml} ml of boiling water. Cold water stops the boil and raises scum.`,
  crowd: {
    browns: 'It browns at once: one lot, not stirred for the first minute.',
    layers: (lots: number) => `It lies on itself: ${lots} lots, each in one layer, brown.`,
    wetFirst: (min: string, g: string, lots: number) =>
      `Wet first: a pool of up to ${g} g for about ${min} min, then it browns; ${lots} lots brown at once.`,
    steams: (min: string, g: string, lots: number) =>
      `It steams: a pool of up to ${g} g for about ${min} min. ${lots} lots brown; salt only afterwards.`,
    why: (g: string, most: string, watts: string) =>
      `${g} g; this pan and flame (${watts} W) brown ${most} g at once (± a third, judged).`,
  },
  comesThrough: (pct: string) =>
    `${pct} % of the liquor should come through. Press once more, then weigh it: the house learns its sieve.`,
  cameThrough: 'What came through, without its vessel',
  weighThrough: 'Weigh it',
  simmersFrom: (at: string) => `Full flame until it simmers, about ${at}; its minutes run from there`,
  comesUp: (min: string) => `About ${min} min on the full flame until it simmers`,
  pressure: (kPa: string, temp: string, open: string) =>
    `${kPa} kPa over the air, ${temp}: worth ${open} open minutes. Nothing boils off, so it is boiled down afterwards.`,
  pressureTimes: (up: string, hold: string, release: string) =>
    `Up in about ${up} min, held ${hold} min, opens by itself in about ${release} min`,
  pressureOff: (at: string) => `Flame off at ${at}, then leave it alone`,
  atPressure: 'At pressure',
  flameOff: 'Flame is off',
  clarity: {
    clear: 'It should stand clear',
    hazy: 'It will be hazy',
    cloudy: 'It will be cloudy',
  },
  clouds: (scum: string, fat: string) => `${scum} g/l scum boiled in, ${fat} g/l fat beaten in (judged)`,
  topUpBoiling: 'boiling',
  topUp: 'Top up',
  pours: { boiling: 'Boiling water poured on', cold: 'Cold to raise scum' },
  noSalt: 'Salty enough of its own: taste, and add none.',
  lotAmount: 'What is put away',
  where: 'Where it is kept',
  useBy: (day: string) => `Use by ${day}`,
  putAway: 'Put away, labelled',
  keepHot: 'Keep it hot',
  endsAt: 'ends near',
  blendEnds: (butter: string, end: string) => `Butter at ${butter} ends near ${end}`,
} as const
