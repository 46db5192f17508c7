import { v5 as uuidv5 } from 'uuid'

const SPACE = '4b5a0f0e-6d5e-4d51-9d4e-3d9f3a1c8e11'

/** The id of an evening's batch: the same on every tablet that plans it. */
export const batchIdOf = (serviceId: string, key: string): string => uuidv5(`${serviceId} ${key}`, SPACE)
