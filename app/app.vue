<script setup lang="ts">
import { listenLive } from '~/composables/useLive'

const shop = useShop()
onMounted(() => shop.load())
useSync() // what waits on this device is sent from whichever screen is opened
onScopeDispose(listenLive({ changed: (c) => { if (c.piece === 'shop') void shop.load() }, reached: (yes) => { if (yes) void shop.load() } }))
</script>

<template>
  <NuxtLayout>
    <NuxtPage />
  </NuxtLayout>
</template>
