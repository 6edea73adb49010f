// Everything that must hold, on a bare clone as well: lock file, lint, import rules, types, unit tests, build,
// browser tests.
// Ends with one plain line of totals over all test cases that ran.
import { spawn, spawnSync } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { needChromium } from './lib/chromium.mjs'
import { needPackages, needTypes, ROOT } from './lib/prepare.mjs'

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

/** Checks that need nothing of each other, side by side; each one's words come out together once it is over. */
async function together(steps) {
  const started = Date.now()
  await Promise.all(
    steps.map(
      ([name, command, args]) =>
        new Promise((resolve) => {
          const child = spawn(command, args, { cwd: ROOT })
          const said = []
          for (const stream of [child.stdout, child.stderr]) stream.on('data', text => said.push(text))
          child.on('close', (code) => {
            console.log(
              `\n— ${name}\n${Buffer.concat(said).toString().trimEnd()}\n  ${code === 0 ? 'done' : 'FAILED'} in ${((Date.now() - started) / 1000).toFixed(0)} s`,
            )
            if (code !== 0) failures.push(name)
            resolve()
          })
        }),
    ),
  )
}

step('lock file', 'node', ['scripts/strip-lock.mjs', '--check'])
await together([
  ['lint', 'npx', ['eslint', '.']],
  [
    'import rules',
    'npx',
    ['depcruise', 'core', 'shared', 'app', 'server', 'cli', '--config', '.dependency-cruiser.cjs'],
  ],
  ['types', 'npm', ['run', '--silent', 'typecheck']],
])
await together([
  ['unit tests', 'npx', ['vitest', 'run', '--reporter=dot', '--reporter=json', `--outputFile.json=${results.unit}`]],
  ['build', 'node', ['scripts/build.mjs']],
])
step('browser tests', 'npx', ['playwright', 'test'], { CHROMIUM_PATH: chromium })

const read = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'))
  }
  catch {
    return null
  }
}
const unit = read(results.unit)
const browser = read(results.browser)
const passed = (unit?.numPassedTests ?? 0) + (browser?.stats.expected ?? 0)
const failed = (unit?.numFailedTests ?? 0) + (browser ? browser.stats.unexpected + browser.stats.flaky : 0)
const skipped = (unit?.numPendingTests ?? 0) + (browser?.stats.skipped ?? 0)
if (failures.length > 0) console.log(`\nNot in order: ${failures.join(', ')}`)
console.log(`\n${passed} passed, ${failed} failed${skipped > 0 ? `, ${skipped} skipped` : ''}`)
process.exit(failures.length > 0 || failed > 0 || passed === 0 ? 1 : 0)
