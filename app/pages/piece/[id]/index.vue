<script setup lang="ts">
const { pieceId } = useStep()
await navigateTo(stepPath(pieceId.value, 'take-in'), { replace: true })
</script>

<template>
  <div />
</template>
