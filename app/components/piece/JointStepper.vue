<script setup lang="ts">
import { isFaulty, findingOf, tagOf } from '#core/piece/facts'

/** The joint picked, and the ones before and after it in walking order: the strip in one line. */
const { piece } = storeToRefs(usePiece())
const selection = useSelection()
const { walk, step } = useJointWalk()
const joint = computed(() => walk.value.find(j => j.id === selection.atJoint) ?? walk.value[0])
const state = computed(() => (piece.value && joint.value ? findingOf(piece.value, joint.value.id).state : 'not-tested'))
</script>

<template>
  <div v-if="joint" class="stepper" role="group" aria-label="Joint">
    <UButton
      color="neutral"
      variant="ghost"
      icon="i-lucide-chevron-left"
      aria-label="Joint before"
      class="neighbour"
      @click="step(-1)"
    />
    <span class="which" :class="{ red: isFaulty(state) }">
      <JointMark :state="state" />{{ tagOf(joint) }}<span class="soft small of-all">of {{ walk.length }}</span>
    </span>
    <UButton
      color="neutral"
      variant="ghost"
      icon="i-lucide-chevron-right"
      aria-label="Next joint"
      class="neighbour"
      @click="step(1)"
    />
  </div>
</template>

<style scoped>
.stepper,
.which {
  display: inline-flex;
  align-items: center;
  gap: 4px;
}
.which :deep(svg) {
  width: 26px;
  height: 16px;
}
.neighbour {
  min-width: 44px;
  min-height: 44px;
  justify-content: center;
}
</style>
