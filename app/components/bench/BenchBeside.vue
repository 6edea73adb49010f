<script setup lang="ts">
import { memberWords } from '#core/piece/set-words'
import { clampNamed } from '#core/reference/clamps'
import type { BenchSums } from '#shared/bench'

/** Beside the list: what hands can do now, in its order, and which clamps are out. */
const { sums } = defineProps<{ sums: BenchSums }>()
const shop = useShop()
const { text } = useUnits()
</script>

<template>
  <aside class="aside">
    <section>
      <h2>Now, in this order</h2>
      <ol class="now-list">
        <li v-for="row in sums.now" :key="row.id">
          <NuxtLink :to="stepPath(row.id, row.next.step)" class="quiet">
            <strong>{{ row.title }}</strong><span v-if="row.set" class="soft">, {{ memberWords(row) }}</span>
            <br>
            <span class="small soft">{{ text(row.next.words) }}</span>
          </NuxtLink>
        </li>
      </ol>
    </section>
    <section>
      <h2>Clamps</h2>
      <ul class="clamps">
        <li v-for="row in shop.settings.rack" :key="row.id">
          <span>{{ clampNamed(row.type).label }}</span>
          <span class="measure">{{ sums.clampsOut[row.id] ?? 0 }} of {{ row.count }} out</span>
        </li>
      </ul>
    </section>
  </aside>
</template>

<style scoped>
.aside {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  padding: 20px 18px;
  display: grid;
  gap: 24px;
  align-content: start;
}
.now-list li,
.clamps li {
  border-top: 1px solid var(--rule);
  padding: 9px 0;
}
.clamps li {
  display: flex;
  justify-content: space-between;
  gap: 8px;
}
section h2 {
  margin-bottom: 8px;
}
@media (max-width: 1000px) {
  .aside {
    border-left: 0;
    border-top: 1px solid var(--rule);
  }
}
</style>
