<script setup lang="ts">
import { VIEW_NAMES } from '~/stores/stand'

/** From where the piece is seen, how far it is drawn apart or swung, and whether one sees into it. */
const { narrow, hasHinges } = defineProps<{
  /** There is no room for every view’s name: they come one after the other. */
  narrow: boolean
  hasHinges: boolean
}>()
const stand = useStand()
</script>

<template>
  <div class="views no-print" role="group" aria-label="How it is shown">
    <UButton v-if="narrow" variant="ghost" color="neutral" class="view" label="turn" @click="stand.cycleView()" />
    <template v-else>
      <UButton
        v-for="name in VIEW_NAMES"
        :key="name"
        variant="ghost"
        color="neutral"
        class="view"
        :label="name"
        @click="stand.show(name)"
      />
    </template>
    <UButton variant="ghost" color="neutral" class="view" label="fit" @click="stand.fit()" />
    <span class="view slide">
      <span aria-hidden="true">apart</span>
      <USlider
        v-model="stand.apart"
        :min="0"
        :max="1"
        :step="0.05"
        size="sm"
        color="neutral"
        class="w-20"
        aria-label="Draw the piece apart"
      />
    </span>
    <span v-if="hasHinges" class="view slide">
      <span aria-hidden="true">swing</span>
      <USlider
        v-model="stand.swung"
        :min="0"
        :max="1"
        :step="0.05"
        size="sm"
        color="neutral"
        class="w-20"
        aria-label="Swing its hinges to their stops"
      />
    </span>
    <UButton
      variant="ghost"
      color="neutral"
      class="view"
      label="x-ray"
      :aria-pressed="stand.xray"
      @click="stand.xray = !stand.xray"
    />
  </div>
</template>

<style scoped>
.views {
  position: absolute;
  left: 8px;
  bottom: 6px;
  right: 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px;
}
.view {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  font: 400 13px var(--font-sans);
  min-height: 32px;
  color: var(--soft);
  background: color-mix(in srgb, var(--ground) 80%, transparent);
  border: 0;
  border-radius: 4px;
  padding: 4px 9px;
  cursor: pointer;
}
.view:hover {
  color: var(--ink);
  background: var(--ink-wash);
}
.view[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 700;
  text-decoration: underline;
  text-underline-offset: 4px;
}
@media (pointer: coarse) {
  .view {
    min-height: 44px;
  }
}
</style>
