<script setup lang="ts">
import { findingOf } from '#core/piece/facts'
import type { StandTag } from './useStandDrawing'

/** A tag on every joint and fault; the strip holds the same joints as one stop of Tab, so these are none. */
const { tags } = defineProps<{ tags: readonly StandTag[] }>()
const { piece } = storeToRefs(usePiece())
const selection = useSelection()
const { picked, pickedFault } = storeToRefs(selection)
function pick(tag: StandTag): void {
  if (tag.joint) selection.choose('joint', tag.joint.id)
  else if (tag.fault) selection.choose('fault', tag.fault)
}
const isPicked = (tag: StandTag) => (tag.fault ? tag.fault === pickedFault.value : tag.id === picked.value)
</script>

<template>
  <button
    v-for="tag in tags"
    :key="tag.id"
    type="button"
    tabindex="-1"
    class="tag"
    :class="{ red: tag.faulty && !tag.short, blue: tag.short, shut: tag.shut, picked: isPicked(tag) }"
    :aria-pressed="isPicked(tag)"
    :aria-label="tag.spoken"
    :style="{ left: `${tag.centre.x}px`, top: `${tag.centre.y}px`, width: `${tag.widthPx}px` }"
    :data-joint="tag.joint?.id"
    @click="pick(tag)"
  >
    <span class="tag-number">{{ tag.written }}</span><JointMark
      v-if="tag.joint"
      :state="findingOf(piece!, tag.joint.id).state"
      :planned="Boolean(tag.short)"
    /><span v-if="tag.short">{{ tag.short }}</span>
  </button>
</template>

<style scoped>
.tag {
  position: absolute;
  transform: translate(-50%, -50%);
  height: 26px;
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 5px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 13px;
  padding: 0;
  cursor: pointer;
  white-space: nowrap;
}
.tag :deep(svg) {
  width: 26px;
  height: 16px;
}
.tag.red {
  color: var(--red);
  border-color: var(--red);
}
.tag.blue {
  color: var(--blue);
  border-color: var(--blue);
}
.tag.shut {
  border-bottom: 3px solid var(--ink);
}
.tag.picked {
  outline: 2px solid var(--ink);
  outline-offset: 1px;
  z-index: 2;
}
.tag-number {
  font-weight: 700;
}
</style>
