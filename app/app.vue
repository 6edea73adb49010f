<script setup lang="ts">
import { useDoor } from '~/composables/useDoor'
import { heedKept } from '~/composables/useKept'
import { listenLive } from '~/composables/useLive'

const shop = useShop()
/** What was done is shown for a moment where it covers nothing one presses. */
const TOASTER = { position: 'top-center', max: 1, progress: false, duration: 4000 } as const
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
  <UApp :toaster="TOASTER">
    <NuxtLayout>
      <NuxtPage />
    </NuxtLayout>
  </UApp>
</template>
