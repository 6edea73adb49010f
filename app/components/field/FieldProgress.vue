<script setup lang="ts">
/** That something is under way. The name is that of the bar itself, not of the box around it, which has no role. */
const props = defineProps<{ label: string }>()
</script>

<template>
  <UProgress :get-value-label="() => props.label" size="xs" color="neutral" />
</template>
