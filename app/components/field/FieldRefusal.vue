<script setup lang="ts">
/** Why what was told last was not taken, said at once to whoever listens; nothing where it was taken. */
const { text = '' } = defineProps<{ text?: string | undefined }>()
</script>

<template>
  <span v-if="text" class="field-error" role="alert">{{ text }}</span>
</template>
