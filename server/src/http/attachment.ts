/** Headers of a file that a browser keeps rather than shows. */
export const attachment = (name: string, type: string) => ({
  'content-type': type,
  'content-disposition': `attachment; filename="${name}"`,
})
