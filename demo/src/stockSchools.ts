import type { FormulaChange, School } from '@liquamen/core'
import { reduce, way } from './formulaDsl'

type Minutes = readonly [low: number, value: number, high: number]
const band = ([low, value, high]: Minutes) => ({ low, value, high })

/** How hard it boils: a stock is drawn as well either way; what a lively boil costs is clarity. */
export const boilSchool = (minutes: Minutes, lossFrac: number): School => ({
  id: 'boil',
  says: 'Boil',
  defaultId: 'lowest',
  reason: 'what never boils stays clear, and its fat can be lifted',
  options: [
    way('lowest', 'lowest: barely moving'),
    way('rapid', 'rapid: a little sooner, fat and scum beaten in', {
      op: 'setStep',
      stepId: 'simmer',
      step: { heat: 'medium', minutes: band(minutes), lossFrac, endsWhen: 'Boiling, topped up as it falls' },
    }),
  ],
})

/** How hard a reduction boils. */
export const reductionBoilSchool = (stepId: string, defaultId: 'steady' | 'rapid'): School => ({
  id: 'boil',
  says: 'Boil',
  defaultId,
  reason: 'minutes against clarity',
  options: [
    way('lowest', 'lowest: clear, and long', { op: 'setStep', stepId, step: { heat: 'mediumLow' } }),
    way('steady', 'steady', { op: 'setStep', stepId, step: { heat: 'medium' } }),
    way('rapid', 'rapid: soon done, what fat it has beaten in', {
      op: 'setStep',
      stepId,
      step: { heat: 'high' },
    }),
  ],
})

/** Cold or hot liquid onto bones: scum rises slowly from cold, or sets at once. */
export const startSchool: School = {
  id: 'start',
  says: 'Water',
  defaultId: 'cold',
  reason: 'scum rises slowly and can be taken off',
  options: [
    way('cold', 'cold'),
    way(
      'hot',
      'hot: sooner at the simmer, part of the scum sets in it',
      { op: 'setStep', stepId: 'add', step: { arrivesHot: true, endsWhen: 'Covered with boiling water' } },
      { op: 'setStep', stepId: 'simmer', step: { startsHot: true } },
    ),
  ],
}
/** Cold or hot stock onto a roux. */
export const hotStockSchool = (minutes: Minutes): School => ({
  id: 'temper',
  says: 'Stock goes in',
  defaultId: 'cold',
  reason: 'hot roux and cold stock make no lumps',
  options: [
    way('cold', 'cold, in three'),
    way('hot', 'hot, little by little: sooner at the boil, a lump if it is poured', {
      op: 'setStep',
      stepId: 'add',
      step: {
        arrivesHot: true,
        minutes: band(minutes),
        attention: 'constant',
        endsWhen: 'Hot stock by the ladle, each smooth before the next',
      },
    }),
  ],
})
/** Whether its scum is taken off, and how often. */
export const skimSchool: School = {
  id: 'skim',
  says: 'Skim',
  defaultId: 'asItRises',
  reason: 'four skims at the right moments take nearly as much as eight',
  options: [
    way('often', 'often', { op: 'setStep', stepId: 'simmer', step: { skims: 8, attention: 'often' } }),
    way('asItRises', 'as it rises: four times'),
    way('never', 'not at all: strained only', {
      op: 'setStep',
      stepId: 'simmer',
      step: { skims: 0 },
    }),
  ],
}
/** Simmered under pressure, strained into a pan, and boiled down to the strength of an open pot. */
export const underPressure = (afterwards: string, minutes?: Minutes): FormulaChange[] => [
  {
    op: 'setStep',
    stepId: 'simmer',
    step: {
      vessel: 'pressureCooker',
      verb: 'pressure',
      endsWhen: 'Off the flame, opened by itself',
      ...(minutes ? { minutes: band(minutes) } : {}),
      lossFrac: 0,
      cautions: ['pressure', 'steam'],
    },
  },
  { op: 'setStep', stepId: 'strain', step: { vessel: 'pan' } },
  {
    op: 'addStep',
    afterStepId: 'strain',
    step: reduce('boilDown', 'boil down', afterwards, 'As strong as an open pot would be', {
      heat: 'medium',
    }),
  },
]
/** Open, or under pressure with what then has to boil off afterwards. */
export const cookerSchool = (afterwards: string): School => ({
  id: 'cooker',
  says: 'Pot',
  defaultId: 'open',
  reason: 'it can be skimmed, and is down to strength when it is done',
  options: [
    way('open', 'open'),
    way(
      'pressure',
      'under pressure: a third of the time, then boiled down',
      { op: 'setStep', stepId: 'add', step: { vessel: 'pressureCooker' } },
      ...underPressure(afterwards),
    ),
  ],
})
/** Days by the house's own rule, or as long as the code allows; what binds is the stricter of the two. */
export const keepsSchool: School = {
  id: 'keeps',
  says: 'Keeping',
  defaultId: 'house',
  reason: 'quality goes before the code’s limit does',
  options: [
    way('house', 'days by the house'),
    way('code', 'days by the code', { op: 'setKeeps', keeps: { chilledDays: 30 } }),
  ],
}
