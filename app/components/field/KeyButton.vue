<script setup lang="ts">
/** Something one presses: at least 44 px for a thumb, 36 where several stand together. */
const { slim = false, main = false } = defineProps<{ label: string, slim?: boolean, main?: boolean }>()
</script>

<template>
  <UButton color="neutral" variant="outline" :label="label" class="key-button ring-0" :class="{ slim, main }" />
</template>
