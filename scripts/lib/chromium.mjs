// Finds Debian's Chromium, or installs it where that can be done without asking.
import { execFileSync } from 'node:child_process'
import { existsSync } from 'node:fs'

const PLACES = [
  process.env.CHROMIUM_PATH,
  '/usr/bin/chromium',
  '/usr/bin/chromium-browser',
  '/usr/bin/google-chrome',
].filter(Boolean)

export const findChromium = () => PLACES.find(p => existsSync(p))

/** The path of a Chromium; installs Debian's as root. Ends the program with the one command to give if it may not. */
export function needChromium() {
  const found = findChromium()
  if (found) return found
  if (process.getuid?.() !== 0) {
    console.error(
      'The browser tests need Chromium. Install it with:\n  sudo apt-get update && sudo apt-get install -y chromium\nor set CHROMIUM_PATH.',
    )
    process.exit(1)
  }
  console.log('Installing Chromium from Debian’s packages …')
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  execFileSync('apt-get', ['update', '-qq'], { stdio: ['ignore', 'ignore', 'inherit'], env })
  execFileSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  })
  return findChromium()
}
