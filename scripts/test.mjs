// Everything that must hold, on a bare clone as well: lock file, lint, import rules, types, unit tests, build, browser tests.
// Ends with one plain line of totals over all test cases that ran.
import { spawnSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { needChromium } from './lib/chromium.mjs'
import { needBuild, needPackages, needTypes, ROOT } from './lib/prepare.mjs'

needPackages()
const chromium = needChromium()
needTypes()

const results = { unit: join(ROOT, '.data', 'unit-results.json'), browser: join(ROOT, '.data', 'browser-results.json') }
for (const file of Object.values(results)) rmSync(file, { force: true })
const failures = []

function step(name, command, args, env = {}) {
  console.log(`\n— ${name}`)
  const started = Date.now()
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', env: { ...process.env, ...env } })
  console.log(`  ${done.status === 0 ? 'done' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s`)
  if (done.status !== 0) failures.push(name)
}

step('lock file', 'node', ['scripts/strip-lock.mjs', '--check'])
step('lint', 'npx', ['eslint', '.'])
step('import rules', 'npx', ['depcruise', 'core', 'shared', 'app', 'server', 'cli', '--config', '.dependency-cruiser.cjs'])
step('types', 'npm', ['run', '--silent', 'typecheck'])
step('unit tests', 'npx', ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${results.unit}`])
console.log('\n— build')
needBuild()
step('browser tests', 'npx', ['playwright', 'test'], { CHROMIUM_PATH: chromium })

const read = (file) => {
  try { return JSON.parse(readFileSync(file, 'utf8')) }
  catch { return null }
}
const unit = read(results.unit)
const browser = read(results.browser)
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0)
const failed = (unit?.numFailedTests ?? 0) + (browser ? browser.stats.unexpected + browser.stats.flaky : 0)
const skipped = (unit?.numPendingTests ?? 0) + (browser?.stats.skipped ?? 0)
if (failures.length > 0) console.log(`\nNot in order: ${failures.join(', ')}`)
console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
process.exit(failures.length > 0 || failed > 0 || passed === 0 ? 1 : 0)
