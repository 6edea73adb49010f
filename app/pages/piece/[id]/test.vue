<script setup lang="ts">
/** What is picked: a joint to be tried, or something wrong in the wood; below it all that is wrong in the wood. */
const { piece } = storeToRefs(usePiece())
const { pickedFault } = storeToRefs(useSelection())
const fault = computed(() => piece.value?.faults.find(f => f.id === pickedFault.value))
const top = useTemplateRef<HTMLElement>('top')
watch(
  () => fault.value?.id,
  async () => {
    await nextTick()
    top.value?.closest('main')?.scrollTo(0, 0)
  },
)
</script>

<template>
  <div ref="top" class="test">
    <LazyFaultTest v-if="fault" :key="fault.id" :fault="fault"><FaultList /></LazyFaultTest>
    <JointTest v-else><FaultList /></JointTest>
  </div>
</template>

<style scoped>
.test {
  display: flex;
  flex-direction: column;
  flex: 1;
}
</style>
