<script setup lang="ts">
/** `/` finds any piece, joint or action; the list is fetched when it is first asked for. */
const open = ref(false)
const asked = ref(false)
function show(): void {
  asked.value = open.value = true
}
useKeys({ '/': show })
</script>

<template>
  <FieldBarButton label="find" press="/" class="find" aria-label="Find a piece, a joint or an action" @click="show" />
  <LazyFinderDialog v-if="asked" v-model:open="open" />
</template>

<style scoped>
@media (max-width: 640px) {
  .find {
    display: none;
  }
}
</style>
