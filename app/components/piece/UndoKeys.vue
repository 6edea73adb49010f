<script setup lang="ts">
import { describeEntry } from '#core/piece/history'

/** Takes back what this device gave last, and gives it again; says what it did. */
const { small } = defineProps<{ small: boolean }>()
const store = usePiece()
const { undoable, redoable } = storeToRefs(store)
const undoWords = computed(() => (undoable.value ? `Undo: ${describeEntry(undoable.value)}` : 'Nothing to undo'))
</script>

<template>
  <div class="undo" :class="{ small }">
    <UTooltip :text="undoWords">
      <FieldKeyButton slim label="Undo" :disabled="!undoable" @click="store.undo()" />
    </UTooltip>
    <FieldKeyButton slim label="Redo" :disabled="!redoable" @click="store.redo()" />
  </div>
</template>

<style scoped>
.undo {
  position: relative;
  padding: 8px 10px 12px;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px;
}
.undo .key-button {
  padding: 4px;
}
@media (max-width: 1000px) {
  .undo {
    display: flex;
    padding: 4px 10px;
  }
}
.undo.small {
  padding: 0;
}
.undo.small .key-button {
  min-height: 44px;
  min-width: 48px;
}
</style>
