import { existsSync, readFileSync, statSync } from 'node:fs'
import { phraseText, q, formatQuantity, type Phrase } from '../core/measure/phrase'
import type { Issue } from '../core/measure/result'
import { describeDuration, describeWallTime, formatWallTime, parseWallTime } from '../core/measure/wall-time'
import { LARGEST_FILE_BYTES, readPieceFile, issuesOf } from '../core/piece/file'
import { tagOf } from '../core/piece/facts'
import type { Piece } from '../core/piece/schema'
import { planPiece, troubleName, type Plan } from '../core/plan'
import { USUAL_SHOP } from '../core/reference/usual-shop'
import { Shop } from '../core/reference/shop-settings'
import { DECISION_LABELS } from '../core/takeapart'
import { STATE_LABELS, surveySentence } from '../core/condition/survey'

const USAGE = `Usage: npm run --silent arreglo -- plan FILE [--json] [--start 2026-03-05T09:30] [--shop SHOP.json]
       npm run --silent arreglo -- check FILE

plan   prints what is wrong, the mends, what opens, the stages, clamps and dates
check  says whether a piece file is whole`

interface Options { readonly verb: string, readonly file: string, readonly json: boolean, readonly start: string, readonly shop: string | null }

/** Runs the command line and returns the exit code: 0 done, 1 a bad file, 2 a bad call. */
export function main(args: readonly string[], print: (text: string) => void, complain: (text: string) => void, now: string): number {
  const options = readOptions(args, now)
  if (!options) { complain(USAGE); return 2 }
  const shop = readShop(options.shop)
  if (!shop.ok) return refuse(options.shop ?? '', shop.issues, complain)
  const read = readPiece(options.file)
  if (!read.ok) return refuse(options.file, read.issues, complain)
  if (options.verb === 'check') { print(`${read.value.title}: ${read.value.parts.length} parts, ${read.value.joints.length} joints, nothing wrong`); return 0 }
  const plan = planPiece(read.value, shop.value, shop.value.climate, options.start)
  print(options.json ? JSON.stringify({ ...plan, ...summaryOf(plan) }, finiteOnly, 2) : planText(read.value, plan))
  return 0
}

function readOptions(args: readonly string[], now: string): Options | null {
  const [verb, file, ...rest] = args
  if ((verb !== 'plan' && verb !== 'check') || !file || file.startsWith('--')) return null
  let [json, start, shop] = [false, now, null as string | null]
  for (let i = 0; i < rest.length; i++) {
    if (rest[i] === '--json') json = true
    else if (rest[i] === '--start' && rest[i + 1]) start = rest[++i]!
    else if (rest[i] === '--shop' && rest[i + 1]) shop = rest[++i]!
    else return null
  }
  return /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/.test(start) ? { verb, file, json, start, shop } : null
}

const bad = (message: string): { ok: false, issues: Issue[] } => ({ ok: false, issues: [{ path: '', code: 'file', message }] })

function readPiece(file: string) {
  if (!existsSync(file)) return bad('there is no such file')
  if (statSync(file).size > LARGEST_FILE_BYTES) return bad(`larger than ${LARGEST_FILE_BYTES / 1e6} MB: no piece is`)
  return readPieceFile(readFileSync(file, 'utf8'))
}

function readShop(file: string | null) {
  if (file === null) return { ok: true, value: USUAL_SHOP } as const
  if (!existsSync(file)) return bad('there is no such file')
  try {
    const parsed = Shop.safeParse(JSON.parse(readFileSync(file, 'utf8')))
    return parsed.success ? { ok: true, value: parsed.data } as const : { ok: false, issues: issuesOf(parsed.error) } as const
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

/** What other programs ask first: why it stops, if it does, and when the piece may be used. */
function summaryOf(plan: Plan): { stops: { why: string }[], usableFrom: string | null } {
  const isUsable = plan.returnMin !== null && Number.isFinite(plan.returnMin)
  return { stops: plan.problems.map(p => ({ why: phraseText(p) })), usableFrom: isUsable ? formatWallTime(plan.returnMin!) : null }
}

/** JSON has no infinity: a glue that never sets says so in words instead of a null. */
const finiteOnly = (_key: string, value: unknown) => (typeof value === 'number' && !Number.isFinite(value) ? 'never' : value)

function planText(piece: Piece, plan: Plan): string {
  const tag = (id: string) => tagOf(piece.joints.find(j => j.id === id)!)
  const p = (x: Phrase) => phraseText(x)
  const lines: string[] = [piece.title, surveySentence(piece), '']
  for (const d of plan.diagnoses) lines.push(`${tag(d.joint)} ${piece.joints.find(j => j.id === d.joint)!.label}: ${STATE_LABELS[piece.findings[d.joint]!.state]}; ${d.causes.slice(0, 2).map(c => `${c.label} ${formatQuantity(q(c.low, 'share', c.high))}`).join(', ')}`)
  lines.push(plan.whole.sentence, '', 'Troubles, worst first')
  for (const t of plan.troubles) lines.push(`  ${troubleName(piece, t)}: ${t.answer === 'open' ? 'neither mended nor settled' : t.answer.replace('-', ' ')}${t.why ? `, ${t.why}` : ''}`)
  lines.push('', 'Mends')
  for (const m of plan.mends) for (const o of m.options) lines.push(`  ${tag(m.joint)} ${o.id === m.chosen ? '>' : o.verdict.fits ? '+' : '-'} ${o.label}: ${p(o.verdict.reason)}`)
  const glue = plan.glue
  lines.push('', `Glue: ${glue.chosen ? `${glue.chosen.glue.label}, open ${formatQuantity(q(glue.chosen.open.value, 'min'))}` : 'none will do'}${glue.choice.runnerUp ? `; next best ${glue.choice.runnerUp.glue.label} ${glue.choice.wouldWin}` : ''}`)
  for (const c of glue.changes) lines.push(`  ${p(c)}`)
  lines.push('', 'Open up')
  plan.takeApart.moves.forEach((m, i) => lines.push(`  ${i + 1}. ${p(m.words)}${m.metalFirst.length > 0 ? ` (metal out first: ${m.metalFirst.map(x => x.kind).join(', ')})` : ''}`))
  for (const d of plan.takeApart.decisions) lines.push(`  ${tag(d.joint)} ${DECISION_LABELS[d.decision]}: ${p(d.why)}`)
  lines.push('', `Ready to glue ${describeWallTime(plan.readyMin, plan.startMin)}, after ${describeDuration(plan.preparation.value)}`)
  for (const s of plan.stages) {
    lines.push(`  Stage ${s.number}: ${s.joints.map(tag).join(', ')}; ${formatQuantity(q(s.working.value, 'min'))} of work, on at ${describeWallTime(s.clampedMin, plan.startMin)}, off ${Number.isFinite(s.clampsOffMin) ? describeWallTime(s.clampsOffMin, plan.startMin) : 'never'}`)
    for (const { line, clamp } of s.clamps) lines.push(`    ${line.label}: ${formatQuantity(q(line.force.low!, 'kN', line.force.high!))}, span ${Math.round(line.spanMm)} mm, ${clamp ? `${clamp.row.type} ${clamp.nth}` : 'no clamp'}${line.needsCaul ? `, ${line.offSquareDeg.toFixed(1)}° off square: sloped caul` : ''}`)
  }
  if (plan.returnMin !== null) lines.push(`Sat in from ${Number.isFinite(plan.returnMin) ? describeWallTime(plan.returnMin, plan.startMin) : 'never in this cold'}`)
  else lines.push('No date: something found is neither mended nor settled, not tried, or would come back')
  for (const x of plan.problems) lines.push(`! ${p(x)}`)
  return lines.join('\n')
}

if (process.argv[1]?.endsWith('arreglo.ts')) {
  const local = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
  parseWallTime(local)
  process.exitCode = main(process.argv.slice(2), text => console.log(text), text => console.error(text), local)
}
