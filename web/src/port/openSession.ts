import type { Session } from '@liquamen/contracts'
import { api, Refusal } from './api'

/** Asks the server who this device is, and how far its clock is off; a demo kitchen lets a browser of its own machine in without a code. */
export async function askSession(): Promise<{ session: Session; clockOffsetMs: number }> {
  let startMs = Date.now()
  const session = await api.session().catch(async (error: unknown) => {
    if (!(error instanceof Refusal) || error.problem.code !== 'notEnrolled') throw error
    await api.enrol('browser')
    startMs = Date.now()
    return api.session()
  })
  return { session, clockOffsetMs: Math.round(session.serverNowMs - (startMs + Date.now()) / 2) }
}
