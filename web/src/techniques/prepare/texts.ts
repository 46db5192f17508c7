import type { BrowningKind, BrowningStage, PanBeforeCue } from '@liquamen/core'

/** What the Prepare bench says of what softens and takes colour. */
export const prepareTexts = {
  stages: {
    sweated: 'sweated',
    wilted: 'wilted',
    white: 'white',
    blond: 'blond',
    golden: 'golden',
    rust: 'rust',
    brown: 'brown',
    dark: 'dark',
    burnt: 'burnt',
  } satisfies Record<BrowningStage, string>,
  signs: {
    sweated: 'limp, glassy, no sizzle',
    wilted: 'soft right through',
    white: 'sandy, smells of bread',
    blond: 'straw, smells of nuts',
    golden: 'golden at the edge',
    rust: 'rust, fat splits from it',
    brown: 'brown all over',
    dark: 'chestnut, thin',
    burnt: 'specks: throw it away',
  } satisfies Record<BrowningStage, string>,
  items: {
    onionSliced: 'onion, sliced',
    onionDiced: 'onion, diced',
    shallotMinced: 'shallot, minced',
    garlicSliced: 'garlic, sliced',
    garlicMinced: 'garlic, minced',
    mushroomSliced: 'mushrooms',
    meatTrim: 'trimmings',
    roux: 'roux',
    tomatoPaste: 'tomato paste',
    croutons: 'croutons',
    nuts: 'nuts',
  } satisfies Record<BrowningKind, string>,
  tapStage: 'tap the stage you see',
  wanted: 'wanted',
  seenAt: (at: string) => `✓ ${at}`,
  around: (low: string, high: string) => `${low}–${high}`,
  notHere: 'not at this flame',
  tap: (stage: string) => `Stage seen: ${stage}`,
  halfWay: 'Half-way',
  pool: 'A pool',
  poolGone: 'Pool is gone',
  halved: 'Half taken out',
  secondLot: 'Second lot in',
  firstLotIn: 'First of two lots: the rest waits, drained.',
  secondLotIn: 'Second of two lots.',
  poolStands:
    'A pool stands in the pan: 100 °C, nothing browns. Lots, a wider pan, more flame; salt afterwards.',
  contrary: 'A pool after it took colour: salted, lidded, or a wrong tap?',
  poolIsThere: 'The pool is there',
  wrongTap: 'Wrong tap',
  window: (seconds: string) => `${seconds} s from there to burnt: liquid in hand.`,
  windowMin: (min: string) => `${min} min from there to burnt.`,
  coasts: (seconds: string) =>
    `Off the flame the pan browns it ${seconds} s more: tip it out, or liquid in now.`,
  panAt: (c: string, item: string) => `pan about ${c}, ${item}`,
  gate: {
    shut: {
      yolk: (c: string, min: string) =>
        `Not yet: under ${c} before yolk meets it. By itself about ${min} min from the boil; over cold water one.`,
      tomato: (c: string, min: string) =>
        `Not yet: fat under ${c} before tomato meets it, about ${min} min off the flame. Hotter it spits and turns bitter.`,
      hotLiquid: (c: string, min: string) =>
        `Cold liquid may go in now, a third at a time. Hot liquid: not before the roux is under ${c}, about ${min} min off the flame.`,
    },
    read: {
      yolk: (c: string, most: string) => `${c}: wait for ${most}, or stand it in cold water.`,
      tomato: (c: string, most: string) => `${c}: wait for ${most}, pan off the flame.`,
      hotLiquid: (c: string, most: string) =>
        `Roux at ${c}: cold liquid only; hot liquid once it is at ${most}.`,
    },
    open: {
      yolk: (c: string) => `Cool enough for yolk: under ${c}.`,
      tomato: (c: string) => `Cool enough for tomato: under ${c}.`,
      hotLiquid: (c: string) => `Roux under ${c}: hot liquid may go in, a third at a time.`,
    },
  },
  cards: {
    cut: 'Cutting',
    separate: 'Separating eggs',
    fond: 'Fond',
    deglaze: 'Deglazing',
    seasonAhead: 'Salt ahead',
    flambe: 'The spirit',
    fat: 'Which fat',
    skimFat: 'Fat off',
    tomato: 'Tomato',
    gelatin: 'Gelatin',
    rouxLiquid: 'Liquid to roux',
  },
  cuts: {
    coarse: 'It is strained out: cut coarse, all of a size.',
    neat: 'It is eaten: cut neat, pieces that fit the spoon.',
    fine: 'Fine: it colours fast and melts in.',
  },
  keeps: (name: string, span: string) => `${name}: keeps ${span} cut, cold and covered`,
  hours: (h: string) => `${h} h`,
  minutes: (min: string) => `${min} min`,
  cutOrder:
    'Cut in this order; sharp knife, leaves last and once. Raw meat and fish after, or on their own board.',
  separate: [
    'Eggs part best cold; they emulsify best at 20 °C: separate cold, then half an hour covered, no longer out than the house allows.',
    'Crack on a flat top, not on an edge: no shell goes in. A speck of white is water; a white string stays in the sieve.',
    'One at a time over a cup: a broken yolk spoils only itself. Hands washed after shells.',
  ],
  fond: [
    'Brown and dry is flavour; black is bitter and stays so: wipe it out and start from clean fat.',
    'Pale: leave the pan dry on the flame half a minute more.',
  ],
  deglaze: [
    'Pour fat off first, to a film. Liquid in at once off the flame, then back: it spits.',
    'Scrape with a flat edge until the floor is clean; wine before stock, so that its alcohol goes.',
  ],
  seasonAhead: [
    'Salted at least forty minutes before, or the night before, uncovered and cold; in between is worst, it sweats.',
    'What runs off goes in, and its salt with it: it is counted where the roast is told as salted.',
    'Even and dry: what is wet steams.',
  ],
  flambe: [
    'Never pour from the bottle. Flame off while the spirit goes in; stand back; hood off, nothing hanging over, lid in hand.',
    'It burns off a part of its alcohol only. The same without fire: boil it down.',
  ],
  boilOff: (verb: string) => `Here “${verb}” boils it off.`,
  smoke: (name: string, low: string, high: string, pan: string) =>
    `${name} smokes at ${low}–${high}; this flame’s pan is about ${pan}`,
  smokeVerdict: { fine: '', near: 'watch it', smokes: 'too hot for it: clear fat, or less flame' },
  fatRules: ['From a pan that fried before: clean meat fat, yes; a fish’s butter never; burnt, none of it.'],
  bloom: (g: string, ml: string) => `${g} g bloom in ${ml} ml of cold water, five to ten minutes.`,
  melt: (g: string) =>
    `Melted in ${g} g of the hot liquid, at 50 °C or over; then all of it together. Boiled long it weakens; it sets under 28 °C.`,
  strength: (bloom: string, g: string) => `Of ${bloom} bloom instead of 200: ${g} g.`,
  panBefore: {
    title: 'What was fried in this pan?',
    was: {
      panMeat: 'Meat',
      panFish: 'Fish',
      panShellfish: 'Shellfish',
      panBurnt: 'Burnt, black specks',
      panClean: 'Nothing',
    } satisfies Record<PanBeforeCue, string>,
    rule: {
      panMeat: 'Fat off to a film; the fond is the sauce.',
      panFish: 'Its butter is thrown away, the pan wiped: clean fat for the sauce.',
      panShellfish: 'Its fat is thrown away, the pan wiped: clean fat for the sauce.',
      panBurnt: 'None of it: wipe it out. Bitter stays bitter.',
      panClean: 'No fond: brown the trimmings, or take the juices of the roast.',
    } satisfies Record<PanBeforeCue, string>,
    hurts: (allergen: string, who: string) =>
      `${who} must not have ${allergen}: wiping is not enough. Another pan, well washed.`,
  },
  roast: {
    title: 'Juices of the roast: what salt comes with them',
    how: { salted: 'It was salted', rub: 'A dry rub', crust: 'A salt crust' },
    juices: 'Juices that go in, weighed',
    isIn: (g: string) => `✓ ${g} g are in`,
  },
  skimFat: (g: string) => `About ${g} g of fat lies over it: off with a ladle, or lift it when cold.`,
  skimKeep: 'Clean, it keeps for a roux or for roasting.',
  tomato: [
    'Raw paste into hot fat darkens in a minute and turns bitter: the liquid in hand.',
    'Wet tomato into fat over 120 °C spits: pan off the flame first.',
  ],
  rouxLiquid: [
    'Hot roux and cold or warm liquid, or cold roux and hot liquid: never both hot.',
    'In three: smooth each time, stirring from the edge in, then a true boil.',
  ],
  pan: 'Is the pan ready?',
  panTemp: 'Temperature of the oil or the roux',
  drops: {
    dropSits: 'drop sits and simmers',
    dropSizzles: 'sizzles, gone in 1–2 s',
    dropSkates: 'beads that skate',
    oilSmokes: 'oil smokes',
  },
  zones: {
    steams: 'Under 120 °C: it would steam. Wait.',
    dries: '120–140 °C: it dries, colour comes slowly.',
    browns: '140–200 °C: it browns. Go.',
    sears: 'Over 200 °C: it sears. Fat smokes soon.',
    smokes: 'Smoke: off the flame. A smoking pan is the last warning before it takes fire; lid, never water.',
  },
  dropVoid: 'Clean bare metal only: oil or a coating makes the drop say nothing.',
} as const
