/** What the check of a bath says. */
export const bathTexts = {
  title: 'Check the bath',
  isUnchecked: 'The bath is not checked yet.',
  water: (under: string, hangs: string) =>
    `Water ${under} cm or more under the pot’s rim: the bowl hangs ${hangs} cm into it, two fingers clear.`,
  waterDoes: 'The water is at:',
  clear: 'Clear of the water',
  touches: 'It touches',
  snug: 'Sits snug',
  leaks: 'Steam at the side',
  ifTouches: 'Pour water out: touching, it heats as a boil does, and the layer at the wall scrambles.',
  ifLeaks: 'Steam scalds hands and dries the rim: a wider bowl or a smaller pot, a cloth under it.',
  wall: (k: string) => `This bowl’s wall goes on giving: lifted ${k} K early.`,
  fine: 'bath checked',
  mendIt: 'bath to mend',
} as const
