<script setup lang="ts">
/** Dark screens for work by lamp. */
const colorMode = useColorMode()
const dark = computed(() => colorMode.value === 'dark')
</script>

<template>
  <FieldBarButton label="lamp" :pressed="dark" @click="colorMode.preference = dark ? 'light' : 'dark'" />
</template>
