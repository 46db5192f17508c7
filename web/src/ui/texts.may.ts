import { DOINGS, type Doing, type Role, type WhyNot } from '@liquamen/core'

const by = { cook: 'a cook', sousChef: 'a sous-chef', admin: 'an admin' } as const satisfies Record<
  Role,
  string
>
const whoMay = (doing: Doing): string => {
  const { from } = DOINGS[doing]
  return from === 'anyone' ? '' : by[from]
}
/** Words for what somebody may not do. */
export const mayTexts = {
  by,
  sentence: (why: WhyNot, doing: Doing) =>
    ({
      otherDevice: 'This screen only shows.',
      nobodySignedOn: `It takes ${whoMay(doing)}, and nobody has signed on here.`,
      otherRole: `It takes ${whoMay(doing)}.`,
    })[why],
  /** What one does, with who may. */
  takes: (doing: Doing) =>
    (
      ({
        passHouseLimit: `Going on takes ${whoMay(doing)}.`,
        setKitchen: `Changing the kitchen takes ${whoMay(doing)}.`,
        setRules: `Changing a rule takes ${whoMay(doing)}.`,
        changeBook: `Changing the book takes ${whoMay(doing)}.`,
        manageCrew: `Changing the crew takes ${whoMay(doing)}.`,
        manageDevices: `Letting devices in or out takes ${whoMay(doing)}.`,
        moveKitchen: `Taking the kitchen out or in as a file takes ${whoMay(doing)}.`,
      }) as Partial<Record<Doing, string>>
    )[doing] ?? `It takes ${whoMay(doing)}.`,
} as const
