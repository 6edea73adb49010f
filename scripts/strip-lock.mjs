// The lock file names packages and hashes, never the host they came from.
import { readFileSync, writeFileSync } from 'node:fs'

const file = new URL('../package-lock.json', import.meta.url)
const lock = JSON.parse(readFileSync(file, 'utf8'))
const withHost = Object.values(lock.packages).filter(p => /^https?:/.test(p.resolved ?? ''))
if (withHost.length > 0 && process.argv.includes('--check')) {
  console.error(`${withHost.length} download addresses in package-lock.json: run node scripts/strip-lock.mjs`)
  process.exit(1)
}
for (const p of withHost) delete p.resolved
if (withHost.length > 0) writeFileSync(file, `${JSON.stringify(lock, null, 2)}\n`)
