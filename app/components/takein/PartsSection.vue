<script setup lang="ts">
import { handSeen, partName } from '#core/piece/names'

/** Every part by name, what is missing marked; the picked one opens to be looked at and changed. */
const store = usePiece()
const { piece } = storeToRefs(store)
const { pickedPart } = storeToRefs(useSelection())
const adding = ref(false)
const missing = computed(() => piece.value?.parts.filter(p => p.missing).length ?? 0)
const heading = computed(
  () => `${piece.value?.parts.length ?? 0} parts${missing.value > 0 ? `, ${missing.value} missing` : ''}`,
)
const picked = computed(() => piece.value?.parts.find(p => p.id === pickedPart.value) ?? null)
</script>

<template>
  <section v-if="piece" class="parts" aria-labelledby="parts">
    <div class="spread">
      <h2 id="parts">Parts</h2>
      <span class="small soft">{{ heading }}</span>
    </div>
    <p class="small soft">Press a part here or on the drawing: what it is made of, whether it is there, its joints.</p>
    <div class="chips" role="group" aria-labelledby="parts">
      <FieldChipButton
        v-for="p in piece.parts"
        :key="p.id"
        :label="partName(piece, p)"
        class="part"
        :class="{ gone: p.missing }"
        :pressed="p.id === pickedPart"
        :aria-label="p.missing ? `${partName(piece, p)}, missing` : partName(piece, p)"
        :data-hand="handSeen(piece, p.id)"
        @click="pickedPart = p.id === pickedPart ? null : p.id"
      />
      <FieldChipButton label="+ a part" :aria-expanded="adding" @click="adding = !adding" />
    </div>
    <LazyNewPart v-if="adding" @done="adding = false" />
    <LazyPartSheet v-if="picked" :key="picked.id" :part="picked" />
  </section>
</template>

<style scoped>
.parts {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.spread {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.chip.part[aria-pressed='true'] {
  border-color: var(--ink);
  color: var(--ink);
  box-shadow: inset 0 0 0 1px var(--ink);
}
.chip.gone {
  border-style: dashed;
  border-color: var(--red);
  color: var(--red);
}
</style>
