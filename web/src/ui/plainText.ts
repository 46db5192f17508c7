/** A text as it is typed in haste: lower case, without accents. */
export const plainText = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
