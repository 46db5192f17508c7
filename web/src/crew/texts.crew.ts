import type { Role } from '@liquamen/core'

/** Words of signing on and of the crew's list. */
export const crewTexts = {
  roles: { cook: 'cook', sousChef: 'sous-chef', admin: 'admin' } satisfies Record<Role, string>,
  signOn: 'Sign on',
  sheet: 'Who is at this tablet?',
  pinOf: (name: string) => `PIN of ${name}`,
  demoPin: (pin: string) => `In this demo kitchen everyone’s PIN is ${pin}.`,
  enter: 'Sign on',
  erase: 'Last digit away',
  another: 'Another name',
  signOff: (name: string) => `Sign off ${name}`,
  close: 'Close',
  unclaimed:
    'Nobody runs this kitchen yet: whoever is let in may do everything, and nothing is done in anyone’s name. Give an admin a PIN under Kitchen.',
  toCrew: 'To the crew',
  open: 'Without a name everything at the stove goes on: calls, discards, clocks.',
  away: 'Signing on is the server’s word, and that is out of reach. Everything at the stove goes on without a name.',
  nobody: 'Nobody cooks here yet.',
  list: {
    title: 'Crew',
    name: 'Name of the cook',
    rename: (name: string) => `Name ${name} anew`,
    role: 'Part',
    roleOf: (name: string) => `Part of ${name}`,
    pin: 'PIN, 4 to 12 digits',
    oldPin: 'Your PIN until now',
    newPin: (name: string) => `PIN for ${name}`,
    ownPin: 'Change your PIN',
    givePin: 'PIN',
    noPin: 'no PIN yet',
    keep: 'Keep',
    add: 'Add',
    holdToRemove: 'Hold to remove',
    once: 'Once of the crew',
    holdToErase: 'Hold to erase the name',
    erased: 'a name that was erased',
    away: 'The crew is the server’s list, and that is out of reach.',
    first:
      'Nobody runs this kitchen yet. The first admin with a PIN does; from then on each act has its person.',
  },
} as const
