<script setup lang="ts">
/** What is this device’s own. */
const { keysOn } = storeToRefs(useDevice())
const offlineWords = isSecureContext
  ? 'Pages open here without the server too, and what is entered waits until it is back.'
  : 'Over plain http a page cannot be opened without the server; one that is open works on, and what is entered waits until it is back.'
</script>

<template>
  <ShopSection id="device" heading="This device">
    <FieldLine label="Single-letter keys">
      <USwitch v-model="keysOn" />
    </FieldLine>
    <p class="small soft">Units, keys and lamp are each device’s own. {{ offlineWords }}</p>
  </ShopSection>
</template>
