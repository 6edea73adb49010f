<script setup lang="ts">
import { formatLength } from '#core/measure/length'
import type { Measured } from '#core/measure/measured'
import { heldOffLabel, likelyReasons, type Plan } from '#core/plan'
import { tagOf } from '#core/piece/facts'
import { jointName } from '#core/piece/names'
import type { DryClose, Piece } from '#core/piece/schema'
import type { HeldOff } from '#core/piece/words'

/** One joint in the dry run: it closes, or it is held off by so much, and why. */
const { piece, plan, joint, close } = defineProps<{ piece: Piece, plan: Plan, joint: string, close: DryClose | null }>()
const store = usePiece()
const selection = useSelection()
const { units } = useUnits()
const found = computed(() => piece.joints.find(j => j.id === joint)!)
const tag = computed(() => tagOf(found.value))
const asked = ref(false)
const isHeld = computed(() => close?.offMm != null)
const isOpen = computed(() => isHeld.value || asked.value)
const likely = computed(() => (isHeld.value ? likelyReasons(piece, plan, joint, close!.offMm!.value) : []))
const taken = computed(() => likely.value.find(l => l.id === close?.why) ?? likely.value[0])
const SHOWN = 4
const all = ref(false)
const offered = computed(() =>
  all.value ? likely.value : likely.value.filter((l, i) => i < SHOWN || l.id === close?.why),
)

function closes(): void {
  asked.value = false
  selection.picked = joint
  store.tell({ do: 'close-dry', joint, close: { offMm: null, why: close?.why ?? null } })
}
function ask(): void {
  asked.value = true
  selection.picked = joint
}
const takeOff = (offMm: Measured) => store.tell({ do: 'close-dry', joint, close: { offMm, why: close?.why ?? null } })
const takeBack = () => {
  asked.value = false
  store.tell({ do: 'close-dry', joint, close: null })
}
const choose = (why: HeldOff) =>
  store.tell({ do: 'close-dry', joint, close: { offMm: close!.offMm, why: close?.why === why ? null : why } })
const state = computed(() =>
  close === null
    ? 'not tried'
    : isHeld.value
      ? `held off by ${formatLength(close.offMm!.value, units.value)}`
      : 'closes',
)
</script>

<template>
  <li class="joint" :class="{ held: isHeld }">
    <span class="tag measure">{{ tag }}</span>
    <div class="what">
      <p>
        <strong v-if="isHeld">{{ state }}</strong>
        <span v-else :class="{ soft: close === null }">{{ state }}</span>
        {{ ' ' }}
        <span class="small soft">{{ jointName(piece, found) }}</span>
      </p>
      <template v-if="isHeld && taken">
        <p class="small">
          <template v-if="!close!.why">Most likely {{ taken.label }}. </template><PhraseText :phrase="taken.words" />
        </p>
        <div class="chips" role="group" :aria-label="`What holds ${tag} off`">
          <FieldChipButton
            v-for="l in offered"
            :key="l.id"
            :label="l.label"
            :pressed="close!.why === l.id"
            @click="choose(l.id)"
          />
          <FieldChipButton v-if="!all && likely.length > offered.length" plain label="others" @click="all = true" />
        </div>
      </template>
      <p v-else-if="close?.why" class="small soft">It was held off: {{ heldOffLabel(close.why) }}.</p>
      <LengthField
        v-if="isOpen"
        class="off"
        :label="`${tag} stands open by`"
        :value="close?.offMm ?? null"
        :take="takeOff"
        :clear="takeBack"
        hint="at the shoulder, where it is widest"
      />
    </div>
    <div class="chips">
      <FieldChipButton
        :label="isHeld ? 'closes now' : 'closes'"
        :pressed="close !== null && !isHeld"
        :aria-label="`${tag} ${isHeld ? 'closes now' : 'closes'}`"
        @click="closes"
      />
      <FieldChipButton v-if="!isOpen" label="held off" :aria-label="`${tag} is held off`" @click="ask" />
    </div>
  </li>
</template>

<style scoped>
.joint {
  display: grid;
  grid-template-columns: 48px 1fr auto;
  gap: 4px 12px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
  align-items: start;
}
.tag {
  font-weight: 600;
}
.held .tag {
  color: var(--red);
}
.what {
  display: grid;
  gap: 4px;
}
.off {
  max-width: 380px;
}
@media (max-width: 640px) {
  .joint {
    grid-template-columns: 40px 1fr;
  }
  .joint > .chips {
    grid-column: 2;
  }
}
</style>
