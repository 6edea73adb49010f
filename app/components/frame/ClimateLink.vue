<script setup lang="ts">
/** The climate of the shop, which decides open times; it is told on the Shop page. */
const { settings } = storeToRefs(useShop())
</script>

<template>
  <NuxtLink to="/shop" class="quiet measure soft climate" aria-label="Climate of the shop; change it in Shop"
  >{{ settings.climate.nowC.toFixed(1) }} °C {{ settings.climate.nowRhPct.toFixed(0) }} %</NuxtLink
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
