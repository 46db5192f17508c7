import type { Forbidden } from './useForbidden'

/** What the bench asks once before it goes on. */
export const askedOnce = {
  barred: ({ good, allergen, who }: Forbidden) =>
    `${good} brings ${allergen}; ${who} must not have it. Leave it out, or say that it is in and make theirs anew.`,
  barredIn: 'It is in already',
  barredOut: 'Leave it out',
  stillHot: {
    yolk: 'It may still be too hot for yolk: it sets in grains. Cool enough by a probe, or by the back of a finger?',
    tomato:
      'The fat may still be too hot for tomato: it spits and turns bitter. Off the flame a minute or two?',
  },
  noSpoon: 'What does the spoon say?',
  stillIn: (n: number) => `${n} ${n === 1 ? 'thing' : 'things'} not counted out yet. Go on all the same?`,
  early: (left: string) => `${left} before it could be done. Is it?`,
  earlyYes: 'It is done',
  earlyNo: 'Not yet',
} as const
