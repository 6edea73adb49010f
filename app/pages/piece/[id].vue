<script setup lang="ts">
import { surveyOf } from '#core/condition/survey'
import { presentJoints } from '#core/piece/facts'
import { describeEntry } from '#core/piece/history'
import type { StepId } from '#core/plan'
import JointStrip from '~/stand/JointStrip.vue'
import StandView from '~/stand/StandView.vue'

const store = usePiece()
const selection = useSelection()
const { piece, presence, undoable, redoable } = storeToRefs(store)
const { lastDone } = storeToRefs(useMessages())
const sync = useSync()
const { plan, busy, failed } = storeToRefs(usePlan())
const stand = useStand()
const { pieceId, index, move } = useStep()
const clashes = computed(() => sync.clashesOf(pieceId.value))
watch(
  pieceId,
  (id) => {
    stand.reset()
    void store.open(id)
  },
  { immediate: true },
)
useHead({ title: () => (piece.value ? `${piece.value.title} · Arreglo` : 'Arreglo') })

const planned = computed(() => index.value >= 3)
const counts = computed<Partial<Record<StepId, string>>>(() => {
  if (!piece.value) return {}
  const s = surveyOf(piece.value)
  const troubles = plan.value?.troubles
  const causes
    = (plan.value?.diagnoses.length ?? 0) + (plan.value?.faultDiagnoses.filter(d => d.causes.length > 0).length ?? 0)
  return {
    'test': `${s.tested}/${s.total}`,
    'cause': causes > 0 ? String(causes) : '',
    'mend': troubles?.length ? `${troubles.filter(t => t.answer !== 'open').length}/${troubles.length}` : '',
    'glue-up': plan.value?.stages.length ? String(plan.value.stages.length) : '',
  }
})
const inOrder = computed(() => (piece.value ? [...presentJoints(piece.value)] : []).sort((a, b) => a.number - b.number))
function pick(by: 1 | -1): void {
  const at = inOrder.value.findIndex(j => j.id === selection.picked)
  const next = inOrder.value[(at + by + inOrder.value.length) % inOrder.value.length]
  if (next) selection.picked = next.id
}
useKeys({
  'n': () => pick(1),
  'p': () => pick(-1),
  '[': () => move(-1),
  ']': () => move(1),
  'u': () => store.undo(),
  'U': () => store.redo(),
  'e': () => stand.toggleApart(),
  'v': () => stand.cycleView(),
  'b': () => {
    void navigateTo(`/bench/${pieceId.value}`)
  },
})
const standOpen = ref(false)

/** A new step is read from its worksheet's head: the focus goes there, and keys act on it at once. */
const worksheet = useTemplateRef<HTMLElement>('worksheet')
watch(index, async () => {
  await nextTick()
  worksheet.value?.scrollTo(0, 0)
  worksheet.value?.focus({ preventScroll: true })
})
</script>

<template>
  <div v-if="presence === 'missing'" class="nothing">
    <h1>There is no such piece here</h1>
    <p><NuxtLink to="/" class="key-button">To the bench</NuxtLink></p>
  </div>
  <div v-else-if="presence === 'erased'" class="nothing">
    <h1>This piece was erased</h1>
    <ClashList v-if="clashes.length > 0" :clashes="clashes" />
    <p><NuxtLink to="/" class="key-button">To the bench</NuxtLink></p>
  </div>
  <div v-else-if="!piece" class="nothing">
    <p v-if="sync.status.reach === 'offline'">
      The server cannot be reached, and this piece has not been on this device.
      <FieldKeyButton slim label="Try again" @click="store.open(pieceId)" />
    </p>
  </div>
  <div v-else class="piece" :class="{ 'stand-open': standOpen }">
    <nav class="steps no-print" aria-label="Steps of the work">
      <ol>
        <li v-for="(step, i) in STEPS" :key="step.id">
          <NuxtLink :to="stepPath(pieceId, step.id)" :aria-current="i === index ? 'step' : undefined" class="step">
            <span>{{ step.label }}</span>
            <span class="measure small soft">{{ counts[step.id] }}</span>
          </NuxtLink>
        </li>
      </ol>
      <div class="undo">
        <FieldKeyButton
          slim
          label="Undo"
          :disabled="!undoable"
          :title="undoable ? `Undo: ${describeEntry(undoable)}` : 'Nothing to undo'"
          @click="store.undo()"
        />
        <FieldKeyButton slim label="Redo" :disabled="!redoable" @click="store.redo()" />
        <p class="small soft" role="status">{{ lastDone }}</p>
      </div>
    </nav>
    <div class="front no-print">
      <FieldKeyButton
        slim
        :label="standOpen ? 'Hide the drawing' : 'Show the drawing'"
        class="stand-toggle"
        :aria-expanded="standOpen"
        @click="standOpen = !standOpen"
      />
      <StandView :planned="planned" class="front-stand" />
      <JointStrip class="front-strip" />
    </div>
    <main ref="worksheet" class="worksheet" tabindex="-1">
      <ClashList v-if="clashes.length > 0" :clashes="clashes" class="clashes" />
      <p v-if="busy" class="small soft" role="status">Working it out …</p>
      <p v-if="failed" class="field-error" role="alert">The plan could not be made: {{ failed }}</p>
      <NuxtPage />
    </main>
  </div>
</template>

<style scoped>
.piece {
  display: grid;
  grid-template-columns: 132px minmax(320px, 41%) minmax(0, 1fr);
  height: 100%;
}
.steps {
  border-right: 1px solid var(--rule);
  padding-top: 8px;
  display: flex;
  flex-direction: column;
  justify-content: space-between;
}
.step {
  display: flex;
  justify-content: space-between;
  align-items: center;
  min-height: 44px;
  padding: 4px 10px 4px 13px;
  border-left: 3px solid transparent;
  color: inherit;
  text-decoration: none;
}
.step:hover {
  background: var(--ink-wash);
}
.step[aria-current] {
  background: var(--sheet);
  border-left-color: var(--ink);
  font-weight: 700;
}
.undo {
  padding: 8px 10px 12px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
.undo .key-button {
  padding: 4px;
}
.undo p {
  grid-column: 1 / -1;
  min-height: 36px;
}
.front {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
  border-right: 1px solid var(--rule);
}
.worksheet {
  background: var(--sheet);
  overflow: auto;
  padding: 18px 24px 0;
  display: flex;
  flex-direction: column;
}
.worksheet:focus {
  outline: none;
}
.stand-toggle {
  display: none;
}
.nothing {
  padding: 40px;
  display: grid;
  gap: 16px;
  justify-items: start;
}
.clashes {
  margin-bottom: 14px;
}
@media (max-width: 1000px) {
  .piece {
    grid-template-columns: 1fr;
    grid-template-rows: auto minmax(0, 46%) minmax(0, 1fr);
  }
  .steps {
    flex-direction: row;
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    padding: 0;
    overflow-x: auto;
  }
  .steps ol {
    display: flex;
  }
  .step {
    border-left: 0;
    border-bottom: 3px solid transparent;
    gap: 6px;
    white-space: nowrap;
  }
  .step[aria-current] {
    border-bottom-color: var(--ink);
  }
  .undo {
    display: flex;
    padding: 4px 10px;
  }
  .undo p {
    display: none;
  }
  .front {
    border-right: 0;
    border-bottom: 1px solid var(--rule);
    grid-template-columns: minmax(0, 1fr) 210px;
    grid-template-rows: minmax(0, 1fr);
  }
  .front-strip {
    border-top: 0;
    border-left: 1px solid var(--rule);
    max-height: none;
  }
}
@media (max-width: 640px) {
  .piece {
    grid-template-rows: auto auto minmax(0, 1fr);
  }
  .steps ol {
    flex-wrap: wrap;
  }
  .step {
    min-height: 40px;
    padding: 2px 9px;
  }
  .step .measure,
  .undo {
    display: none;
  }
  .front {
    grid-template-columns: 1fr;
  }
  .stand-toggle {
    display: inline-flex;
    margin: 6px 12px;
  }
  .front-stand,
  .front-strip {
    display: none;
  }
  .stand-open .front-stand {
    display: block;
    height: 300px;
  }
  .stand-open .front-strip {
    display: block;
    border-left: 0;
  }
  .worksheet {
    padding: 14px 14px 0;
  }
}
@media print {
  .piece {
    display: block;
  }
  .worksheet {
    padding: 0;
    overflow: visible;
  }
}
</style>
