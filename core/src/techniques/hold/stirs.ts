/** How often a held sauce is stirred, min. */
export const STIR_EVERY_MIN = 10
