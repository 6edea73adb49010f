<script setup lang="ts">
useKeptFocus()
useSaidToasts()
useEscapeLeaves()
</script>

<template>
  <div class="frame">
    <SkipLink />
    <TopBar />
    <LazySyncNotes v-if="isQueueHere" />
    <div class="below"><slot /></div>
  </div>
</template>

<style scoped>
.frame {
  height: 100dvh;
  display: grid;
  grid-template: auto auto minmax(0, 1fr) / minmax(0, 1fr);
}
.below {
  grid-row: 3;
  min-height: 0;
  /* What is only heard, not seen, is placed by this and never widens the page. */
  position: relative;
  overflow: hidden auto;
}
@media print {
  .frame {
    display: block;
    height: auto;
  }
  .below {
    overflow: visible;
  }
}
</style>
