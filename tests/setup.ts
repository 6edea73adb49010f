import fc from 'fast-check'

/** Property tests draw the same cases at every run, so that a failure is a change's own. SEED=n draws others. */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20260305) })
