// The development server, with its own data folder.
import { join } from 'node:path'
import { needPackages, needTypes, ROOT, run } from './lib/prepare.mjs'

needPackages()
needTypes()
run('npx', ['nuxt', 'dev', '--host', '127.0.0.1'], {
  env: { ...process.env, ARREGLO_DATA: process.env.ARREGLO_DATA ?? join(ROOT, '.data', 'dev') },
})
