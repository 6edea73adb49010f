import { z } from 'zod'
import { say } from '../../measure/phrase'
import { fail, succeed } from '../../measure/result'
import { drawId, drawWords } from '../draw'
import { FeltAfter, Id, Note, Photo, PieceEvent, TroubleId } from '../document-schema'
import { handlesOf, isFactOf } from '../faults'
import { EVENTS } from '../words'
import { define, jointIds, plainly, tagFor, without } from './define'

const addPhoto = define({
  schema: z.strictObject({ do: z.literal('add-photo'), photo: Photo }),
  words: 'picture',
  apply: (piece, { photo }) => {
    if (piece.photos.some(p => p.id === photo.id)) return fail('twice', 'This picture is kept already.', 'photo.id')
    const { kind, id } = photo.of
    const there
      = kind === 'piece'
        ? id === null
        : kind === 'joint'
          ? piece.joints.some(j => j.id === id)
          : piece.faults.some(f => f.id === id)
    return there
      ? succeed({ ...piece, photos: [...piece.photos, photo] })
      : fail('nothing_there', 'A picture is of the piece, of one of its joints or of one of its faults.', 'photo.of')
  },
  touches: ({ photo }) => [`photo/${photo.id}`],
  says: ({ photo }) => say`picture of the ${photo.of.kind}${photo.caption ? `, ${photo.caption}` : ''}`,
  draw: (d, piece) => {
    const of = d.pick([
      { kind: 'piece', id: null },
      { kind: 'joint', id: drawId(d, jointIds(piece)) },
      {
        kind: 'fault',
        id: drawId(
          d,
          piece.faults.map(f => f.id),
        ),
      },
    ] as const)
    return {
      photo: {
        id: `photo-${d.whole(1, 4)}`,
        at: '2026-03-05T09:00',
        of,
        caption: drawWords(d),
        widthPx: 40,
        heightPx: 30,
      },
    }
  },
})

const removePhoto = define({
  schema: z.strictObject({ do: z.literal('remove-photo'), photo: Id }),
  words: 'picture taken off',
  apply: (piece, { photo }) => succeed({ ...piece, photos: piece.photos.filter(p => p.id !== photo) }),
  touches: ({ photo }) => [`photo/${photo}`],
  says: () => say`picture taken off`,
  draw: d => ({ photo: `photo-${d.whole(1, 4)}` }),
})

const logEvent = define({
  schema: z.strictObject({ do: z.literal('log-event'), event: PieceEvent }),
  words: 'event',
  apply: (piece, { event }) => {
    if (piece.events.some(e => e.id === event.id)) return fail('twice', 'This event is already in the log.', 'event.id')
    const there = handlesOf(piece)
    const stray = event.of.find(fact => !isFactOf(there, fact))
    if (stray !== undefined) return fail('nothing_there', `There is no “${stray}” on this piece.`, 'event.of')
    return succeed({ ...piece, events: [...piece.events, event] })
  },
  /** The same thing done twice by two hands is asked about: one of them may not have seen the other's. */
  touches: ({ event }) =>
    event.of.length > 0
      ? event.of.map(id => `event/${event.kind}/${id}`)
      : [`event/${event.kind}/${event.stage ?? 'all'}`],
  says: ({ event }) =>
    say`${plainly(event.kind)}${event.stage === null ? '' : `, stage ${event.stage}`} ${event.at.replace('T', ' ')}`,
  draw: (d, piece) => {
    const kind = d.pick(EVENTS)
    return {
      event: {
        id: `event-${d.whole(1, 9)}`,
        at: '2026-03-05T11:00',
        kind,
        stage: d.pick([null, 1, 2]),
        of: d.pick([[], [`joint:${drawId(d, jointIds(piece))}`]]),
        note: drawWords(d),
        ...(kind === 'put-off' ? { until: '2026-03-06T08:00' } : {}),
        ...(kind === 'rehearsed' ? { tookMin: 6.5 } : {}),
      },
    }
  },
})

/** What a hand feels once it is done; what was found before stays as it was found. */
const feelAfter = define({
  schema: z.strictObject({ do: z.literal('feel-after'), trouble: TroubleId, felt: FeltAfter.nullable() }),
  words: 'second test',
  apply: (piece, { trouble, felt }) =>
    handlesOf(piece).has(trouble)
      ? succeed({ ...piece, after: without(piece.after, trouble, felt) })
      : fail('nothing_there', `There is no “${trouble}” on this piece.`, 'trouble'),
  touches: ({ trouble }) => [`after/${trouble}`],
  says: ({ trouble, felt }, piece) => {
    const [kind, id] = trouble.split(':') as [string, string]
    return say`${kind === 'joint' ? tagFor(piece, id) : plainly(id)} afterwards: ${felt ? plainly(felt.state) : 'not tried'}`
  },
  draw: (d, piece) => ({
    trouble: `joint:${drawId(d, jointIds(piece))}`,
    felt: d.pick([
      null,
      { state: d.pick(['solid', 'ticks', 'gives', 'swings', 'apart'] as const), at: '2026-03-07T09:00' },
    ]),
  }),
})

const keepNote = define({
  schema: z.strictObject({ do: z.literal('keep-note'), note: Note }),
  words: 'note',
  apply: (piece, { note }) =>
    piece.notes.some(n => n.id === note.id)
      ? fail('twice', 'This note is kept already.', 'note.id')
      : succeed({
          ...piece,
          notes: [...piece.notes, note],
        }),
  touches: ({ note }) => [`note/${note.id}`],
  says: ({ note }) => say`note: ${note.text}`,
  draw: d => ({ note: { id: `note-${d.whole(1, 9)}`, at: '2026-03-05T10:00', text: drawWords(d) || 'x' } }),
})

const dropNote = define({
  schema: z.strictObject({ do: z.literal('drop-note'), note: Id }),
  words: 'note dropped',
  apply: (piece, { note }) => succeed({ ...piece, notes: piece.notes.filter(n => n.id !== note) }),
  touches: ({ note }) => [`note/${note}`],
  says: ({ note }, piece) => say`note dropped: ${piece.notes.find(n => n.id === note)?.text ?? note}`,
  draw: d => ({ note: `note-${d.whole(1, 9)}` }),
})

export const RECORD = [addPhoto, removePhoto, logEvent, feelAfter, keepNote, dropNote] as const
