// Writes docs/file-format.md from the schema the server itself checks files with. A test fails where the two differ.
import { writeFileSync } from 'node:fs'
import { tsImport } from 'tsx/esm/api'

const { fileFormatPage } = await tsImport('../core/piece/file-schema.ts', import.meta.url)
writeFileSync(new URL('../docs/file-format.md', import.meta.url), fileFormatPage())
