<script setup lang="ts">
/** Whether what was entered is saved. */
const saved = useSavedWords()
</script>

<template>
  <span class="small soft saved" role="status" data-testid="save-state">{{ saved }}</span>
</template>
