/**
 * How much salt may go in now so that the sauce is right when what is still to boil off is gone. `emulsion:S4`
 * @param addG - salt that is missing at the end, g
 * @param nowMassG - what is in the vessel now, g
 * @returns grams, and the share that they make of the sauce now: more is too salty on the plate
 */
export function saltRoom(
  addG: number,
  { nowMassG, nowSaltG }: { readonly nowMassG: number; readonly nowSaltG: number },
): { readonly mostG: number; readonly ceilingFrac: number } {
  const mostG = Math.max(0, addG)
  return { mostG, ceilingFrac: nowMassG > 0 ? (nowSaltG + mostG) / (nowMassG + mostG) : 0 }
}
