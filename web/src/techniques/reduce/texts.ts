/** What the Reduction bench says beyond what every bench does. */
export const reduceTexts = {
  chain: 'The reductions of this sauce',
  goesIn: (what: string) => `then ${what},`,
  from: (start: string, end: string) => `${start} → ${end} ml`,
  cream: (now: string, then: string, best: string, edge: string) =>
    `Cream: φ ${now} now, ${then} at the notch; stop by ${best}, it breaks from ${edge}.`,
  creamMend: (g: string) => `${g} g of water brings it back.`,
  beatsIn: (g: string) => `${g} g/l fat in`,
} as const

/** What the notch stick says. */
export const notchTexts = {
  key: 'Notch stick',
  title: 'Hold a skewer to the glass, foot on the line',
  cut: (mm: string) => `notch at ${mm} mm`,
  cutText:
    'Cut it at the bold mark; stop when the sauce falls to it. Read off the heat: bubbles lift the level.',
  now: (mm: string) => `now ${mm}`,
  from: (mm: string) => `start ${mm}`,
  calibrate: 'Lay a payment card on the frame',
  calibrateText:
    'Once on this screen: make the frame as large as the card, 85.6 mm wide. A browser that is zoomed in or out is asked anew.',
  smaller: 'Smaller',
  larger: 'Larger',
  keep: 'It fits',
  done: 'Notched',
  again: 'Measure the screen again',

  width: 'Width of the frame',
} as const
