<script setup lang="ts">
/** The climate of the shop, which decides open times; it is told on the Shop page. */
const { settings } = storeToRefs(useShop())
const { degrees, warmth } = useUnits()
</script>

<template>
  <NuxtLink to="/shop" class="quiet measure soft climate" aria-label="Climate of the shop; change it in Shop"
  >{{ warmth(settings.climate.nowC) }} {{ degrees }} {{ settings.climate.nowRhPct.toFixed(0) }} %</NuxtLink
  >
</template>

<style scoped>
.climate {
  display: inline-flex;
  align-items: center;
  min-height: 24px;
}
@media (pointer: coarse) {
  .climate {
    min-height: 44px;
  }
}
</style>
