<script setup lang="ts">
import type { RecordSection } from '#core/record'

/** Parts of a record, each with what it says line by line. */
const { sections } = defineProps<{ sections: readonly RecordSection[] }>()
</script>

<template>
  <section v-for="section in sections" :key="section.title">
    <h2>{{ section.title }}</h2>
    <dl>
      <div v-for="(line, i) in section.lines" :key="i">
        <dt>{{ line.head }}</dt>
        <dd><PhraseText :phrase="line.text" /></dd>
      </div>
    </dl>
  </section>
</template>

<style scoped>
section {
  border-top: 1px solid var(--rule);
  padding-top: 10px;
  display: grid;
  gap: 6px;
}
dl div {
  display: grid;
  grid-template-columns: 190px minmax(0, 1fr);
  gap: 12px;
  padding: 3px 0;
}
dt {
  color: var(--soft);
}
@media (max-width: 640px) {
  dl div {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
}
</style>
