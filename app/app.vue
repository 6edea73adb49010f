<script setup lang="ts">
const shop = useShop()
onMounted(() => shop.load())
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
