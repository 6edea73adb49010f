<script setup lang="ts">
/** Whether the plan is being worked out, how to stop that, and what went wrong with it. */
const store = usePlan()
const { busy, isLong, failed, wasStopped } = storeToRefs(store)
</script>

<template>
  <div v-if="busy || wasStopped || failed" class="state">
    <template v-if="busy">
      <p class="small soft" role="status">Working it out …</p>
      <FieldProgress v-if="isLong" label="Working it out" />
      <FieldChipButton v-if="isLong" plain label="Stop" @click="store.stop()" />
    </template>
    <p v-else-if="wasStopped" class="small" role="status">
      Stopped: what stands here is of before. <FieldChipButton plain label="Work it out" @click="store.again()" />
    </p>
    <p v-else class="field-error" role="alert">
      The plan could not be made: {{ failed }} <FieldChipButton plain label="Try again" @click="store.again()" />
    </p>
  </div>
</template>

<style scoped>
.state {
  display: grid;
  gap: 6px;
  justify-items: start;
  margin-bottom: 8px;
}
</style>
