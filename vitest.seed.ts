import fc from 'fast-check'

// The same cases on every machine, ten times out of ten; other ones are hunted by hand: FC_SEED=1 npx vitest run
fc.configureGlobal({ seed: Number(process.env.FC_SEED ?? 20261126) })
