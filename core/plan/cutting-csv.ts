import Papa from 'papaparse'
import type { StockLine } from './lists'

/** What a spreadsheet calls its columns; sizes are millimetres. */
const COLUMNS = [
  'count',
  'what',
  'wood',
  'finished thickness or diameter, mm',
  'finished width, mm',
  'finished length, mm',
  'rough thickness or diameter, mm',
  'rough width, mm',
  'rough length, mm',
  'for',
  'in the store',
  'note',
] as const

/**
 * All that is cut or bought, a line each, as a table with commas for any spreadsheet.
 * @param nameOf words for a trouble, such as its tag
 */
export function cuttingCsv(stock: readonly StockLine[], nameOf: (trouble: string) => string): string {
  const data = stock.map((s) => {
    const [finished, rough] = [columnsOf(s.cut?.finishedMm ?? s.sizesMm), columnsOf(s.cut?.roughMm ?? [])]
    return [
      s.count,
      s.what,
      s.woods[0]?.name ?? s.wood,
      ...finished,
      ...rough,
      s.troubles.map(nameOf).join(' '),
      s.have ?? '',
      s.note,
    ]
  })
  // A cell that begins like a formula is not to be run by whoever opens the file.
  return Papa.unparse({ fields: [...COLUMNS], data }, { escapeFormulae: true, newline: '\r\n' })
}

const digits = (mm: number | undefined): string => (mm === undefined ? '' : String(Math.round(mm * 100) / 100))

/** Thickness, width, length: what is round has no width. */
function columnsOf(mm: readonly number[]): string[] {
  if (mm.length === 0) return ['', '', '']
  if (mm.length === 1) return [digits(mm[0]), '', '']
  return mm.length === 2 ? [digits(mm[0]), '', digits(mm[1])] : [digits(mm[0]), digits(mm[1]), digits(mm[2])]
}
