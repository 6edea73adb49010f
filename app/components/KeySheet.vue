<script setup lang="ts">
/** The `?` in the top bar; the sheet itself is fetched when it is first asked for. */
const open = ref(false)
const asked = ref(false)
function show(): void {
  asked.value = open.value = true
}
useKeys({ '?': show })
</script>

<template>
  <button type="button" class="ask" aria-label="Keys" @click="show">?</button>
  <LazyKeyDialog v-if="asked" v-model:open="open" />
</template>

<style scoped>
.ask {
  min-width: 34px;
  min-height: 44px;
  background: none;
  border: 0;
  color: var(--soft);
  cursor: pointer;
  font-weight: 700;
}
</style>
