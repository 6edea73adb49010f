<script setup lang="ts">
import { parseLength } from '#core/measure/length'
import { phraseText } from '#core/measure/phrase'
import type { Result } from '#core/measure/result'
import {
  dowelAnswer,
  feetAnswer,
  forceAnswer,
  openAnswer,
  rackAnswer,
  seatBoreAnswer,
  shimAnswer,
  squareAnswer,
  sightsAnswer,
  stretcherAnswer,
  wedgeAnswer,
  windingAnswer,
  type Answer,
} from '#core/quick/answers'
import { GLUES, type GlueId } from '#core/reference/glues'
import { newId, wallNow } from '~/composables/useDevice'
import type { BenchRow } from '#shared/bench'

useHead({ title: 'Quick answers · Arreglo' })
const shop = useShop()
const { units } = useUnits()

interface Field {
  key: string
  label: string
  usual: string
  isAngle?: boolean
}
interface Question {
  id: string
  title: string
  fields: Field[]
  glue?: boolean
  answer(mm: Record<string, number>, glue: GlueId): Result<Answer>
}
const field = (key: string, label: string, usual: string): Field => ({ key, label, usual })
const angle = (key: string, label: string, usual: string): Field => ({ ...field(key, label, usual), isAngle: true })
const QUESTIONS: Question[] = [
  {
    id: 'shim',
    title: 'Gap at the cheeks: which shim?',
    fields: [field('gap', 'Whole gap', '0.4 mm')],
    answer: m => shimAnswer(m.gap!),
  },
  {
    id: 'wedge',
    title: 'Gap at the edges: which wedge?',
    fields: [
      field('gap', 'Whole gap', '0.5 mm'),
      field('length', 'Tenon length', '28 mm'),
      field('width', 'Tenon width', '48 mm'),
    ],
    answer: m => wedgeAnswer(m.gap!, m.length!, m.width!),
  },
  {
    id: 'dowel',
    title: 'Dowel: which hole, where to stop?',
    fields: [
      field('dowel', 'Dowel', '10 mm'),
      field('across', 'Thinner part, across', '22 mm'),
      field('along', 'Along the bore', '38 mm'),
    ],
    answer: m => dowelAnswer(m.dowel!, m.across!, m.along!),
  },
  {
    id: 'open',
    title: 'Glue: how long is it open now?',
    fields: [],
    glue: true,
    answer: (_, glue) => openAnswer(glue, shop.settings.climate),
  },
  {
    id: 'shoulder',
    title: 'Clamp force on a shoulder',
    fields: [field('width', 'Rail thickness', '22 mm'), field('height', 'Rail height', '58 mm')],
    answer: (m, glue) => forceAnswer('shoulder', m.width!, m.height!, glue),
  },
  {
    id: 'face',
    title: 'Clamp force on a face',
    fields: [field('width', 'One side', '40 mm'), field('height', 'Other side', '60 mm')],
    glue: true,
    answer: (m, glue) => forceAnswer('face', m.width!, m.height!, glue),
  },
  {
    id: 'square',
    title: 'Frame out of square',
    fields: [
      field('first', 'One diagonal', '560 mm'),
      field('second', 'Other diagonal', '552 mm'),
      field('side', 'One side', '400 mm'),
    ],
    answer: m => squareAnswer(m.first!, m.second!, m.side!),
  },
  {
    id: 'rack',
    title: 'Seat frame: which diagonal to pull?',
    fields: [
      field('front', 'Front', '431 mm'),
      field('right', 'Right side', '363 mm'),
      field('back', 'Back', '338 mm'),
      field('left', 'Left side', '363 mm'),
      field('first', 'Front left to back right', '533 mm'),
      field('second', 'Front right to back left', '521 mm'),
    ],
    answer: m =>
      rackAnswer({
        frontMm: m.front!,
        rightMm: m.right!,
        backMm: m.back!,
        leftMm: m.left!,
        firstMm: m.first!,
        secondMm: m.second!,
      }),
  },
  {
    id: 'feet',
    title: 'It rocks: what off which foot?',
    fields: [
      field('front-left', 'Front left, over the board', '0 mm'),
      field('front-right', 'Front right', '0 mm'),
      field('back-right', 'Back right', '3 mm'),
      field('back-left', 'Back left', '0 mm'),
      field('wide', 'Feet apart, side to side', '400 mm'),
      field('deep', 'Feet apart, front to back', '360 mm'),
    ],
    answer: m => feetAnswer([m['front-left']!, m['front-right']!, m['back-right']!, m['back-left']!], m.wide!, m.deep!),
  },
  {
    id: 'stretcher',
    title: 'Stretcher between two legs that lean',
    fields: [
      field('apart', 'Leg to leg there, middle to middle', '380 mm'),
      field('leg', 'Leg, thick', '34 mm'),
      angle('along', 'Leans outward along it', '8'),
      angle('aside', 'Leans square to it', '5'),
      field('tenon', 'Tenon', '22 mm'),
    ],
    answer: m => stretcherAnswer(m.apart!, m.leg!, m.along!, m.aside!, m.tenon!),
  },
  {
    id: 'seat',
    title: 'Leg in a seat: how to tilt the drill?',
    fields: [angle('splay', 'Splay, seen from the front', '12'), angle('rake', 'Rake, seen from the side', '16')],
    answer: m => seatBoreAnswer(m.splay!, m.rake!),
  },
  {
    id: 'sights',
    title: 'Flat frame by two sticks',
    fields: [
      field('over', 'End over the other stick', '3 mm'),
      field('stick', 'A stick, long', '600 mm'),
      field('frame', 'Frame, wide', '400 mm'),
    ],
    answer: m => sightsAnswer(m.over!, m.stick!, m.frame!),
  },
  {
    id: 'winding',
    title: 'Flat frame: is it twisted?',
    fields: [
      field('one', 'Corner 1, over the board', '0 mm'),
      field('two', 'Corner 2', '0 mm'),
      field('three', 'Corner 3', '0 mm'),
      field('four', 'Corner 4', '3 mm'),
      field('along', 'Corner 1 to 2', '600 mm'),
      field('across', 'Corner 2 to 3', '400 mm'),
    ],
    answer: m => windingAnswer([m.one!, m.two!, m.three!, m.four!], m.along!, m.across!),
  },
]
const typed = reactive<Record<string, string>>({})
const glues = reactive<Record<string, GlueId>>({})
const glueOf = (q: Question): GlueId => glues[q.id] ?? shop.settings.shelf[0]!
const GLUE_ITEMS = GLUES.map(g => ({ label: g.label, value: g.id }))
const keyOf = (q: Question, f: Field) => `${q.id}-${f.key}`

interface Answered {
  answer: Answer | null
  errors: Record<string, string>
}
function work(q: Question): Answered {
  const errors: Record<string, string> = {}
  const mm: Record<string, number> = {}
  for (const f of q.fields) {
    const text = typed[keyOf(q, f)] ?? f.usual
    if (f.isAngle) {
      const deg = Number(text.replace(',', '.').replace('°', ''))
      if (text.trim() !== '' && Number.isFinite(deg)) mm[f.key] = deg
      else errors[f.key] = 'type degrees such as 8 or 7.5.'
      continue
    }
    const read = parseLength(text, units.value)
    if (read.ok) mm[f.key] = read.value.mm
    else errors[f.key] = read.issues[0]!.message
  }
  if (Object.keys(errors).length > 0) return { answer: null, errors }
  const result = q.answer(mm, glueOf(q))
  return result.ok
    ? { answer: result.value, errors }
    : { answer: null, errors: { [result.issues[0]!.path]: result.issues[0]!.message } }
}
const answers = computed(() => Object.fromEntries(QUESTIONS.map(q => [q.id, work(q)])))

/** Pieces an answer may be kept to: those of the last look, should the server be gone meanwhile. */
const term = ref('')
const { pieces } = usePiecesFound(term, ref(true))
const kept = reactive<Record<string, string>>({})
/** Keeps the answer to a piece as a note in its record, by one press. */
function keep(q: Question, piece: Pick<BenchRow, 'id' | 'title'>): void {
  const { answer } = answers.value[q.id]!
  if (!answer) return
  const asked = q.fields.map(f => `${f.label.toLowerCase()} ${typed[keyOf(q, f)] ?? f.usual}`).join(', ')
  const text = `${q.title} ${asked}${q.glue ? ` ${GLUES.find(g => g.id === glueOf(q))!.label}` : ''}: ${phraseText(answer.sentence, units.value)}`
  useQueue().giveBlind(piece, null, {
    do: 'keep-note',
    note: { id: `note-${newId().slice(0, 8)}`, at: wallNow(), text },
  })
  kept[q.id] = `Kept to ${piece.title}.`
}
</script>

<template>
  <main class="quick">
    <h1>Quick answers, no piece needed</h1>
    <p class="soft">Change a field and the answer follows. Any figure opens to how it was worked out.</p>
    <div class="cards">
      <section v-for="q in QUESTIONS" :key="q.id" class="card" :aria-labelledby="`q-${q.id}`">
        <h2 :id="`q-${q.id}`">{{ q.title }}</h2>
        <FieldLine v-for="f in q.fields" :key="f.key" :label="f.label" :error="answers[q.id]!.errors[f.key]">
          <UInput
            :model-value="typed[keyOf(q, f)] ?? f.usual"
            :ui="{ base: 'measure min-h-[40px]' }"
            class="w-36"
            @update:model-value="typed[keyOf(q, f)] = String($event)"
          />
        </FieldLine>
        <FieldLine v-if="q.glue" label="Glue">
          <PickOne
            :model-value="glueOf(q)"
            :items="GLUE_ITEMS"
            @update:model-value="glues[q.id] = $event as GlueId"
          />
        </FieldLine>
        <FieldRefusal :text="answers[q.id]!.errors['']" />
        <template v-if="answers[q.id]!.answer">
          <p class="answer" aria-live="polite"><PhraseText :phrase="answers[q.id]!.answer!.sentence" /></p>
          <dl>
            <div v-for="x in answers[q.id]!.answer!.figures" :key="x.label">
              <dt>{{ x.label }}</dt>
              <dd><FigureValue :figure="x.figure" :label="x.label" :range="x.figure.low !== undefined" /></dd>
            </div>
          </dl>
          <KeepToPiece v-model:term="term" label="Keep to" :pieces="pieces" @keep="piece => keep(q, piece)" />
          <p v-if="kept[q.id]" class="small" role="status">{{ kept[q.id] }}</p>
        </template>
      </section>
    </div>
  </main>
</template>

<style scoped>
.quick {
  padding: 20px 24px 40px;
  display: grid;
  gap: 8px;
}
.cards {
  columns: 3 340px;
  column-gap: 28px;
  margin-top: 8px;
}
.card {
  --field-columns: minmax(0, 1fr) auto;
  --field-columns-small: minmax(0, 1fr) auto;
  break-inside: avoid;
  border-top: 1px solid var(--rule);
  padding: 12px 0 22px;
  display: grid;
  gap: 7px;
}
.answer {
  font-size: 17px;
  border-left: 3px solid var(--ink);
  padding-left: 10px;
  margin: 4px 0;
}
dl div {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 2px 0;
}
dt {
  color: var(--soft);
  font-size: 13px;
}
.keep {
  align-items: center;
}
</style>
