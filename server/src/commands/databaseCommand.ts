// npm run -s verify [FILE | HEAD …] | rebuild | code [KITCHEN [KIND]] | kitchen -- NAME: of every kitchen walks the record or folds the read models anew; lets a device in; makes a kitchen
import { DEVICE_KINDS, type DeviceKind } from '@liquamen/core'
import { connectionFromEnvironment } from '../connection'
import { createSignOns } from '../crew/signOns'
import { openDatabase } from '../db/database'
import { createDevicesService } from '../features/devices/devices.service'
import { listKitchens, type KitchenName } from '../kitchens'
import { rebuildReadModels } from '../log/readModels'
import { verifyAll } from './verify'

const say = (line: string) => process.stdout.write(`${line}\n`)
const { ownerUrl, appUrl } = connectionFromEnvironment(process.env)
const database = openDatabase(appUrl, (error) => process.stderr.write(`${error.message}\n`))
const devices = createDevicesService({
  database,
  clock: Date.now,
  signOns: createSignOns({ database, clock: Date.now }),
})
const [what = 'verify', ...told] = process.argv.slice(2)

async function sayCode({ id, name }: Pick<KitchenName, 'id' | 'name'>, kind: DeviceKind): Promise<void> {
  say(`${name}: ${(await devices.newCode(id, kind)).code} (for one ${kind}, for ten minutes)`)
}
async function run(): Promise<boolean> {
  const kitchens = await listKitchens(ownerUrl)
  if (what === 'verify') return verifyAll(database, kitchens, { told, backups: process.env.BACKUP_DIR })
  if (what === 'kitchen') {
    const name = told.join(' ').trim()
    if (!name) throw new Error('say its name: npm run kitchen -- NAME')
    if (kitchens.some((k) => k.name.toLowerCase() === name.toLowerCase()))
      throw new Error(`there is a kitchen of the name ${name} already`)
    await sayCode({ id: await devices.createKitchen(name), name }, 'tablet')
    return true
  }
  const [of, kind = 'tablet'] = told
  if (!DEVICE_KINDS.includes(kind as DeviceKind))
    throw new Error(`a device is one of: ${DEVICE_KINDS.join(', ')}`)
  const meant = kitchens.filter(({ id, name }) => of === undefined || name === of || id === of)
  if (meant.length === 0) throw new Error(`there is no kitchen of the name ${of}`)
  for (const kitchen of meant)
    if (what === 'code') await sayCode(kitchen, kind as DeviceKind)
    else
      say(
        `${kitchen.name}: ${await database.inKitchen(kitchen.id, (tx) => rebuildReadModels(tx, kitchen.id))} streams folded anew`,
      )
  return true
}
const isGood = await run().catch((error: unknown) => {
  process.stderr.write(`liquamen: ${(error as Error).message}\n`)
  return false
})
await database.close()
process.exit(isGood ? 0 : 1)
