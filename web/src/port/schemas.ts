type Schemas = typeof import('@liquamen/contracts')
let loading: Promise<Schemas> | undefined

/** The schemas of facts and answers: a chunk of its own, which the first view does without. Asked for again after a line that was down. */
export function schemas(): Promise<Schemas> {
  loading ??= import('@liquamen/contracts').catch((error: unknown) => {
    loading = undefined
    throw error
  })
  return loading
}
