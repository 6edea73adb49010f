<script setup lang="ts">
import { listenLive } from '~/composables/useLive'

const shop = useShop()
onMounted(() => shop.load())
onScopeDispose(listenLive({ changed: (c) => { if (c.piece === 'shop') void shop.load() }, reached: () => {} }))
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
