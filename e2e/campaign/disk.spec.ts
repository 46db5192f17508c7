import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { enrol } from '../enrol'
import { expect, KitchenServer, test } from '../kitchenServer'
import { Cluster } from './cluster'
import { keepFigure } from './figures'
import { createSenders, tally } from './sender'

test('the disk of the database fills up while eight devices send, and has room again', async () => {
  const disk = mkdtempSync(join(tmpdir(), 'liquamen-disk-'))
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=220m', 'tmpfs', disk], { encoding: 'utf8' })
  expect(mounted.stderr, 'a small disk needs the right to mount one: run it as root').toBe('')
  try {
    const cluster = await Cluster.create(join(disk, 'postgres'))
    const kitchen = await KitchenServer.create()
    const senders = createSenders(kitchen, await enrol(kitchen, 'till'))
    await pause(1500)
    const { bavail, bsize } = statfsSync(disk)
    const filler = join(disk, 'filler')
    try {
      writeFileSync(filler, Buffer.alloc(bavail * bsize))
    } catch {
      // whatever fitted is there
    }
    const before = senders.acknowledged.size
    await pause(12_000)
    const during = senders.statuses.get(503) ?? 0
    rmSync(filler)
    for (;;)
      try {
        if ((await fetch(`${kitchen.url}/api/health`).catch(() => undefined))?.ok) break
        await kitchen.start()
        break
      } catch {
        await pause(200)
      }
    await expect.poll(() => senders.acknowledged.size, { timeout: 60_000 }).toBeGreaterThan(before + 200)
    await senders.stop()
    const came = await tally(senders)
    keepFigure({
      attack: 'the disk of the database full for twelve seconds under eight devices that send',
      came: `${during} answers of 503, ${came.acknowledged} facts acknowledged, ${came.lost} lost, ${came.doubled} doubled, ${came.other5xx} answers of 5xx but 503`,
      command: 'npm run trust -- disk',
    })
    expect(during).toBeGreaterThan(0)
    expect(came).toMatchObject({ lost: 0, doubled: 0, other5xx: 0 })
    await kitchen.dispose()
    await cluster.dispose()
  } finally {
    spawnSync('umount', ['-l', disk])
  }
})
