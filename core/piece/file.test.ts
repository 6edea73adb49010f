import { readdirSync, readFileSync } from 'node:fs'
import Ajv from 'ajv'
import { describe, expect, it } from 'vitest'
import { newChair, newPiece } from '../../tests/fixtures/pieces'
import { orThrow } from '../measure/result'
import { LARGEST_FILE_BYTES, readPieceFile, writePieceFile } from './file'
import { fileFormatPage, pieceFileSchema } from './file-schema'
import { SCHEMA_VERSION } from './version'

const here = (path: string) => readFileSync(new URL(path, import.meta.url), 'utf8')
const demoFiles = readdirSync(new URL('../../demo', import.meta.url)).filter(
  f => f.endsWith('.json') && f !== 'shop.json',
)
const chair = () =>
  JSON.parse(writePieceFile(newChair())) as {
    format: string
    version: number
    piece: Record<string, unknown> & {
      parts: Record<string, unknown>[]
      joints: Record<string, unknown>[]
      title: unknown
    }
  }
const reasonsFor = (file: unknown) => {
  const r = readPieceFile(typeof file === 'string' ? file : JSON.stringify(file))
  return r.ok ? [] : r.issues.map(i => `${i.path}: ${i.message}`)
}

describe('the published form of a piece file', () => {
  it('is the one files are checked with', () => expect(here('../../docs/file-format.md')).toBe(fileFormatPage()))

  it('accepts every demo piece, and the reader does too', () => {
    const accepts = new Ajv().compile(pieceFileSchema())
    expect(demoFiles.length).toBeGreaterThanOrEqual(11)
    for (const file of demoFiles) {
      const text = here(`../../demo/${file}`)
      expect(accepts(JSON.parse(text)) ? [] : accepts.errors, file).toEqual([])
      expect(JSON.parse(writePieceFile(orThrow(readPieceFile(text)))), file).toEqual(JSON.parse(text))
    }
  })

  it('refuses what the reader refuses', () => {
    const accepts = new Ajv().compile(pieceFileSchema())
    for (const spoil of [
      (f: ReturnType<typeof chair>) => {
        f.piece.title = 7
      },
      (f: ReturnType<typeof chair>) => {
        f.piece.parts[0]!.axis = [[0, 0, 0]]
      },
      (f: ReturnType<typeof chair>) => {
        f.piece.extra = true
      },
    ]) {
      const file = chair()
      spoil(file)
      expect(accepts(file)).toBe(false)
      expect(reasonsFor(file).length).toBeGreaterThan(0)
    }
  })
})

describe('files of the first version', () => {
  it.each(['schoolroom-chair', 'vestry-chair'])('%s is read with nothing lost, and written in the newest', (name) => {
    const text = here(`../../tests/fixtures/files/version-1-${name}.json`)
    const old = (
      JSON.parse(text) as {
        piece: { shape: { measures: unknown }, findings: unknown, parts: { species: string }[], events: object[] }
      }
    ).piece
    const piece = orThrow(readPieceFile(text))
    expect(piece).toMatchObject({
      schemaVersion: SCHEMA_VERSION,
      findings: old.findings,
      events: old.events.map(e => ({ ...e, of: [] })),
      holds: [],
      after: {},
      set: null,
      faults: [],
      photos: [],
      shape: { measures: old.shape.measures, species: old.parts[0]!.species, edits: [] },
    })
    expect(orThrow(readPieceFile(writePieceFile(piece)))).toEqual(piece)
  })
  it('versions still to come are refused by their number', () =>
    expect(reasonsFor({ ...chair(), version: 99 })).toEqual([
      'version: Written by another version: this one reads versions 1 to 3.',
    ]))
})

describe('bad files are refused with every reason and its place', () => {
  const spoiled = (change: (f: ReturnType<typeof chair>) => void) => {
    const f = chair()
    change(f)
    return reasonsFor(f)
  }
  it('wrong types, all of them at once', () => {
    const reasons = spoiled((f) => {
      f.piece.title = ['a']
      f.piece.joints[0]!.depthMm = 'deep'
      f.piece.parts[1]!.species = 4
    })
    expect(reasons.map(r => r.split(':')[0])).toEqual([
      'piece.title',
      'piece.parts.1.species',
      'piece.joints.0.depthMm',
    ])
  })
  it('ids that name nothing', () =>
    expect(
      spoiled((f) => {
        f.piece.joints[2]!.receives = 'no-such-part'
      }),
    ).toEqual(['piece.joints.2.receives: must name a part of this piece; there is no “no-such-part”']))
  it.each([
    ['a script', '<script>alert(1)</script>'],
    ['an image with a trap', '<img src=x onerror=alert(1)>'],
    ['a drawing with a script', '<svg onload=alert(1)>'],
    ['a turned-round name', 'chair\u202Egnp.exe'],
    ['a null', 'chair\u0000'],
  ])('%s in a name', (_what, title) => {
    expect(
      spoiled((f) => {
        f.piece.title = title
      }),
    ).toEqual([expect.stringMatching(/^piece\.title: must be plain words/)])
  })
  it('a plain less-than sign is no markup', () =>
    expect(
      spoiled((f) => {
        f.piece.title = 'Chair, play < 1 mm'
      }),
    ).toEqual([]))
  it('brackets without end', () => {
    expect(reasonsFor('['.repeat(500_000))).toEqual([expect.stringContaining('40 deep')])
    expect(
      reasonsFor(`{"format":"arreglo-piece","version":2,"piece":${'{"a":'.repeat(3000)}1${'}'.repeat(3000)}}`),
    ).toEqual([expect.stringContaining('40 deep')])
    expect(reasonsFor(JSON.stringify({ ...chair(), note: '['.repeat(100) }))).toEqual([])
  })
  it('too much of it', () =>
    expect(reasonsFor(`{"x":"${'a'.repeat(LARGEST_FILE_BYTES)}"}`)).toEqual([
      ': The file is larger than 4 MB: no piece is.',
    ]))
  it('a prototype does not slip in as a key', () => {
    const text = writePieceFile(newPiece('stool')).replace(
      '"findings": {}',
      '"findings": {"__proto__": {"state": "solid"}}',
    )
    const read = readPieceFile(text)
    expect(
      read.ok && Object.getPrototypeOf(read.value.findings) === Object.prototype
        ? Object.keys(read.value.findings)
        : [],
    ).toEqual([])
    expect(({} as { state?: string }).state).toBeUndefined()
  })
  it('no JSON, another JSON, nothing', () => {
    expect(reasonsFor('not json')[0]).toContain('not JSON')
    expect(reasonsFor('{"format":"something"}')[0]).toContain('Not a piece file')
    expect(reasonsFor('')[0]).toContain('not JSON')
    expect(reasonsFor('null')[0]).toContain('Not a piece file')
  })
})
