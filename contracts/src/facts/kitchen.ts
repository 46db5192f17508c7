import { LIMITS, ROLES, type KitchenKind, type Payloads } from '@liquamen/core'
import { z } from 'zod'
import { panSchema, ringSchema, rulesSchema, settingsSchema, wellSchema } from '../catalog'
import { dishSchema } from '../dish'
import { finite, inRange, slug, text, uuid } from '../primitives'
import { version } from './plan'

const durationS = finite.min(20).max(7200)
const { name, altitudeM, roomTempC, timeZone, scaleStepG, stove, kits } = settingsSchema.shape

/** Payloads of the kitchen's own facts, checked against the core's types. */
export const KITCHEN_SCHEMAS: { readonly [K in KitchenKind]: z.ZodType<Payloads[K]> } = {
  'place.set': z.strictObject({ name, altitudeM, roomTempC, timeZone, scaleStepG, stove, kits }),
  'rules.set': z.strictObject({ rules: rulesSchema }),
  'ring.set': z.strictObject({ ring: ringSchema }),
  'ring.removed': z.strictObject({ ringId: slug }),
  'ring.tested': z.strictObject({
    ringId: slug,
    panId: slug,
    position: finite.min(0.02).max(1),
    test: z.discriminatedUnion('how', [
      z.strictObject({
        how: z.literal('warmed'),
        massKg: finite.min(0.1).max(30),
        fromC: inRange(LIMITS.tempC),
        toC: inRange(LIMITS.tempC),
        durationS,
      }),
      z.strictObject({
        how: z.literal('boiled'),
        beforeG: inRange(LIMITS.grossG),
        afterG: inRange(LIMITS.massG),
        durationS,
      }),
    ]),
    powerW: inRange(LIMITS.powerW),
    sdShare: finite.min(0).max(2),
    diameterMm: inRange(LIMITS.diameterMm),
    modelVersion: version,
  }),
  'pan.set': z.strictObject({ pan: panSchema }),
  'pan.removed': z.strictObject({ panId: slug }),
  'well.set': z.strictObject({ well: wellSchema }),
  'well.removed': z.strictObject({ wellId: slug }),
  'probe.checked': z.strictObject({
    channelId: uuid,
    name: text(60),
    iceReadsC: finite.min(-10).max(20),
    boilReadsC: finite.min(60).max(130),
    boilsAtC: finite.min(60).max(130),
  }),
  'scale.checked': z.strictObject({
    name: text(60),
    knownG: inRange(LIMITS.grossG),
    readsG: inRange(LIMITS.grossG),
    emptyReadsG: finite.min(-1000).max(1000),
    factor: finite.min(0.5).max(2),
  }),
  'dish.set': z.strictObject({ dish: dishSchema }),
  'dish.removed': z.strictObject({ dishId: slug }),
  'crew.set': z.strictObject({ crewId: slug, role: z.enum(ROLES) }),
  'crew.removed': z.strictObject({ crewId: slug }),
}
