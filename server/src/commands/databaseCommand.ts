// npm run -s verify | rebuild | code: of every kitchen walks the chain, folds the read models anew, or gives a code that enrols one device
import { connectionFromEnvironment } from '../connection'
import { createSignOns } from '../crew/signOns'
import { openDatabase } from '../db/database'
import { createDevicesService } from '../features/devices/devices.service'
import { rebuildReadModels } from '../log/readModels'
import { verifyChain } from '../log/verifyChain'
import { listKitchens } from '../kitchens'

const { ownerUrl, appUrl } = connectionFromEnvironment(process.env)
const database = openDatabase(appUrl, (error) => process.stderr.write(`${error.message}\n`))
const codes = createDevicesService({
  database,
  clock: Date.now,
  signOns: createSignOns({ database, clock: Date.now }),
})
let isWhole = true
for (const { id, name } of await listKitchens(ownerUrl)) {
  if (process.argv[2] === 'code') process.stdout.write(`${name}: ${(await codes.newCode(id)).code}\n`)
  else if (process.argv[2] === 'rebuild')
    process.stdout.write(
      `${name}: ${await database.inKitchen(id, (tx) => rebuildReadModels(tx, id))} streams folded anew\n`,
    )
  else {
    const report = await database.inKitchen(id, (tx) => verifyChain(tx, id))
    isWhole &&= report.status === 'whole'
    process.stdout.write(
      report.status === 'whole'
        ? `${name}: ${report.facts} facts, chain whole, head ${report.head}\n`
        : `${name}: chain broken at fact ${report.atSeq} (${report.why})\n`,
    )
  }
}
await database.close()
process.exit(isWhole ? 0 : 1)
