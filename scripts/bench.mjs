// Speed, printed as a table and never asserted: planning, what the browser is sent, how soon the server is there.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { needBuild, needPackages, ROOT } from './lib/prepare.mjs'

needPackages()
needBuild()
const { tsImport } = await import('tsx/esm/api')
const load = path => tsImport(`../${path}`, import.meta.url)
const rows = []
const row = (what, figure, wanted = '') => rows.push({ what, figure, wanted })
const at = (sorted, share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]
/** Kinds of command that only fill the lists, or take the frame apart: not what a long log is made of. */
const LEFT_OUT = new Set(['join-set', 'keep-note', 'log-event', 'edit-frame'])
const ms = x => `${x.toFixed(1)} ms`

// `npm run bench -- --pieces 10000` measures a workshop of so many, and nothing else.
const many = Number(process.argv[process.argv.indexOf('--pieces') + 1])
if (process.argv.includes('--pieces')) { await (await import('./bench-many.mjs')).benchMany(many, load, row) }
// `npm run bench -- --browser`: what the browser is sent and how soon it is there, and what entering takes.
else if (process.argv.includes('--browser')) {
  await benchBrowser()
  await benchEntering()
}
else {
  await benchFamilies()
  await benchPlanning()
  await benchGrowth()
  await benchHistory()
  await benchBrowser()
  await benchEntering()
}
console.table(Object.fromEntries(rows.map(r => [r.what, { figure: r.figure, wanted: r.wanted }])))

/** What entering a piece takes a hand. */
async function benchEntering() {
  const { enterPieces } = await import('./bench-entering.mjs')
  for (const { name, presses, clicks, seconds } of await enterPieces()) {
    row(`entering the ${name}`, `${presses} presses, ${clicks} of them clicks; ${seconds} s`)
  }
}

/** Each family from its measurements, as it is done at every key of a measurement, and its drawing. */
async function benchFamilies() {
  const { FAMILIES } = await load('core/piece/families/index.ts')
  const { startPiece } = await load('core/piece/shape.ts')
  const { drawPiece, VIEWS } = await load('core/drawing/index.ts')
  const { readPieceFile } = await load('core/piece/file.ts')
  const median = (work, runs = 30) =>
    at(
      Array.from({ length: runs }, () => timed(work))
        .slice(3)
        .sort((a, b) => a - b),
      0.5,
    )
  for (const family of FAMILIES) {
    const start = () =>
      startPiece({ id: 'bench', title: 'Bench', family: family.id, takenInAt: '2026-03-05T09:00' }).value
    const piece = start()
    row(
      `${family.label}: ${piece.parts.length} parts, ${piece.joints.length} joints made`,
      ms(median(start)),
      '< 16 ms',
    )
    row(`${family.label}: drawn`, ms(median(() => drawPiece(piece.parts, piece.joints, VIEWS.bench))), '< 50 ms')
  }
  const text = sixtyParts()
  row(
    `a file of sixty parts (${(text.length / 1024).toFixed(0)} KB) read and checked`,
    ms(median(() => readPieceFile(text))),
    '< 100 ms',
  )
}

async function benchPlanning() {
  const { readPieceFile } = await load('core/piece/file.ts')
  const { apply } = await load('core/piece/apply.ts')
  const { planPiece } = await load('core/plan/index.ts')
  const { drawPiece, VIEWS } = await load('core/drawing/index.ts')
  const { wiggleTest } = await load('demo/story.ts')
  const shop = JSON.parse(readFileSync(join(ROOT, 'demo/shop.json'), 'utf8'))
  const fresh = readPieceFile(readFileSync(join(ROOT, 'demo/schoolroom-chair.json'), 'utf8')).value
  const vestry = readPieceFile(readFileSync(join(ROOT, 'demo/vestry-chair.json'), 'utf8')).value
  const tested = wiggleTest(fresh).reduce((p, c) => apply(p, c).value, fresh)
  const demo = name => readPieceFile(readFileSync(join(ROOT, `demo/${name}.json`), 'utf8')).value
  const pieces = [
    ['plan, schoolroom chair (14 joints)', tested, 60],
    ['plan, vestry chair (22 joints)', vestry, 60],
    ['plan, ladder-back (36 joints)', demo('harbour-ladder-back-1'), 12],
    ['plan, rocker (42 joints)', demo('strand-rocker'), 12],
  ]
  for (const [name, piece, runs] of pieces) {
    // A fresh copy each time: what was worked out for one piece is remembered for it.
    const copies = Array.from({ length: runs }, () => structuredClone(piece))
    const times = copies.map(copy => timed(() => planPiece(copy, shop, shop.climate, '2026-03-05T09:00')))
    row(`${name}, first`, ms(times[0]))
    const warm = times.slice(2).sort((a, b) => a - b)
    row(`${name}, median`, ms(at(warm, 0.5)), runs === 60 ? '< 50 ms' : '< 1000 ms')
    row(`${name}, p95`, ms(at(warm, 0.95)))
  }
  const { jointCase, mendCandidates, woodCandidates } = await load('core/mend/index.ts')
  const { troublesOf } = await load('core/condition/troubles.ts')
  const many = Array.from({ length: 24 }, () => structuredClone(demo('strand-rocker')))
  const candidates = piece => [
    ...piece.joints.map(j => mendCandidates(jointCase(piece, j, 'everyday', 0.15))),
    ...troublesOf(piece).map(trouble => woodCandidates({ piece, trouble, school: 'everyday', glueGapMm: 0.15 })),
  ]
  const thought = many
    .map(piece => timed(() => candidates(piece)))
    .slice(4)
    .sort((a, b) => a - b)
  row('every mend of every joint and trouble, rocker (42 joints), median', ms(at(thought, 0.5)), '< 20 ms')
  const found = readPieceFile(sixtyParts()).value
  const felt = found.joints.map((j, i) => [
    j.id,
    { state: i % 11 === 0 ? 'gives' : 'solid', directions: [], signs: {}, clearance: {}, oldGlue: 'protein' },
  ])
  const large = { ...found, findings: Object.fromEntries(felt) }
  const before = process.memoryUsage().heapUsed
  const largeMs = timed(() => planPiece(large, shop, shop.climate, '2026-03-05T09:00'))
  row(
    `plan of ${large.joints.length} joints, an eleventh of them loose, and what the heap grew by until it was there`,
    `${ms(largeMs)}, ${((process.memoryUsage().heapUsed - before) / 1e6).toFixed(0)} MB`,
    '< 200 MB',
  )
  const draws = Array.from({ length: 60 }, () => timed(() => drawPiece(vestry.parts, vestry.joints, VIEWS.bench)))
    .slice(5)
    .sort((a, b) => a - b)
  row('drawing the vestry chair, median', ms(at(draws, 0.5)), '< 16 ms')
}

/**
 * Take-apart and whole plan by the number of joints: pieces of every family, each damaged another way, grown by
 * standing several side by side.
 */
async function benchGrowth() {
  const { FAMILIES } = await load('core/piece/families/index.ts')
  const { startPiece } = await load('core/piece/shape.ts')
  const { planPiece } = await load('core/plan/index.ts')
  const { standingOf } = await load('core/bodies/index.ts')
  const { problemFor } = await load('core/takeapart/problem.ts')
  const { searchOn } = await load('core/takeapart/search.ts')
  const shop = JSON.parse(readFileSync(join(ROOT, 'demo/shop.json'), 'utf8'))
  for (const wanted of [10, 20, 40, 60, 80]) {
    const [apart, planned, unproven] = [[], [], []]
    for (const [n, family] of FAMILIES.filter(f => f.id !== 'flat-frame').entries()) {
      for (let seed = 1; seed <= 4; seed++) {
        const piece = grown(startPiece, family.id, wanted, 7 * n + seed)
        const loose = piece.joints.filter(j => ['gives', 'swings'].includes(piece.findings[j.id].state))
        const faults = loose.map(j => ({ joint: j.id, mayOpen: true, inPlaceCost: null }))
        let opening = null
        apart.push(
          timed(() => {
            const problem = problemFor(standingOf(piece), faults)
            opening = searchOn(problem.parts, problem.ties).cheapest(problem.faults, problem.wayCost)
          }),
        )
        if (opening && !opening.proven) unproven.push(`${family.id} ${seed}`)
        planned.push(timed(() => planPiece(structuredClone(piece), shop, shop.climate, '2026-03-05T09:00')))
      }
    }
    for (const [name, times] of [
      ['take-apart', apart],
      ['plan', planned],
    ]) {
      times.sort((a, b) => a - b)
      const [middle, high] = name === 'plan' && wanted === 40 ? ['< 20 ms', '< 50 ms'] : ['', '']
      row(`${name}, ${wanted} joints, median`, ms(at(times, 0.5)), middle)
      row(`${name}, ${wanted} joints, p95`, ms(at(times, 0.95)), high)
      row(`${name}, ${wanted} joints, worst`, ms(times.at(-1)), wanted === 80 ? '< 1000 ms' : '')
    }
    row(`take-apart, ${wanted} joints, stopped before it was proven`, `${unproven.length} of ${apart.length}`, '0')
  }
}

/**
 * A piece of about so many joints, an eighth of them loose, always the same: copies of a family’s piece joined by a
 * rail each.
 */
function grown(startPiece, family, wanted, seed) {
  const one = startPiece({ id: 'bench', title: 'Bench', family, takenInAt: '2026-03-05T09:00' }).value
  const copies = Math.max(1, Math.round(wanted / one.joints.length))
  const moved = (p, n) => [p[0] + n * 700, p[1], p[2]]
  const name = (id, n) => (n === 0 ? id : `${id}-${n}`)
  const parts = Array.from({ length: copies }, (_, n) =>
    one.parts.map(p => ({ ...p, id: name(p.id, n), axis: p.axis.map(a => moved(a, n)) })),
  ).flat()
  const joints = Array.from({ length: copies }, (_, n) =>
    one.joints.map(j => ({
      ...j,
      id: name(j.id, n),
      enters: name(j.enters, n),
      receives: name(j.receives, n),
      at: moved(j.at, n),
    })),
  ).flat()
  const links = Array.from({ length: copies - 1 }, (_, n) => {
    const [a, b] = [one.joints[0].receives, one.joints.at(-1).receives]
    return { ...one.joints[0], id: `link-${n}`, enters: name(a, n), receives: name(b, n + 1) }
  })
  const all = [...joints.slice(0, Math.max(wanted - links.length, 4)), ...links].map((j, i) => ({
    ...j,
    number: i + 1,
  }))
  let state = (seed * 2654435761) % 4294967296
  const random = () => {
    state = (state * 1664525 + 1013904223) % 4294967296
    return state / 4294967296
  }
  const findings = Object.fromEntries(
    all.map(j => [
      j.id,
      { state: random() < 0.125 ? 'gives' : 'solid', directions: [], signs: {}, clearance: {}, oldGlue: 'protein' },
    ]),
  )
  const held = new Set(all.flatMap(j => [j.enters, j.receives]))
  return { ...one, parts: parts.filter(p => held.has(p.id)), joints: all, findings }
}

/** Undo and replay over long logs: half findings, choices and notes, a tenth of it drawing the piece anew. */
async function benchHistory() {
  const { appendEntries, historyOf, replay } = await load('core/piece/history.ts')
  const { drawCommand } = await load('core/piece/commands/index.ts')
  const { startPiece } = await load('core/piece/shape.ts')
  const base = startPiece({ id: 'bench', title: 'Bench', family: 'framed-chair', takenInAt: '2026-03-05T09:00' }).value
  for (const length of [400, 3000]) {
    const history = longHistory(appendEntries, drawCommand, historyOf(base), length)
    const undo = (place, n) => ({
      id: `undo-${String(n).padStart(5, '0')}`,
      at: '2026-03-05T09:00:00Z',
      by: 'bench',
      command: { do: 'undo', entry: history.log[place].id },
    })
    const median = work =>
      at(
        Array.from({ length: 9 }, () => timed(work)).sort((a, b) => a - b),
        0.5,
      )
    row(`replay of ${length} entries from the start`, ms(median(() => replay(base, history.log))))
    row(`undo of the last of ${length}`, ms(median(() => appendEntries(history, [undo(length - 1, 1)]))), '< 50 ms')
    row(
      `thirty undos in one batch, of ${length}`,
      ms(
        median(() =>
          appendEntries(
            history,
            Array.from({ length: 30 }, (_, i) => undo(length - 1 - i, i)),
          ),
        ),
      ),
      '< 50 ms',
    )
    row(`undo of the 11th of ${length}`, ms(median(() => appendEntries(history, [undo(10, 1)]))))
  }
}

/** The server with a piece of three thousand entries: an entry more, and an undo. */
async function benchLongLog(server) {
  const { appendEntries, historyOf } = await load('core/piece/history.ts')
  const { drawCommand } = await load('core/piece/commands/index.ts')
  const post = (path, body) =>
    fetch(server.url + path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  await post('/api/pieces', {
    id: 'long-log',
    title: 'Long log',
    family: 'framed-chair',
    takenInAt: '2026-03-05T09:00',
  })
  const { piece } = await (await fetch(`${server.url}/api/pieces/long-log`)).json()
  const { log } = longHistory(appendEntries, drawCommand, historyOf(piece), 3000)
  for (let i = 0; i < log.length; i += 500) { await post('/api/pieces/long-log/entries', { seenVersion: i, entries: log.slice(i, i + 500) }) }
  let version = log.length
  const give = async (command) => {
    const started = performance.now()
    const answer = await post('/api/pieces/long-log/entries', {
      seenVersion: version,
      entries: [{ id: `given-${version}-0000`, at: '2026-03-05T09:00:00Z', by: 'bench', command }],
    })
    if (answer.status === 200) version++
    return answer.status === 200 ? performance.now() - started : Number.NaN
  }
  row(
    'the server takes an entry, 3000 in the log',
    ms(await give({ do: 'set-bracing', bracing: { webbing: 'slack' } })),
  )
  row(
    'the server takes an undo of the last, 3000 in the log',
    ms(await give({ do: 'undo', entry: log.at(-1).id })),
    '< 50 ms',
  )
  row('the server takes an undo of the 11th, 3000 in the log', ms(await give({ do: 'undo', entry: log[10].id })))
  const started = performance.now()
  const bytes = (await (await fetch(`${server.url}/api/pieces/long-log`)).text()).length
  row(`a piece of 3000 entries handed over, ${(bytes / 1024).toFixed(0)} KB`, ms(performance.now() - started))
}

/** A history of so many entries, the same at every run; batches of fifty, as a device sends them. */
function longHistory(appendEntries, drawCommand, start, length) {
  let seed = 7
  const lot = (below) => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0
    return Math.floor((seed / 2 ** 32) * below)
  }
  const draw = {
    pick: list => list[lot(list.length)],
    whole: (from, to) => from + lot(to - from + 1),
    real: (from, to) => from + ((to - from) * lot(1001)) / 1000,
    chance: () => lot(2) === 1,
  }
  let history = start
  while (history.log.length < length) {
    const command = drawCommand(draw, history.piece)
    if (LEFT_OUT.has(command.do)) continue
    const next = appendEntries(history, [
      { id: `entry-${String(history.log.length).padStart(5, '0')}`, at: '2026-03-05T09:00:00Z', by: 'bench', command },
    ])
    if (next.ok) history = next.value
  }
  return history
}

function timed(work) {
  const started = performance.now()
  work()
  return performance.now() - started
}

/** The stand turning under the hand, and a key until its mark is redrawn, in software rendering. */
async function benchStand(browser, server) {
  const imported = performance.now()
  await fetch(`${server.url}/api/pieces/import`, { method: 'POST', body: sixtyParts() })
  row('a file of sixty parts taken in by the server', ms(performance.now() - imported), '< 200 ms')
  for (const [name, id] of [
    ['demo chair', 'schoolroom-chair'],
    ['sixty parts', 'sixty-parts'],
  ]) {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
    await page.goto(`${server.url}/piece/${id}/test`)
    await page.locator('[data-testid="webgl"] canvas').waitFor()
    await page.waitForTimeout(1500)
    const fps = await page.evaluate(turnTheStand, 3000)
    row(`stand turning, ${name}`, `${fps.toFixed(0)} frames/s`, '30 frames/s')
    if (id === 'schoolroom-chair') {
      const waits = []
      for (let i = 0; i < 20; i++) waits.push(await page.evaluate(keyToMark, String(1 + (i % 5))))
      row(
        'key press to redrawn mark, median',
        ms(
          at(
            waits.sort((a, b) => a - b),
            0.5,
          ),
        ),
        '< 50 ms',
      )
    }
    await page.context().close()
  }
}

/** Runs in the page: drags across the stand once a frame, and counts the frames. */
async function turnTheStand(forMs) {
  const sheet = document.querySelector('.stand .sheet')
  const box = sheet.getBoundingClientRect()
  const send = (type, x) =>
    sheet.dispatchEvent(new PointerEvent(type, { pointerId: 1, clientX: x, clientY: box.top + 200, bubbles: true }))
  sheet.setPointerCapture = () => {}
  send('pointerdown', box.left + 10)
  let frames = 0
  const started = performance.now()
  while (performance.now() - started < forMs) {
    send('pointermove', box.left + 10 + (frames % 400))
    await new Promise(requestAnimationFrame)
    frames++
  }
  send('pointerup', box.left)
  return frames / ((performance.now() - started) / 1000)
}

/** Runs in the page: presses a key and waits until the answer shows and a frame has been drawn. */
async function keyToMark(key) {
  const started = performance.now()
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
  while (!document.querySelectorAll('.answer')[Number(key) - 1].matches('[aria-pressed="true"]')) { await new Promise(r => setTimeout(r)) }
  await new Promise(requestAnimationFrame)
  return performance.now() - started
}

/** A piece of sixty parts: the vestry chair four times, side by side. */
function sixtyParts() {
  const file = JSON.parse(readFileSync(join(ROOT, 'demo/vestry-chair.json'), 'utf8'))
  const one = file.piece
  const copies = Array.from({ length: 4 }, (_, n) => n)
  const by = (v, n) => [v[0] + n * 520 - 780, v[1], v[2]]
  const parts = copies
    .flatMap(n => one.parts.map(p => ({ ...p, id: `${p.id}-${n}`, axis: p.axis.map(v => by(v, n)) })))
    .slice(0, 60)
  const known = new Set(parts.map(p => p.id))
  const joints = copies
    .flatMap(n =>
      one.joints.map(j => ({
        ...j,
        id: `${j.id}-${n}`,
        number: j.number + n * 100,
        enters: `${j.enters}-${n}`,
        receives: `${j.receives}-${n}`,
        at: by(j.at, n),
      })),
    )
    .filter(j => known.has(j.enters) && known.has(j.receives))
  return JSON.stringify({
    ...file,
    piece: {
      ...one,
      id: 'sixty-parts',
      title: 'Sixty parts',
      parts,
      joints,
      findings: {},
      after: {},
      holds: [],
      faults: [],
      photos: [],
      events: [],
      choices: { ...one.choices, mends: {}, causes: {}, leaveShut: [] },
    },
  })
}

async function benchBrowser() {
  const { needChromium } = await import('./lib/chromium.mjs')
  const { chromium } = await import('@playwright/test')
  const { startServer } = await import('./lib/server.mjs')
  const { loadDemo } = await load('demo/load.ts')
  const dataFolder = mkdtempSync(join(tmpdir(), 'arreglo-bench-'))
  const started = performance.now()
  const server = await startServer({ dataFolder })
  row('server start until it answers', ms(performance.now() - started))
  await loadDemo(server.url, new Date().toISOString().slice(0, 10))
  const browser = await chromium.launch({
    executablePath: needChromium(),
    args: [
      '--no-sandbox',
      '--disable-quic',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  })
  for (const [name, path, wanted] of [
    ['Bench', '/', '< 220 KB'],
    ['a piece page', '/piece/schoolroom-chair/test', '< 300 KB'],
  ]) {
    const page = await (await browser.newContext()).newPage()
    const bodies = []
    page.on('response', (r) => {
      const { pathname } = new URL(r.url())
      if (/\.js$/.test(pathname)) bodies.push(r.body().then(body => ({ pathname, body }), () => null))
    })
    const opened = performance.now()
    await page.goto(server.url + path)
    await page.locator('h1').first().waitFor()
    row(`${name}, until its heading stands`, ms(performance.now() - opened))
    await page.waitForTimeout(1500)
    const all = (await Promise.all(bodies)).filter(sent => sent !== null)
    const size = files => `${(files.reduce((sum, f) => sum + gzipSync(f.body).length, 0) / 1024).toFixed(0)} KB`
    const isPlanner = f => /plan\.worker/.test(f.pathname)
    const isStand = f => f.body.includes('WebGLRenderer')
    row(`${name}, JavaScript (gzip), all of it`, `${size(all)} in ${all.length} files`)
    row(`${name}, without planner and stand`, size(all.filter(f => !isPlanner(f) && !isStand(f))), wanted)
    await page.context().close()
  }
  await benchStand(browser, server)
  await benchLongLog(server)
  await browser.close()
  await server.stop()
  rmSync(dataFolder, { recursive: true })
}
