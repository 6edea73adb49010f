// A workshop of many pieces: what lists, commands and starts cost with so many, and with twenty browsers listening.
// Printed, never asserted.
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { startServer } from './lib/server.mjs'

const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]
const ms = x => `${x.toFixed(1)} ms`
const mb = x => `${(x / 1e6).toFixed(0)} MB`
/** Left without a plan, so that the server has plans to make while it is measured. */
const NOT_PLANNED = 300
const LISTENERS = 20
const RUNS = 60

export async function benchMany(many, load, row) {
  const folder = mkdtempSync(join(tmpdir(), 'arreglo-many-'))
  const { loadDemo } = await load('demo/load.ts')
  const today = new Date().toISOString().slice(0, 10)
  const seed = await startServer({ dataFolder: folder })
  await loadDemo(seed.url, today)
  await planned(seed.url, today)
  await seed.stop()
  multiply(join(folder, 'arreglo.db'), many)
  row(`${many} pieces: the file`, mb(statSync(join(folder, 'arreglo.db')).size))

  const started = performance.now()
  const server = await startServer({ dataFolder: folder })
  row('start until it answers', ms(performance.now() - started), '< 2000 ms')
  const memory = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${server.child.pid}/status`, 'utf8'))[1]) * 1024
  row('memory once started', mb(memory()), '< 300 MB')

  const asked = async (path) => {
    const began = performance.now()
    const bytes = (await (await fetch(server.url + path)).arrayBuffer()).byteLength
    return { took: performance.now() - began, bytes }
  }
  const now = `${today}T10:00`
  for (const [name, query] of [
    ['first page', ''],
    ['found by three letters', '&find=cha'],
    ['due within a week', '&due=week'],
    ['of one stage', '&step=mend'],
    ['gone home', '&over=yes'],
    ['a page far down', `&after=${encodeURIComponent(`${today}T00:00~zz`)}`],
  ]) {
    const all = []
    for (let i = 0; i < RUNS; i++) all.push(await asked(`/api/bench?at=${now}${query}`))
    const times = all.map(a => a.took).sort((a, b) => a - b)
    row(
      `list, ${name}: median, p95, size`,
      `${ms(at(times, 0.5))}, ${ms(at(times, 0.95))}, ${(all[0].bytes / 1000).toFixed(0)} KB`,
      '< 50 ms, 100 KB',
    )
  }
  const sums = []
  for (let i = 0; i < RUNS; i++) sums.push((await asked(`/api/bench/sums?at=${now}`)).took)
  row(
    'what stands over and beside it: median',
    ms(
      at(
        sums.sort((a, b) => a - b),
        0.5,
      ),
    ),
    '< 50 ms',
  )
  row('memory while it plans and lists', mb(memory()), '< 300 MB')
  await commands(server.url, row, 'a command on a set member, its three others told as well')

  const listeners = await Promise.all(Array.from({ length: LISTENERS }, () => listen(server.url, now)))
  await commands(server.url, row, `the same with ${LISTENERS} pages listening, each fetching the row that changed`)
  await new Promise(resolve => setTimeout(resolve, 1000))
  row(
    'rows the listeners fetched, bytes each',
    `${listeners.reduce((n, l) => n + l.fetched, 0)}, ${Math.round(listeners[0].bytes / Math.max(1, listeners[0].fetched))}`,
  )
  row(`memory with ${LISTENERS} listening`, mb(memory()), '< 300 MB')
  for (const l of listeners) l.stop()
  await server.stop()
  rmSync(folder, { recursive: true })
}

/** Waits until every piece of the demo is planned. */
async function planned(url, today) {
  for (;;) {
    const { rows } = await (await fetch(`${url}/api/bench?at=${today}T10:00`)).json()
    if (rows.every(r => !r.isStale)) return
    await new Promise(resolve => setTimeout(resolve, 200))
  }
}

/** The demo's pieces over and over, under other names, two thirds of them gone home; sets stay sets of four. */
function multiply(file, many) {
  const db = new Database(file)
  const pieces = db
    .prepare(
      'select piece.*, outlook.madeWith, outlook.goodUntilMin, outlook.step, outlook.waitsUntilMin, outlook.inClampsUntilMin, outlook.outlook, outlook.picture from piece join outlook on pieceId = id',
    )
    .all()
  const insertPiece = db.prepare(
    'insert into piece (id, base, baseVersion, document, version, takenInAt, changedAt) values (?, ?, 0, ?, 0, ?, ?)',
  )
  const insertSummary = db.prepare('insert into summary values (?, 0, ?, ?, ?, ?, ?, ?, ?, ?)')
  const insertOutlook = db.prepare('insert into outlook values (?, 0, ?, ?, ?, ?, ?, ?, ?)')
  db.transaction(() => {
    for (let n = 0; n + pieces.length < many; n++) {
      const source = pieces[n % pieces.length]
      const copy = Math.floor(n / pieces.length) + 1
      const document = JSON.parse(source.document)
      const [id, customer] = [`${source.id}-${copy}x`, `Customer ${copy % 400}`]
      const isOver = copy % 3 !== 0
      const set = document.set ? { ...document.set, id: `${document.set.id}-${copy}x` } : null
      const takenInAt = new Date(Date.parse(`${document.takenInAt}:00Z`) - copy * 3_600_000).toISOString().slice(0, 16)
      const text = JSON.stringify({
        ...document,
        id,
        set,
        takenInAt,
        intake: { ...document.intake, customer },
        events: isOver
          ? [{ id: 'home', kind: 'returned', at: takenInAt, stage: null, of: [], note: '' }]
          : document.events,
      })
      insertPiece.run(id, text, text, takenInAt, source.changedAt)
      insertSummary.run(
        id,
        document.title,
        customer,
        document.intake.due,
        takenInAt,
        set?.id ?? null,
        set ? JSON.stringify(set) : null,
        isOver ? 1 : 0,
        `${document.title} ${customer} ${id}`.toLowerCase(),
      )
      if (n >= NOT_PLANNED) {
        insertOutlook.run(
          id,
          source.madeWith,
          source.goodUntilMin,
          source.step,
          source.waitsUntilMin,
          source.inClampsUntilMin,
          source.outlook,
          source.picture,
        )
      }
    }
  })()
  db.close()
}

let told = 0
async function commands(url, row, name) {
  const id = 'harbour-ladder-back-1'
  const { version } = await (await fetch(`${url}/api/pieces/${id}`)).json()
  const times = []
  for (let i = 0; i < RUNS; i++) {
    const entry = {
      id: `bench-${String(++told).padStart(6, '0')}`,
      at: new Date().toISOString(),
      by: 'bench-device',
      command: { do: 'describe', intake: { ask: `As it was, ${told}.` } },
    }
    const began = performance.now()
    const answer = await fetch(`${url}/api/pieces/${id}/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ seenVersion: version + i, entries: [entry] }),
    })
    await answer.arrayBuffer()
    times.push(performance.now() - began)
    if (!answer.ok) throw new Error(`${answer.status}`)
  }
  times.sort((a, b) => a - b)
  row(`${name}: median, p95`, `${ms(at(times, 0.5))}, ${ms(at(times, 0.95))}`, '< 30 ms')
}

/** A page fetches what changed within this together, milliseconds. */
const TOGETHER_MS = 400

/** A page that listens, and fetches what changed. */
async function listen(url, now) {
  const stop = new AbortController()
  const counts = { fetched: 0, bytes: 0, stop: () => stop.abort() }
  const { body } = await fetch(`${url}/api/events`, { signal: stop.signal })
  const changed = new Set()
  const fetchNow = async () => {
    const only = [...changed].join(',')
    changed.clear()
    const answers = await Promise.all(
      [`/api/bench?at=${now}&only=${only}`, `/api/bench/sums?at=${now}`].map(path =>
        fetch(url + path, { signal: stop.signal }),
      ),
    )
    for (const answer of answers) counts.bytes += (await answer.arrayBuffer()).byteLength
    counts.fetched++
  }
  void (async () => {
    for await (const chunk of body.pipeThrough(new TextDecoderStream())) {
      for (const [, id] of chunk.matchAll(/"piece":"([^"]+)"/g)) {
        if (changed.size === 0) setTimeout(() => void fetchNow().catch(() => undefined), TOGETHER_MS)
        changed.add(id)
      }
    }
  })().catch(() => undefined)
  return counts
}
