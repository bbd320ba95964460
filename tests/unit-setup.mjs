import { configureGlobal } from 'fast-check'

process.env.PLUMBAGO_PASSWORD_WORK = '10'
// the same random examples in every run of bin/test, others in every run of test:full, which names the seed where one fails
if (!process.env.FULL) configureGlobal({ seed: 20261201 })
