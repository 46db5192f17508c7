import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'

const FILE = new URL('../../test-results/trust.json', import.meta.url)
/** What an attack came to, for docs/trust.md. */
export interface Figure {
  readonly attack: string
  readonly came: string
  readonly command: string
}
/** Keeps a figure under its attack's name. */
export function keepFigure(figure: Figure): void {
  mkdirSync(new URL('.', FILE), { recursive: true })
  const all = existsSync(FILE) ? (JSON.parse(readFileSync(FILE, 'utf8')) as Figure[]) : []
  const others = all.filter((f) => f.attack !== figure.attack)
  writeFileSync(FILE, JSON.stringify([...others, figure], null, 1))
}
