import { describe, expect, it } from 'vitest'
import { DEVICE_KINDS, DOINGS, ROLES, whyNot, type Doing, type Role } from './rights'

const doings = Object.keys(DOINGS) as Doing[]
const everyone = [undefined, ...ROLES]
const mayOn = (kind: (typeof DEVICE_KINDS)[number], role?: Role) =>
  doings.filter((doing) => whyNot({ kind, role }, doing) === undefined)

describe('who may do what', () => {
  it('each role may do all that those before it may', () => {
    for (const kind of DEVICE_KINDS)
      everyone.slice(1).forEach((role, i) => {
        expect(mayOn(kind, role)).toEqual(expect.arrayContaining(mayOn(kind, everyone[i])))
      })
  })
  it('in a crisis nobody is asked who they are: looking, working, ordering, measuring and signing on are open at a kitchen’s tablet', () => {
    expect(mayOn('tablet')).toEqual(['know', 'look', 'work', 'measure', 'order', 'signOn'])
  })
  it.each([
    ['wall', ['know', 'look']],
    ['probe', ['know', 'measure']],
    ['scale', ['know', 'measure']],
    ['feed', ['know', 'order']],
  ] as const)('a %s does what it is there for, whoever has signed on', (kind, may) => {
    for (const role of everyone) expect(mayOn(kind, role)).toEqual(may)
  })
  it('a cook checks instruments; the sous-chef passes a limit, corrects and erases; rules and crew are an admin’s', () => {
    const more = (role: Role, than?: Role) =>
      mayOn('tablet', role).filter((doing) => !mayOn('tablet', than).includes(doing))
    expect(more('cook')).toEqual(['checkInstruments'])
    expect(more('sousChef', 'cook')).toEqual(
      expect.arrayContaining(['passHouseLimit', 'correctStock', 'changeBook', 'eraseNames']),
    )
    expect(more('admin', 'sousChef')).toEqual(['setRules', 'manageCrew', 'moveKitchen'])
  })
  it('says why not in the order in which it can be helped: another device, signing on, another person', () => {
    expect(whyNot({ kind: 'wall', role: 'cook' }, 'setRules')).toBe('otherDevice')
    expect(whyNot({ kind: 'tablet', role: undefined }, 'setRules')).toBe('nobodySignedOn')
    expect(whyNot({ kind: 'tablet', role: 'sousChef' }, 'setRules')).toBe('otherRole')
  })
})
