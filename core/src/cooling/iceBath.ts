import { FREEZING_J_PER_KG } from './freezing'

/** Ice that a bath loses to the room and the basin. */
const ICE_LOST_SHARE = 0.25

/** Ice that brings a mass down by so many kelvins, g; a quarter more for what the room melts. `reduction:N8` */
export function iceForBathG(heatJPerK: number, byK: number): number {
  return ((1 + ICE_LOST_SHARE) * heatJPerK * Math.max(0, byK) * 1000) / FREEZING_J_PER_KG
}
