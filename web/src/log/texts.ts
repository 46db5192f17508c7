/** What the Log says of what the house has learned. */
export const logTexts = {
  holds: {
    title: 'How soon held sauces break here',
    means: 'A factor on the table’s risk: over 1 they break sooner here than it says.',
    heads: ['Sauce', 'Before anything was seen', 'Seen here', 'Now'],
    seen: (broken: string, batches: string, foretold: string) =>
      `${broken} of ${batches} broke; the table foretold ${foretold}`,
    few: (batches: string) =>
      `From ${batches === '1' ? 'one batch' : `${batches} batches`}: that says little yet.`,
  },
} as const
