<script setup lang="ts">
import { phraseText } from '#core/measure/phrase'
import { SCHOOLS, type School } from '#core/piece/words'
import { compareWays, inSchool, type WayRow, type Ways } from '#core/plan'
import { planInWorker } from '~/composables/usePlanner'
import { wallNow } from '~/composables/useDevice'

/** The whole piece planned to each of the three schools: only what they part ways over, and one press to take one. */
const store = usePiece()
const { piece } = storeToRefs(store)
const { settings } = storeToRefs(useShop())
const { plan } = storeToRefs(usePlan())
const { go } = useStep()
const { units } = useUnits()

const NAMES: Readonly<Record<School, string>> = {
  conserve: 'Conserve first',
  everyday: 'Everyday shop',
  strength: 'Strength first',
}
const ROW_WORDS: Readonly<Record<WayRow['id'], string>> = {
  trouble: '',
  glue: 'Glue',
  opened: 'Opened',
  undone: 'Comes undone',
  wood: 'Wood lost',
  weakest: 'Weakest mend',
  hands: 'Hands-on',
  stages: 'Glue-ups',
  surface: 'Surface',
  price: 'Comes to',
  back: 'Back by',
  left: 'Not mended',
}
const ways = shallowRef<Ways | null>(null)
const failed = ref('')
let latest = 0

/** Planned anew when the plan on the other pages is: the same facts changed. */
watch(
  [plan, () => piece.value?.id],
  async () => {
    const request = ++latest
    const current = piece.value
    if (!current || !plan.value) return
    try {
      const plans = []
      for (const school of SCHOOLS) plans.push(await planInWorker(inSchool(current, school), settings.value, wallNow()))
      if (request === latest) [ways.value, failed.value] = [compareWays(current, plans), '']
    }
    catch (error) {
      if (request === latest) failed.value = error instanceof Error ? error.message : String(error)
    }
  },
  { immediate: true },
)

const differing = computed(() => ways.value?.rows.filter(r => !r.isSame) ?? [])
const same = computed(() => ways.value?.rows.filter(r => r.isSame) ?? [])
const headOf = (r: WayRow) => (r.id === 'trouble' ? r.about.join(' ') : ROW_WORDS[r.id])
const taken = computed(() => plan.value?.school)
const sameWords = computed(() =>
  same.value.map(r => `${headOf(r)}: ${phraseText(r.cells[0]!, units.value)}`).join('. '),
)
const alikeWords = computed(() => ((ways.value?.alike.length ?? 0) === 3 ? 'all three ways' : pairWords.value))
const pairWords = computed(() =>
  (ways.value?.alike ?? [])
    .map(([a, b]) => `${NAMES[SCHOOLS[a]!].toLowerCase()} and ${NAMES[SCHOOLS[b]!].toLowerCase()}`)
    .join('; '),
)
const take = (school: School) => store.tell({ do: 'describe', intake: { school } })
const print = () => window.print()
/** How far along a bar of a hundred a hold’s band lies. */
const band = (i: number) => {
  const hold = ways.value?.holds[i]
  return hold ? { left: `${hold.low * 100}%`, width: `${(hold.high - hold.low) * 100}%` } : { display: 'none' }
}
</script>

<template>
  <article v-if="piece" class="sheet">
    <header>
      <h1>Three ways to do the whole piece</h1>
      <p v-if="failed" role="alert" class="small red">{{ failed }}</p>
      <p v-else-if="!ways" class="small soft" role="status">Working out all three …</p>
      <p v-else class="small soft">
        The same {{ plan?.troubles.length ?? 0 }} troubles.{{
          differing.length === 0 ? ' All three do the same.' : ' Only what they part ways over.'
        }}
      </p>
    </header>
    <div
      v-if="ways && differing.length > 0"
      class="scroll"
      tabindex="0"
      role="region"
      aria-label="The three ways, compared"
    >
      <table class="ways">
        <thead>
          <tr>
            <th><span class="sr-only">What</span></th>
            <th v-for="school in SCHOOLS" :key="school" :class="{ taken: school === taken }">
              {{ NAMES[school] }}<span v-if="school === taken" class="small soft"> · taken</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(r, i) in differing" :key="i">
            <th scope="row" :class="{ red: r.id === 'trouble' }">{{ headOf(r) }}</th>
            <td v-for="(cell, k) in r.cells" :key="k" :class="{ taken: SCHOOLS[k] === taken }">
              <PhraseText :phrase="cell" />
              <span v-if="r.id === 'weakest'" class="bar" aria-hidden="true"><span :style="band(k)" /></span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="sameWords" class="small"><strong>The same in all three.</strong> {{ sameWords }}.</p>
    <p v-if="alikeWords" class="small">In hold, {{ alikeWords }} cannot be told apart.</p>
    <p class="small soft only-print">
      Prices, dates and times are estimates for the piece as it was found; what is found on opening it may change them.
    </p>
    <div class="chips no-print">
      <FieldKeyButton
        v-for="school in SCHOOLS.filter(s => s !== taken)"
        :key="school"
        slim
        :label="`Take ${NAMES[school].toLowerCase()}`"
        @click="take(school)"
      />
      <FieldKeyButton slim label="Sheet for the customer" @click="print" />
    </div>
    <WorksheetFoot>
      <FieldKeyButton main label="Back to the mends" @click="go('mend')" />
    </WorksheetFoot>
  </article>
</template>

<style scoped>
.sheet {
  display: flex;
  flex-direction: column;
  gap: 12px;
  flex: 1;
}
.scroll {
  overflow-x: auto;
}
.ways {
  width: 100%;
  border-collapse: collapse;
  font-size: 15px;
  min-width: 520px;
}
.ways th,
.ways td {
  text-align: left;
  vertical-align: top;
  padding: 9px 10px;
  border-bottom: 1px solid var(--rule);
  font-weight: 400;
}
.ways thead th {
  font: 700 16px var(--font-display);
}
.ways tbody th {
  width: 92px;
  font-weight: 700;
  font-size: 14px;
  color: var(--soft);
}
.ways tbody th.red {
  color: var(--red);
}
.ways .taken {
  background: var(--blue-wash);
  box-shadow: inset 3px 0 0 var(--blue);
}
.bar {
  display: block;
  position: relative;
  height: 9px;
  margin-top: 5px;
  border-bottom: 1px solid var(--rule);
}
.bar span {
  position: absolute;
  top: 1px;
  height: 7px;
  background: var(--ink);
}
.only-print {
  display: none;
}
@media print {
  .only-print {
    display: block;
  }
}
</style>
