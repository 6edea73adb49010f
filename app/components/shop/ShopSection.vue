<script setup lang="ts">
/** One matter of the shop under its heading; its id is where Find leads. */
const { id, heading } = defineProps<{ id: string, heading: string }>()
</script>

<template>
  <section :aria-labelledby="id">
    <h2 :id="id">{{ heading }}</h2>
    <slot />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 9px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  justify-items: start;
  --field-columns: 210px minmax(0, 1fr);
}
</style>
