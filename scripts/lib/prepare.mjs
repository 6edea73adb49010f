// Brings a bare clone to where it can build and run: packages, generated types, and the build when something changed.
import { execFileSync, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('../..', import.meta.url))
const at = (...parts) => join(ROOT, ...parts)

/**
 * Runs a command in the project's root with its output shown. Ends the program with the command's own code if it
 * fails.
 */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options })
  if (done.status !== 0) process.exit(done.status ?? 1)
}

const hashOf = text => createHash('sha256').update(text).digest('hex')

export function needPackages() {
  const [major] = process.versions.node.split('.').map(Number)
  if (major < 20) {
    console.error(`Node.js 20 or newer is needed; this is ${process.version}.`)
    process.exit(1)
  }
  const stamp = at('node_modules', '.arreglo-lock')
  const lock = hashOf(readFileSync(at('package-lock.json')))
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  console.log('Installing packages; the database driver is compiled, which takes some minutes the first time …')
  // A folder that is there already is brought up to date: a clean install would compile the driver again.
  const update = existsSync(at('node_modules', '.package-lock.json'))
  run('npm', [
    update ? 'install' : 'ci',
    ...(update ? ['--no-save'] : []),
    '--no-audit',
    '--no-fund',
    '--loglevel=error',
  ])
  writeFileSync(stamp, lock)
}

export function needTypes() {
  if (!existsSync(at('.nuxt', 'tsconfig.app.json')) || !existsSync(at('.nuxt', 'eslint.config.mjs'))) { run('npx', ['nuxt', 'prepare']) }
}

const SOURCES = ['app', 'core', 'shared', 'server', 'public', 'nuxt.config.ts', 'package-lock.json']

function filesUnder(path) {
  return statSync(path).isDirectory()
    ? readdirSync(path)
        .sort()
        .flatMap(name => filesUnder(join(path, name)))
    : [path]
}

/** Builds unless the last build was made of just these sources. */
export function needBuild() {
  const stamp = at('.output', '.arreglo-sources')
  const files = SOURCES.flatMap(s => filesUnder(at(s))).filter(f => !f.endsWith('.test.ts'))
  const now = hashOf(files.map(f => `${f.slice(ROOT.length)} ${hashOf(readFileSync(f))}`).join('\n'))
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return
  console.log('Building …')
  run('npx', ['nuxt', 'build', '--logLevel', 'silent'])
  mkdirSync(at('.output'), { recursive: true })
  writeFileSync(stamp, now)
}

/** The last commit's short name, for the start-up line; empty outside a clone. */
export function commitName() {
  try {
    return execFileSync('git', ['rev-parse', '--short', 'HEAD'], { cwd: ROOT, stdio: ['ignore', 'pipe', 'ignore'] })
      .toString()
      .trim()
  }
  catch {
    return ''
  }
}
