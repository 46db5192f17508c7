import { v5 as uuidv5 } from 'uuid'

const BATCHES = '4b5a0f0e-6d5e-4d51-9d4e-3d9f3a1c8e11'
const ORDERS = '9d1c5a34-7a58-4c35-8f7b-2f0f6d0a64c3'

/** The id of an evening's batch: the same for whoever plans it. */
export const batchIdOf = (serviceId: string, key: string): string => uuidv5(`${serviceId} ${key}`, BATCHES)

/** The order by which a call's sauce is made by itself: the same for whoever asks for it. */
export const orderIdOf = (callId: string): string => uuidv5(callId, ORDERS)
