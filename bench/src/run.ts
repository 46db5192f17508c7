// npm run bench [-- core peers bowl intake fanOut firstView thickenSlider holdFutures schedule simulated steady growth trust]: ratios against a named peer or bound in the same run; nothing here is a test
import { bowl } from './bowl'
import { core } from './core'
import { fanOut } from './fanOut'
import { firstView } from './firstView'
import { growth } from './growth'
import { holdFutures } from './holdFutures'
import { intake } from './intake'
import { say, type Line } from './line'
import { peers } from './peers'
import { schedule } from './schedule'
import { simulated } from './simulated'
import { steady } from './steady'
import { thickenSlider } from './thickenSlider'
import { trust } from './trust'

const BENCHES: Record<string, () => Line[] | Promise<Line[]>> = {
  core,
  peers,
  bowl,
  intake,
  fanOut,
  firstView,
  thickenSlider,
  holdFutures,
  schedule,
  simulated,
  steady,
  growth,
  trust,
}
const asked = process.argv.slice(2)
for (const name of asked.length ? asked : Object.keys(BENCHES)) (await BENCHES[name]!()).forEach(say)
process.exit(0)
