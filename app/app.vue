<script setup lang="ts">
import { useDoor } from '~/composables/useDoor'
import { heedKept } from '~/composables/useKept'
import { listenLive } from '~/composables/useLive'

const shop = useShop()
/** Before a closed door nothing is asked for: once it is open the page starts anew. */
const isOutside = useDoor().value?.isOpen === false
if (!isOutside) {
  onMounted(() => shop.load())
  onScopeDispose(heedKept())
  onScopeDispose(
    listenLive({
      changed: (c) => {
        if (c.piece === 'shop') void shop.load()
      },
      reached: (yes) => {
        if (yes) void shop.load()
      },
    }),
  )
}
</script>

<template>
  <UApp>
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </UApp>
</template>
