import makerjs from 'makerjs'
import { phraseText } from '../measure/phrase'
import { boxOf, lineOf, type Dimension, type Flat, type Pencil, type Shape, type Sheet, type View } from './sheet'

/** Between two views of a sheet, millimetres. */
const BETWEEN_MM = 30
const TEXT_MM = 3

type Layer = Pencil | 'size'
const COLOURS: Readonly<Record<Layer, string>> = {
  wood: '#1e2a30',
  hidden: '#7b868b',
  new: '#1f4fa3',
  cut: '#1f4fa3',
  middle: '#7b868b',
  break: '#b3261e',
  size: '#5a666c',
}
const DXF_COLOURS: Readonly<Record<Layer, number>> = {
  wood: 7,
  hidden: 8,
  new: 5,
  cut: 4,
  middle: 9,
  break: 1,
  size: 250,
}

/** The sheet at 1:1 as an SVG file, a millimetre a unit. */
export const sheetSvg = (sheet: Sheet): string =>
  framed(
    notesOf(sheet),
    makerjs.exporter.toSVG(modelOf(sheet), {
      units: makerjs.unitType.Millimeter,
      useSvgPathOnly: false,
      strokeWidth: '0.35mm',
      fontSize: `${TEXT_MM}`,
      annotate: false,
      layerOptions: Object.fromEntries(
        Object.entries(COLOURS).map(([layer, stroke]) => [
          layer,
          { stroke, cssStyle: layer === 'cut' || layer === 'hidden' ? 'stroke-dasharray:2 1.2' : '' },
        ]),
      ),
    }),
  )

/** White round the drawing, so that no figure is cut off, millimetres. */
const MARGIN_MM = 8
/** Letters are filled, not drawn round. */
const LETTERS
  = '<style>text{stroke:#fff!important;stroke-width:1.4px;paint-order:stroke;fill:#1e2a30;font-family:sans-serif}</style>'

/** The same file with white round it, letters one can read, and its notes under it. */
function framed(notes: readonly string[], svg: string): string {
  const widest = Math.max(...notes.map(n => n.length)) * LETTER_MM
  return svg.replace(
    /width="([\d.]+)mm" height="([\d.]+)mm" viewBox="0 0 [\d. ]+"([^>]*)>/,
    (_all, width: string, height: string, more: string) => {
      const [w, h] = [
        Math.max(Number(width), widest) + 2 * MARGIN_MM,
        Number(height) + 2 * MARGIN_MM + notes.length * LINE_MM,
      ]
      const lines = notes.map(
        (text, i) =>
          `<text x="0" y="${(Number(height) + MARGIN_MM + i * LINE_MM).toFixed(2)}" font-size="${TEXT_MM}">${escaped(text)}</text>`,
      )
      return `width="${w}mm" height="${h}mm" viewBox="${-MARGIN_MM} ${-MARGIN_MM} ${w} ${h}"${more}>${LETTERS}<g class="notes">${lines.join('')}</g>`
    },
  )
}

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/** The sheet at 1:1 as a DXF file in millimetres, a layer for each pencil. */
export const sheetDxf = (sheet: Sheet): string =>
  makerjs.exporter.toDXF(withNotes(sheet, modelOf(sheet)), {
    units: makerjs.unitType.Millimeter,
    fontSize: TEXT_MM,
    layerOptions: Object.fromEntries(Object.entries(DXF_COLOURS).map(([layer, color]) => [layer, { color }])),
  })

/** Views beside each other, each with its own origin where its shoulder and middle line meet. */
function modelOf(sheet: Sheet): makerjs.IModel {
  let shift = 0
  const models: Record<string, makerjs.IModel> = {}
  for (const view of sheet.views) {
    const { from, to } = boxOf(view)
    models[view.id] = { ...viewModel(view), origin: [shift - from[0], 0] }
    shift += to[0] - from[0] + BETWEEN_MM
  }
  return { units: makerjs.unitType.Millimeter, models }
}

/** Under the views: what it is, what it is measured from, how tools are set, what is tried first. */
const notesOf = ({ title, datum, settings, scrap }: Sheet): string[] =>
  [title, phraseText(datum), ...settings.map(s => phraseText(s)), ...(scrap ? [phraseText(scrap)] : [])].flatMap(
    wrapped,
  )

/** Lines no longer than this, broken between words. */
const LINE_LETTERS = 80
/** From one line of notes to the next, and how wide a letter is, millimetres. */
const LINE_MM = 1.7 * TEXT_MM
const LETTER_MM = 0.55 * TEXT_MM
function wrapped(text: string): string[] {
  const lines = ['']
  for (const word of text.split(' ')) {
    const last = lines[lines.length - 1]!
    if (last !== '' && last.length + 1 + word.length > LINE_LETTERS) lines.push(word)
    else lines[lines.length - 1] = last === '' ? word : `${last} ${word}`
  }
  return lines
}

/** The drawing with its notes under it, each line a text of its own. */
function withNotes(sheet: Sheet, model: makerjs.IModel): makerjs.IModel {
  const low = Math.min(...sheet.views.map(view => boxOf(view).from[1]))
  const notes = notesOf(sheet).map((text, i): [string, makerjs.IModel] => {
    const y = low - MARGIN_MM - i * LINE_MM
    return [
      `note-${i}`,
      { layer: 'size', caption: { text, anchor: new makerjs.paths.Line([0, y], [text.length * LETTER_MM, y]) } },
    ]
  })
  return { ...model, models: { ...model.models, ...Object.fromEntries(notes) } }
}

function viewModel(view: View): makerjs.IModel {
  const parts = [
    ...view.shapes.map((s, i) => [`shape-${i}`, shapeModel(s)] as const),
    ...view.dimensions.map((d, i) => [`size-${i}`, sizeModel(d)] as const),
  ]
  return { models: Object.fromEntries(parts) }
}

function shapeModel(shape: Shape): makerjs.IModel {
  const layer = shape.pencil
  if (shape.kind === 'circle') {
    return { layer, paths: { round: new makerjs.paths.Circle([...shape.middle], shape.radiusMm) } }
  }
  if (shape.kind === 'line') return { layer, paths: { line: new makerjs.paths.Line([...shape.from], [...shape.to]) } }
  if (shape.kind === 'polygon') {
    return {
      ...new makerjs.models.ConnectTheDots(
        true,
        shape.points.map(p => [...p]),
      ),
      layer,
    }
  }
  const [width, height] = [shape.to[0] - shape.from[0], shape.to[1] - shape.from[1]]
  return { ...new makerjs.models.Rectangle(width, height), layer, origin: [...shape.from] }
}

const straight = (a: Flat, b: Flat): makerjs.IPath => new makerjs.paths.Line([...a], [...b])

/** Its line, two lines to what it measures, and its figure over the middle. */
function sizeModel(dimension: Dimension): makerjs.IModel {
  const [a, b] = lineOf(dimension)
  return {
    layer: 'size',
    paths: { line: straight(a, b), first: straight(dimension.from, a), second: straight(dimension.to, b) },
    caption: { text: dimension.words, anchor: new makerjs.paths.Line([...a], [...b]) },
  }
}
