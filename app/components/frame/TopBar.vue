<script setup lang="ts">
/** Where one is, whether it is saved, and what is wanted everywhere; on a small screen the rest is under “more”. */
const route = useRoute()
const narrow = useNarrowScreen()
const onPiece = computed(() => route.path.startsWith('/piece/') || route.path.startsWith('/bench/'))
const showsName = computed(() => !narrow.value || !onPiece.value)
</script>

<template>
  <header class="top no-print">
    <NuxtLink v-if="showsName" to="/" class="quiet name">Arreglo</NuxtLink>
    <NuxtLink v-if="!narrow || onPiece" to="/" class="quiet to">Bench</NuxtLink>
    <LazyPieceCrumb v-if="onPiece && isQueueHere" />
    <template v-if="!onPiece && !narrow">
      <NuxtLink to="/shop" class="quiet to">Shop</NuxtLink>
      <NuxtLink to="/quick" class="quiet to">Quick answers</NuxtLink>
    </template>
    <span class="gap" />
    <RunningClock />
    <LazySaveState v-if="onPiece && isQueueHere" />
    <template v-if="!narrow">
      <ClimateLink />
      <UnitSwitch />
      <LampSwitch />
    </template>
    <FinderKey />
    <KeySheet v-if="!narrow" />
    <MoreMenu v-if="narrow" />
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 48px;
  padding: 0 16px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
}
.top > :deep(*) {
  flex: none;
}
.top > :deep(.crumb) {
  flex: 0 1 auto;
}
.top > .gap {
  flex: 1;
}
.name,
.to {
  display: inline-flex;
  align-items: center;
  min-height: 44px;
  min-width: 44px;
}
.name {
  font: 700 21px var(--font-display);
  letter-spacing: -0.02em;
  text-decoration: none !important;
}
.top > :deep(.crumb) {
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
  font-weight: 600;
}
@media (max-width: 900px) {
  .top {
    gap: 8px;
    padding: 0 10px;
  }
}
</style>
