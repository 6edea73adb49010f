<script setup lang="ts">
const open = defineModel<boolean>('open', { required: true })
const KEYS = [
  ['n / p', 'next and previous joint'],
  ['0', 'not tested'],
  ['1 – 5', 'solid, ticks, gives, swings, apart'],
  ['d, s, a, f', 'to the direction, the signs, the metal, the faults in the wood'],
  ['Enter', 'keep and go to the suggested next'],
  ['[ / ]', 'previous and next step'],
  ['u / U', 'undo, do again'],
  ['e', 'draw the piece apart and together'],
  ['v', 'next view'],
  ['b', 'bench mode: space done, s begin, p put off, u undo, + one more minute, c clock, w why'],
  ['N', 'start a piece (on the bench)'],
  ['arrows', 'turn the drawing, when it has the focus'],
  ['/', 'find a piece, a joint or an action'],
  ['?', 'this sheet'],
] as const
</script>

<template>
  <UModal
    v-model:open="open"
    title="Keys"
    description="Single letters never act while you type, and can be switched off under Shop."
  >
    <template #body>
      <dl class="keys">
        <div v-for="[key, what] in KEYS" :key="key">
          <dt><UKbd :value="key" /></dt>
          <dd>{{ what }}</dd>
        </div>
      </dl>
    </template>
  </UModal>
</template>

<style scoped>
.keys > div {
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr);
  gap: 10px;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
