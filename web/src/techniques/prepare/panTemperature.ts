import type { BrowningLive } from '@liquamen/core'
import { prepareTexts } from './texts'

/** A probe in the oil or the roux that takes colour: where its ruler opens, and how far it reaches. */
export const panTemperature = ({ panC }: BrowningLive) => ({
  startC: Math.round(panC),
  reachK: 60,
  label: prepareTexts.panTemp,
})
