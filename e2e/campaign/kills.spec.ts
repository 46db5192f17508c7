import { spawnSync } from 'node:child_process'
import { setTimeout as pause } from 'node:timers/promises'
import { enrol } from '../enrol'
import { expect, KitchenServer, test } from '../kitchenServer'
import { Cluster } from './cluster'
import { keepFigure } from './figures'
import { createSenders, tally } from './sender'

const KILLS = Number(process.env.KILLS ?? 80)

test('server and database are killed again and again under eight devices that send', async () => {
  const cluster = await Cluster.create()
  const kitchen = await KitchenServer.create()
  const senders = createSenders(kitchen, await enrol(kitchen, 'till'))
  for (let n = 1; n <= KILLS; n++) {
    await pause(150 + ((n * 97) % 400))
    if (n % 5 < 3) await kitchen.stop('SIGKILL')
    else await cluster.kill()
    // a server whose database went may stand; one that was killed, or ended with it, is started again
    for (;;)
      try {
        await kitchen.start()
        break
      } catch {
        if ((await fetch(`${kitchen.url}/api/health`).catch(() => undefined))?.ok) break
      }
  }
  await senders.stop()
  const came = await tally(senders)
  const verified = spawnSync(process.execPath, ['dist/databaseCommand.js', 'verify'], {
    cwd: new URL('../..', import.meta.url).pathname,
    encoding: 'utf8',
    env: { ...process.env, ...kitchen.databaseEnvironment },
  })
  keepFigure({
    attack: `${KILLS} SIGKILLs of the server and the database under eight devices that send`,
    came: `${came.acknowledged} facts acknowledged, ${came.lost} lost, ${came.doubled} doubled, ${came.other5xx} answers of 5xx but 503; record ${verified.status === 0 ? 'whole' : 'broken'}`,
    command: `KILLS=${KILLS} npm run trust -- kills`,
  })
  expect(came).toMatchObject({ lost: 0, doubled: 0, other5xx: 0 })
  expect(came.acknowledged).toBeGreaterThan(KILLS * 5)
  expect(verified.stdout).toContain('chain whole')
  await kitchen.dispose()
  await cluster.dispose()
})
