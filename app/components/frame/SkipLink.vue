<script setup lang="ts">
/** The first thing Tab reaches: past bar, steps and drawing to the worksheet. */
function skip(): void {
  const main = document.querySelector<HTMLElement>('main')
  if (!main) return
  main.tabIndex = -1
  main.focus()
}
</script>

<template>
  <a href="#main" class="skip no-print" @click.prevent="skip">To the worksheet</a>
</template>

<style scoped>
.skip {
  position: absolute;
  left: 8px;
  top: -60px;
  z-index: 50;
  padding: 10px 16px;
  background: var(--ink);
  color: var(--sheet);
  border-radius: 4px;
}
.skip:focus {
  top: 4px;
}
</style>
