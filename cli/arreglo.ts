import { existsSync, readFileSync, statSync } from 'node:fs'
import { resolve } from 'node:path'
import { phraseText } from '../core/measure/phrase'
import type { Issue } from '../core/measure/result'
import { formatWallTime, parseWallTime } from '../core/measure/wall-time'
import { LARGEST_FILE_BYTES, readPieceFile, issuesOf } from '../core/piece/file'
import { planPiece, sheetFor, type Plan } from '../core/plan'
import { catalogue } from '../core/mend/catalogue'
import type { Piece } from '../core/piece/schema'
import { sheetDxf, sheetSvg } from '../core/sheet/export'
import { together } from '../core/reference/tools'
import { USUAL_SHOP } from '../core/reference/usual-shop'
import { stateOf } from '../core/work'
import { Shop, ShopFields } from '../core/reference/shop-settings'
import { isKeeping, keep, setPassphrase } from './keeping'
import { catalogueText, mendsText } from './mends-text'
import { listText, nameFor, planText } from './plan-text'
import { cuttingCsv } from '../core/plan/cutting-csv'

const USAGE = `Usage: npm run --silent arreglo -- plan FILE [--json] [--start 2026-03-05T09:30] [--shop SHOP.json]
       npm run --silent arreglo -- mends [FILE] [--json] [--start …] [--shop SHOP.json]
       npm run --silent arreglo -- cut FILE TROUBLE --svg|--dxf [--shop SHOP.json]
       npm run --silent arreglo -- list FILE [--csv] [--start …] [--shop SHOP.json]
       npm run --silent arreglo -- check FILE
       npm run --silent arreglo -- backup FILE | restore FILE
       npm run --silent arreglo -- passphrase < FILE

plan   prints what is wrong, the mends, what opens, the stages, clamps and dates
mends  prints the catalogue of mends; with a file, all that were thought of for each of its troubles
cut    prints the sheet of a trouble’s chosen mend at 1:1; TROUBLE is its tag or its id, such as J3
list   prints what is cut or bought for the whole piece, rough and finished, and what it comes to
check  says whether a piece file is whole
backup  writes the workshop’s data, pictures and logs included, into one file, while a server may be running
restore puts such a file in the place of what is there, which is kept; the server is ended first
passphrase sets what devices on the workshop’s network are asked for; it is read from the input, one line`

type Verb = 'plan' | 'check' | 'mends' | 'cut' | 'list'
interface Options {
  readonly verb: Verb
  readonly file: string
  /** Of `cut`: the trouble, and the kind of file. */
  readonly trouble: string
  readonly as: 'svg' | 'dxf' | null
  readonly json: boolean
  readonly csv: boolean
  readonly start: string
  readonly shop: string | null
}

/** Runs the command line and returns the exit code: 0 done, 1 a bad file, 2 a bad call. */
export function main(
  args: readonly string[],
  print: (text: string) => void,
  complain: (text: string) => void,
  now: string,
): number {
  const options = readOptions(args, now)
  if (!options) {
    complain(USAGE)
    return 2
  }
  if (options.verb === 'mends' && options.file === '') {
    {
      print(options.json ? JSON.stringify(catalogue(), null, 2) : catalogueText())
      return 0
    }
  }
  const shop = readShop(options.shop)
  if (!shop.ok) return refuse(options.shop ?? '', shop.issues, complain)
  const read = readPiece(options.file)
  if (!read.ok) return refuse(options.file, read.issues, complain)
  if (options.verb === 'check') {
    {
      print(`${read.value.title}: ${read.value.parts.length} parts, ${read.value.joints.length} joints, nothing wrong`)
      return 0
    }
  }
  const plan = planPiece(read.value, shop.value, shop.value.climate, options.start)
  if (options.verb === 'list') {
    print(
      options.csv ? cuttingCsv(plan.stock, id => nameFor(read.value, plan, id)) : listText(read.value, plan).join('\n'),
    )
    return 0
  }
  if (options.verb === 'cut') return cut(read.value, plan, options, print, complain)
  if (options.verb === 'mends') {
    print(options.json ? JSON.stringify(candidatesOf(plan), null, 2) : mendsText(read.value, plan))
  }
  else { print(options.json ? JSON.stringify({ ...plan, ...summaryOf(plan) }, null, 2) : planText(read.value, plan)) }
  return 0
}

const VERBS: readonly Verb[] = ['plan', 'check', 'mends', 'cut', 'list']

function readOptions(args: readonly string[], now: string): Options | null {
  const verb = VERBS.find(v => v === args[0])
  const firstFlag = args.findIndex(a => a.startsWith('--'))
  const words = args.slice(1, firstFlag < 0 ? undefined : firstFlag)
  const rest = args.slice(1 + words.length)
  const [file = '', trouble = ''] = words
  const wanted = { plan: [1], check: [1], mends: [0, 1], cut: [2], list: [1] }
  if (!verb || !wanted[verb].includes(words.length)) return null
  let [json, csv, start, shop, as] = [false, false, now, null as string | null, null as Options['as']]
  for (let i = 0; i < rest.length; i++) {
    if (rest[i] === '--json') json = true
    else if (rest[i] === '--csv') csv = true
    else if (rest[i] === '--svg') as = 'svg'
    else if (rest[i] === '--dxf') as = 'dxf'
    else if (rest[i] === '--start' && rest[i + 1]) start = rest[++i]!
    else if (rest[i] === '--shop' && rest[i + 1]) shop = rest[++i]!
    else return null
  }
  const isWhole = (verb === 'cut') === (as !== null)
  return isWhole && /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/.test(start)
    ? { verb, file, trouble, as, json, csv, start, shop }
    : null
}

/** The sheet of a trouble’s chosen mend, as a file. */
function cut(
  piece: Piece,
  plan: Plan,
  { trouble, as }: Options,
  print: (text: string) => void,
  complain: (text: string) => void,
): number {
  const found = plan.troubles.find(t => t.id === trouble || t.tag === trouble)
  const sheet = found ? sheetFor(piece, plan, found.id) : null
  if (!sheet) {
    const drawn = plan.troubles.filter(t => sheetFor(piece, plan, t.id)).map(t => t.tag || t.id)
    complain(
      `${trouble}: ${found ? 'its mend draws no sheet' : 'there is no such trouble'}; there are sheets for ${drawn.join(', ') || 'none'}`,
    )
    return 1
  }
  print(as === 'svg' ? sheetSvg(sheet) : sheetDxf(sheet))
  return 0
}

const bad = (message: string): { ok: false, issues: Issue[] } => ({
  ok: false,
  issues: [{ path: '', code: 'file', message }],
})

function readPiece(file: string) {
  if (!existsSync(file)) return bad('there is no such file')
  if (statSync(file).size > LARGEST_FILE_BYTES) return bad(`larger than ${LARGEST_FILE_BYTES / 1e6} MB: no piece is`)
  return readPieceFile(readFileSync(file, 'utf8'))
}

function readShop(file: string | null) {
  if (file === null) return { ok: true, value: USUAL_SHOP } as const
  if (!existsSync(file)) return bad('there is no such file')
  try {
    // What a shop did not tell yet when the file was written is as usual.
    const told = ShopFields.partial().safeParse(JSON.parse(readFileSync(file, 'utf8')))
    const parsed = told.success ? Shop.safeParse({ ...USUAL_SHOP, ...told.data }) : told
    return parsed.success
      ? ({ ok: true, value: parsed.data as Shop } as const)
      : ({ ok: false, issues: issuesOf(parsed.error) } as const)
  }
  catch {
    return bad('the file is not JSON')
  }
}

function refuse(file: string, issues: readonly Issue[], complain: (text: string) => void): number {
  complain(`${file}: ${issues.length} ${issues.length === 1 ? 'thing is' : 'things are'} wrong`)
  for (const i of issues) complain(`  ${i.path || '(whole file)'}: ${i.message}`)
  return 1
}

/**
 * What other programs ask first: troubles with their mends, the glue of each line, the work as a graph, why it stops,
 * when it may be used.
 */
function summaryOf(plan: Plan): object {
  return {
    troubles: plan.troubles.map(t => ({ ...t, mends: mendsOf(plan, t.id) })),
    glueLines: plan.glue.lines.map(({ id, trouble, glue, gapMm }) => ({ id, trouble, glue, gapMm })),
    tasks: plan.tasks.map(t => ({
      id: t.id,
      kind: t.kind,
      troubles: t.troubles,
      joints: t.joints,
      after: t.after,
      minutes: t.minutes,
      waitMin: t.waitMin,
      hands: t.hands,
      clamps: t.clamps,
      tools: t.tools,
      title: phraseText(t.title),
      words: phraseText(t.words),
      done: t.done,
      state: stateOf(t),
      starts: t.time === null ? null : formatWallTime(t.time.startMin),
      ends: t.time === null ? null : formatWallTime(t.time.endMin),
    })),
    stops: plan.stops.map(s => ({
      id: s.id,
      about: s.about,
      why: phraseText(s.why),
      remedies: s.remedies.map(r => ({
        id: r.id,
        words: phraseText(r.words),
        changes: phraseText(r.changes),
        command: r.command,
      })),
    })),
    usableFrom: plan.returnMin === null ? null : formatWallTime(plan.returnMin),
  }
}

/** Each trouble with every mend that was thought of for it. */
const candidatesOf = (plan: Plan): object[] =>
  plan.troubles.map(t => ({ id: t.id, tag: t.tag, kind: t.kind, mends: mendsOf(plan, t.id) }))

/** Every mend that was thought of for a trouble, and what became of it. */
function mendsOf(plan: Plan, trouble: string): object[] {
  const found = plan.woodMends.find(m => m.trouble === trouble) ?? plan.mends.find(m => `joint:${m.joint}` === trouble)
  return (found?.options ?? []).map(({ id, verdict }) => ({
    id,
    fits: verdict.fits,
    chosen: id === found?.chosen,
    wantsReading: !verdict.fits && verdict.wants === true,
    why: phraseText(verdict.reason),
    sizes: verdict.fits ? verdict.sizes.map(s => ({ id: s.id, value: s.figure.value, unit: s.figure.unit })) : [],
    tools: verdict.fits ? together(verdict.steps.flatMap(s => s.tools ?? [])) : [],
  }))
}

if (process.argv[1]?.endsWith('arreglo.ts')) {
  const local = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
  parseWallTime(local)
  const args = process.argv.slice(2)
  const [print, complain] = [(text: string) => console.log(text), (text: string) => console.error(text)]
  const folder = resolve(process.env.ARREGLO_DATA ?? '.data')
  process.exitCode
    = args[0] === 'passphrase'
      ? await setPassphrase(readFileSync(0, 'utf8').split('\n')[0]!, folder, print, complain)
      : isKeeping(args)
        ? await keep(args, folder, new Date(), print, complain)
        : main(args, print, complain, local)
}
