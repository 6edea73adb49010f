<script setup lang="ts">
/** What has no room in the bar of a small screen. */
const open = ref(false)
const route = useRoute()
watch(
  () => route.path,
  () => {
    open.value = false
  },
)
const PAGES = [
  { to: '/', label: 'Bench' },
  { to: '/start', label: 'Start a piece' },
  { to: '/shop', label: 'Shop' },
  { to: '/quick', label: 'Quick answers' },
] as const
</script>

<template>
  <UPopover v-model:open="open" :content="{ align: 'end' }">
    <FieldBarButton label="more" />
    <template #content>
      <nav class="more" aria-label="More">
        <NuxtLink v-for="p in PAGES" :key="p.to" :to="p.to" class="quiet to">{{ p.label }}</NuxtLink>
        <hr>
        <UnitSwitch />
        <LampSwitch />
        <KeySheet in-words />
        <ClimateLink />
      </nav>
    </template>
  </UPopover>
</template>

<style scoped>
.more {
  display: grid;
  gap: 2px;
  min-width: 180px;
  padding: 8px 14px 12px;
  justify-items: start;
}
.more hr {
  width: 100%;
}
.to {
  display: flex;
  align-items: center;
  min-height: 44px;
  width: 100%;
}
</style>
