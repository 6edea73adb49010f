<script setup lang="ts">
const open = ref(false)
const KEYS = [
  ['n / p', 'next and previous joint'], ['0', 'not tested'], ['1 – 5', 'solid, ticks, gives, swings, apart'], ['Enter', 'keep and go to the suggested next'],
  ['[ / ]', 'previous and next step'], ['u / U', 'undo, do again'], ['N', 'start a piece (on the bench)'], ['arrows', 'turn the drawing, when it has the focus'], ['?', 'this sheet'],
] as const
useKeys({ '?': () => { open.value = true } })
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="Single letters never act while you type, and can be switched off under Shop.">
    <button type="button" class="ask" aria-label="Keys">?</button>
    <template #body>
      <table class="rows"><tbody><tr v-for="[key, what] in KEYS" :key="key"><td><kbd>{{ key }}</kbd></td><td>{{ what }}</td></tr></tbody></table>
    </template>
  </UModal>
</template>

<style scoped>
.ask { min-width: 34px; min-height: 44px; background: none; border: 0; color: var(--soft); cursor: pointer; font-weight: 700; }
</style>
