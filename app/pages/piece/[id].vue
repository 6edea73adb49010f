<script setup lang="ts">
import JointStrip from '~/stand/JointStrip.vue'
import StandView from '~/stand/StandView.vue'

const store = usePiece()
const { piece, presence } = storeToRefs(store)
const sync = useSync()
const stand = useStand()
const { pieceId, index, move } = useStep()
const { step: walkJoints } = useJointWalk()
const small = useSmallScreen()
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

/** What is worked out stands greyed while something newer takes its place; what is entered is never old. */
const { busy, isAwaited } = storeToRefs(usePlan())
const CAUSE_STEP = 2
const isWorkedOut = computed(() => index.value >= CAUSE_STEP)
const isReplaced = computed(() => busy.value && isWorkedOut.value)
/** From Mend on the drawing shows what is planned. */
const MEND_STEP = 3
const planned = computed(() => index.value >= MEND_STEP)
useKeys({
  'n': () => walkJoints(1),
  'p': () => walkJoints(-1),
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
const showsStand = computed(() => !small.value || standOpen.value)
/** What is to be pointed at has to be seen. */
watch(
  () => stand.placing,
  (kind) => {
    if (kind !== null) standOpen.value = true
  },
)

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
  <div v-else class="piece" :class="{ small, 'stand-open': showsStand }">
    <StepNav :small="small" />
    <div class="front no-print">
      <div v-if="small" class="front-bar">
        <JointStepper />
        <FieldChipButton
          plain
          label="Drawing"
          :pressed="standOpen"
          :aria-expanded="standOpen"
          @click="standOpen = !standOpen"
        />
      </div>
      <StandView v-if="showsStand" :planned="planned" class="front-stand" />
      <JointStrip v-if="!small" class="front-strip" />
    </div>
    <main ref="worksheet" class="worksheet" tabindex="-1">
      <ClashList v-if="clashes.length > 0" :clashes="clashes" class="clashes" />
      <PlanState />
      <NuxtPage :class="{ 'of-before': isReplaced }" :aria-busy="(isAwaited && isWorkedOut) || undefined" />
    </main>
  </div>
</template>

<style scoped>
.piece {
  display: grid;
  grid-template-columns: 132px minmax(320px, 41%) minmax(0, 1fr);
  height: 100%;
}
.front {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
  border-right: 1px solid var(--rule);
}
.worksheet {
  background: var(--sheet);
  position: relative;
  overflow: hidden auto;
  padding: 18px 24px 0;
  display: flex;
  flex-direction: column;
}
.worksheet :deep(.of-before) {
  filter: grayscale(1);
}
.worksheet:focus {
  outline: none;
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
.piece.small {
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: auto auto minmax(0, 1fr);
}
.small .front {
  grid-template: auto minmax(0, 1fr) / minmax(0, 1fr);
}
.small .front-bar {
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 2px 10px 2px 2px;
}
/* The drawing takes what leaves the answers in reach. */
.small .front-stand {
  height: min(32dvh, 250px);
  min-height: 150px;
}
.small .worksheet {
  padding: 14px 14px 0;
}
@media (orientation: landscape) {
  .piece.small.stand-open {
    grid-template: auto minmax(0, 1fr) / minmax(200px, 42%) minmax(0, 1fr);
  }
  .small.stand-open :deep(.steps) {
    grid-column: 1 / -1;
  }
  .small.stand-open .front-stand {
    height: auto;
    min-height: 0;
  }
  .small.stand-open :deep(.of-all) {
    display: none;
  }
  .small.stand-open .front {
    border-right: 1px solid var(--rule);
    border-bottom: 0;
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
