// Writes the jobs of the tests as piece files. Run: node scripts/jobs.mjs
import { mkdirSync, writeFileSync } from 'node:fs'
import { tsImport } from 'tsx/esm/api'

const { JOBS } = await tsImport('../tests/fixtures/jobs.ts', import.meta.url)
const { writePieceFile } = await tsImport('../core/piece/file.ts', import.meta.url)
const folder = new URL('../tests/fixtures/files/jobs/', import.meta.url)
mkdirSync(folder, { recursive: true })
for (const [name, make] of Object.entries(JOBS)) { writeFileSync(new URL(`${name}.json`, folder), `${JSON.stringify(JSON.parse(writePieceFile(make())))}\n`) }
