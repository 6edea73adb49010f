<script setup lang="ts">
import { spokenJoint, surveyOf } from '#core/condition/survey'
import { findingOf, isFaulty } from '#core/piece/facts'
import { faultTag, spokenFault } from '#core/piece/faults'
import { RovingFocusGroup, RovingFocusItem } from 'reka-ui'

/**
 * Every joint as its peg mark, in walking order: untested ones dotted, loose ones red, the picked one ringed. One stop
 * of the Tab key; arrows go along it.
 */
const { piece } = storeToRefs(usePiece())
const { picked, pickedFault } = storeToRefs(useSelection())
/** Joints with metal or a pin in them carry the small ring they have on the stand. */
const held = computed(() => new Set(piece.value?.holds.filter(h => h.on.kind === 'joint').map(h => h.on.id)))
const survey = computed(() => (piece.value ? surveyOf(piece.value) : null))
const { walk } = useJointWalk()
/** Where Tab comes in: where the arrows went last, else what is picked. */
const moved = ref<string | null>(null)
const stop = computed(() => moved.value ?? picked.value ?? pickedFault.value ?? walk.value[0]?.id)
watch([picked, pickedFault], () => {
  moved.value = null
})
</script>

<template>
  <section v-if="piece && survey" class="strip" aria-label="Joints">
    <header>
      <h2>Joints</h2>
      <span class="small soft"
      >{{ survey.tested }} tested · {{ survey.faulty }} loose · {{ survey.untested.length }} to go</span
      >
    </header>
    <RovingFocusGroup loop :current-tab-stop-id="stop" @update:current-tab-stop-id="id => (moved = id ?? null)">
      <ol>
        <li
          v-for="joint in walk"
          :key="joint.id"
          v-memo="[spokenJoint(piece, joint), joint.id === picked, held.has(joint.id)]"
        >
          <RovingFocusItem as-child :tab-stop-id="joint.id" :active="joint.id === picked">
            <button
              type="button"
              :class="{ red: isFaulty(findingOf(piece, joint.id).state), picked: joint.id === picked }"
              :aria-pressed="joint.id === picked"
              :aria-label="spokenJoint(piece, joint)"
              @click="picked = joint.id"
            >
              <JointMark :state="findingOf(piece, joint.id).state" /><span class="measure">{{ joint.number }}</span>
              <svg v-if="held.has(joint.id)" viewBox="0 0 10 10" class="held-ring" aria-hidden="true">
                <circle cx="5" cy="5" r="3.4" />
              </svg>
            </button>
          </RovingFocusItem>
        </li>
      </ol>
      <ol v-if="piece.faults.length > 0" class="faults" aria-label="In the wood">
        <li v-for="f in piece.faults" :key="f.id">
          <RovingFocusItem as-child :tab-stop-id="f.id" :active="f.id === pickedFault">
            <button
              type="button"
              class="red"
              :class="{ picked: f.id === pickedFault }"
              :aria-pressed="f.id === pickedFault"
              :aria-label="spokenFault(piece, f)"
              @click="pickedFault = f.id"
            >
              <FaultGlyph :kind="f.kind" /><span class="measure">{{ faultTag(piece, f) }}</span>
            </button>
          </RovingFocusItem>
        </li>
      </ol>
    </RovingFocusGroup>
  </section>
</template>

<style scoped>
.strip {
  border-top: 1px solid var(--rule);
  padding: 8px 14px 12px;
  overflow: auto;
  max-height: 190px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 6px;
}
ol + ol {
  margin-top: 6px;
}
ol {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(54px, 1fr));
  gap: 6px;
}
button {
  width: 100%;
  min-height: 44px;
  display: grid;
  justify-items: center;
  align-content: center;
  gap: 0;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  cursor: pointer;
  padding: 2px;
}
button .measure {
  font-size: 13px;
  line-height: 1.1;
}
button :deep(svg) {
  width: 26px;
  height: 16px;
}
button {
  position: relative;
}
.held-ring {
  position: absolute;
  top: 2px;
  right: 2px;
  width: 11px !important;
  height: 11px !important;
  fill: none;
  stroke: var(--red);
  stroke-width: 1.6;
}
button.red {
  color: var(--red);
  border-color: var(--red);
}
button.picked {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
}
</style>
