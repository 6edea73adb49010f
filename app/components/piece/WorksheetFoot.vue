<script setup lang="ts">
/** The next thing to do stands at the foot of every worksheet. */
</script>

<template>
  <footer class="foot no-print"><slot /></footer>
</template>

<style scoped>
.foot {
  position: sticky;
  bottom: 0;
  margin-top: auto;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  padding: 12px 0 16px;
  background: var(--sheet);
  border-top: 1px solid var(--rule);
}
</style>
