import { writeFileSync } from 'node:fs'
import { writePieceFile } from '../core/piece/file'
import { chapel, ladderBacks, netLoft, rocker, schoolroom, stool, vestry } from './chairs'
import { waitingBench, writingTable } from './frames'

/** Writes the demo pieces as files, through the same commands a repairer gives. Run: npx tsx demo/build.ts */
for (const piece of [
  schoolroom(),
  vestry(),
  ...ladderBacks(),
  netLoft(),
  chapel(),
  writingTable(),
  waitingBench(),
  rocker(),
  stool(),
]) {
  writeFileSync(new URL(`./${piece.id}.json`, import.meta.url), writePieceFile(piece))
}
