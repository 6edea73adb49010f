<script setup lang="ts">
const { inWords = false } = defineProps<{ inWords?: boolean }>()
/** The `?` in the top bar; the sheet itself is fetched when it is first asked for. */
const open = ref(false)
const asked = ref(false)
function show(): void {
  asked.value = open.value = true
}
useKeys({ '?': show })
</script>

<template>
  <FieldBarButton :label="inWords ? 'keys' : '?'" aria-label="Keys" @click="show" />
  <LazyKeyDialog v-if="asked" v-model:open="open" />
</template>
