/** What goes with what this tablet sends, as proof of who stands at it; kept up to date by whoever knows. */
export const signOnProof: { of: () => string | undefined; isOver: () => void } = {
  of: () => undefined,
  isOver: () => undefined,
}
