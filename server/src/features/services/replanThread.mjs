// A thread has no reader of TypeScript of its own in Node 20: it brings one, then the worker.
import { tsImport } from 'tsx/esm/api'

await tsImport('./replanWorker.ts', import.meta.url)
