import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'

const root = new URL('..', import.meta.url).pathname
const code = readdirSync(`${root}core`, { recursive: true })
  .map(String)
  .filter(f => f.endsWith('.ts') && !f.endsWith('.test.ts'))
  .map(f => readFileSync(`${root}core/${f}`, 'utf8'))
  .join('\n')
const headings = (file: string) =>
  new Set([...readFileSync(`${root}docs/${file}`, 'utf8').matchAll(/^## (.+)$/gm)].map(m => m[1]!))
const named = (...patterns: RegExp[]) => new Set(patterns.flatMap(p => [...code.matchAll(p)].map(m => m[1]!)))

describe('sources and limits', () => {
  it('every source a figure or a table names is a heading of docs/sources.md, and every heading is used', () => {
    const used = named(
      /source(?::| =) '([a-z-]+)'/g,
      /docs\/sources\.md#([a-z-]+)/g,
      /\], '([a-z-]+)'(?:, '(?:low|medium|high)')?\)/g,
    )
    expect([...used].filter(s => !headings('sources.md').has(s))).toEqual([])
    expect([...headings('sources.md')].filter(s => !code.includes(`'${s}'`) && !code.includes(`#${s}`))).toEqual([])
  })
  it('every limit named is a heading of docs/limits.md', () => {
    const used = named(/limit: '([a-z-]+)'/g, /docs\/limits\.md#([a-z-]+)/g)
    expect([...used].filter(s => !headings('limits.md').has(s))).toEqual([])
  })
})
