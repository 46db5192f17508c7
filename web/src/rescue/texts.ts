import type { Cause, RemedyId, Symptom } from '@liquamen/core'

/** Words of the rescue drawer. */
export const rescueTexts = {
  key: 'Rescue',
  title: 'Rescue',
  close: 'Close',
  whose: 'Which sauce?',
  nothingOn: 'Nothing is on the stove.',
  notLit: 'It is not lit yet: nothing has gone wrong.',
  toPlate: (span: string) => `${span} to the plate`,
  lateBy: (span: string) => `${span} late`,
  whatIsSeen: 'What is seen or tasted',
  cause: 'Cause:',
  symptoms: {
    beads: 'beads',
    thick: 'thick',
    thin: 'thin',
    split: 'split',
    coldSplit: 'cold split',
    fineGrain: 'fine grain',
    curds: 'curds',
    skin: 'skin',
    lumps: 'lumps',
    salty: 'salty',
    sharp: 'sharp',
    burnt: 'burnt',
  } satisfies Record<Symptom, string>,
  works: 'works, of ten tries',
  tried: (n: number, held: number) => `here: ${held} of ${n} held`,
  minutes: (low: string, high: string) => (low === high ? `${low} min` : `${low}–${high} min`),
  done: (clock: string) => `done ${clock}`,
  ifLost: (clock: string) => `lost at ${clock}, afresh still makes it`,
  noSecond: 'lost, there is no time for another',
  afreshFirst: 'A new one first: there is time for one, not for both.',
  hopeless: 'Neither is likely in time: another sauce, and tell the pass.',
  lost: 'It does not come back.',
  notBySum: 'By the sum it is right when its steps are done: go on, and look again.',
  pastClock: 'Its clock is over. Nothing brings it back: discard it.',
  startAgain: 'Start again',
  needs: (list: string, isAsked: boolean) =>
    isAsked ? `${list}: are they there?` : `${list}: in the larder.`,
  short: (name: string, held: string, of: string) => `Only ${held} of ${of} ${name} in the larder.`,
  until: (clock: string) => `Begun until ${clock} it is on time.`,
  tooLate: 'Begun now it is late.',
  good: (name: string, deg: string) => `g ${name}${deg ? ` at ${deg}` : ''}`,
  underWay: (what: string) => `${what}: did it hold?`,
  held: 'It held',
  notHeld: 'It did not hold',
  heldSays: 'mended',
  notHeldSays: 'not mended',
  clockRuns: 'No rescue sets its clock back.',
  afreshReason: (symptom: string) => `Started again: ${symptom}`,
  remedies: {
    warmWater: { name: 'Warm water', how: 'Stop pouring. Whisk it in from one edge.' },
    thinWithWater: {
      name: 'Thin it',
      how: 'Warm water, a spoon at a time, whisked in; as acid where it tastes flat.',
    },
    butter: { name: 'More butter', how: 'Warm butter in a stream, whisking.' },
    backOverBath: { name: 'Back over the bath', how: 'Gently, whisking, until the ribbon.' },
    newYolk: {
      name: 'New yolk',
      how: 'Clean bowl. Broken sauce by drops, then a stream.',
    },
    hotWater: { name: 'Hot water', how: 'No yolk: clean bowl or jug blender, broken sauce in a thread.' },
    warmThenYolk: {
      name: 'Warm, then yolk',
      how: 'Warm it to 50° whisking. Then new yolk and water, the sauce by drops.',
    },
    blendAndSieve: {
      name: 'Blend and sieve',
      how: 'Off the heat, cold water, blend, fine sieve. Serve it as second.',
    },
    coldWater: { name: 'Cold water', how: 'Off the heat, swirl it in until it is down to its window.' },
    coldButter: { name: 'Cold butter', how: 'Off the heat, swirl cold cubes in.' },
    blendHotWater: {
      name: 'Blend, hot water',
      how: 'Jug or stick, the sauce in a thread. Hot spray: lid on, cloth over.',
    },
    blendCream: {
      name: 'Blend, cream',
      how: 'Boil the cream down by a third, blend the sauce into it. Hot spray: lid on.',
    },
    reducedCream: {
      name: 'Reduced cream',
      how: 'Boil the cream down by a third, off the heat whisk the sauce in.',
    },
    waterToCream: { name: 'Water', how: 'Off the boil, whisk it in: the cream was boiled down too far.' },
    reboil: { name: 'Blend, boil up', how: 'Blend or sieve, then one minute at the boil.' },
    slurry: { name: 'Slurry', how: 'Starch in cold water, stirred in, 45 seconds at the boil.' },
    letDown: { name: 'Let it down', how: 'Stir it in, boil up once.' },
    dilute: { name: 'Dilute', how: 'Unsalted. A potato takes no salt out.' },
    stretch: { name: 'Stretch it', how: 'Unsalted stock of its own, boiled down again.' },
    keepShare: { name: 'Keep a share', how: 'Make the rest up without salt and mix.' },
    butterForAcid: { name: 'Butter', how: 'Cold, off the heat: fat carries the acid.' },
    sugar: { name: 'Sugar', how: 'A pinch: it hides acid, it takes none away.' },
    liftSkin: { name: 'Lift the skin', how: 'Off it comes, sieve the rest, give back its water.' },
    strainNow: {
      name: 'Strain at once',
      how: 'Bitter, not black: off its solids. Black specks: start again.',
    },
  } satisfies Record<RemedyId, { readonly name: string; readonly how: string }>,
}

/** A cause in a cook's words, with the figures that say so. */
export function causeText(
  cause: Cause,
  say: { readonly num: (n: number, d?: number) => string; readonly deg: (c: number) => string },
): string {
  switch (cause.because) {
    case 'tooFast':
      return `poured faster than the water takes it. Oil ${say.num(cause.freeOilFrac * 100)} of 100, held below 4.`
    case 'tooLittleWater':
      return `too little water for its fat, not too little yolk. Fat ${say.num(cause.phaseFrac * 100)} of 100, it bears 70.`
    case 'tooLittleButter':
      return `too little butter yet. Fat ${say.num(cause.phaseFrac * 100)} of 100, a sauce has 62.`
    case 'undercooked':
      return `the yolk has hardly set: ${say.num(cause.setFrac * 100)} of 100.`
    case 'overheated':
      return `overheated: ${say.deg(cause.tempC)}, yolk turns to grains from 68°.`
    case 'tooHot':
      return `too hot: ${say.deg(cause.tempC)}.`
    case 'tooCold':
      return `too cold: ${say.deg(cause.tempC)}, its fat has set.`
    case 'stoodLong':
      return `it stood for ${say.num(cause.minutes)} min.`
    case 'dried':
      return `it lost ${say.num(cause.lostG)} g of water.`
    case 'unknown':
      return 'not in its record.'
  }
}
