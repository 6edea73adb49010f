<script setup lang="ts">
/** The glue clock that ends first, on every screen but the one it stands on large. */
const { clocks } = useGlueClocks()
const route = useRoute()
const first = computed(() => clocks.value[0])
const isShown = computed(() => first.value !== undefined && !route.path.startsWith('/bench/'))
</script>

<template>
  <NuxtLink
    v-if="isShown && first"
    :to="`/bench/${first.pieceId}`"
    class="quiet amber clock"
    role="timer"
    :aria-label="`Glue clock, ${first.words}: ${clockWords(first.leftSec)} left`"
  >
    glue clock <span class="measure">{{ clockWords(first.leftSec) }}</span>
  </NuxtLink>
</template>

<style scoped>
.clock {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  min-height: 44px;
}
</style>
