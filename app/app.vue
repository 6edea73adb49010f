<script setup lang="ts">
const shop = useShop()
onMounted(() => shop.load())
</script>

<template>
  <UApp>
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </UApp>
</template>
