<script setup lang="ts">
import { findFamily } from '#core/piece/families'
import { BLOCK_STATES } from '#core/piece/words'

/** Corner blocks in one row: none drawn, and how that is, or drawn as parts of their own, each told at its joints. */
const store = usePiece()
const { piece } = storeToRefs(store)
const refused = ref('')
const drawn = computed(() => findFamily(piece.value!.shape.family)?.options.find(o => o.key === 'blocks'))
const option = computed(() => String(piece.value!.shape.options.blocks ?? 'none'))
const items = computed(() => [
  ...BLOCK_STATES.map(id => ({ label: id.replaceAll('-', ' '), value: `state:${id}` })),
  ...(drawn.value?.choices ?? [])
    .filter(c => c.value !== 'none')
    .map(c => ({ label: `${c.label}, drawn`, value: `drawn:${c.value}` })),
])
const chosen = computed(() =>
  option.value === 'none' ? `state:${piece.value!.bracing.cornerBlocks}` : `drawn:${option.value}`,
)
function choose(value: string | number): void {
  const [how, id] = String(value).split(':') as ['state' | 'drawn', string]
  const wanted = how === 'drawn' ? id : 'none'
  const told = drawn.value && option.value !== wanted ? store.tell({ do: 'set-option', key: 'blocks', value: wanted }) : null
  refused.value = told && !told.ok ? told.issues[0]!.message : ''
  if (refused.value === '' && how === 'state') {
    store.tell({ do: 'set-bracing', bracing: { cornerBlocks: id as (typeof BLOCK_STATES)[number] } })
  }
}
</script>

<template>
  <div>
    <ChoiceRow label="Corner blocks" :items="items" :model-value="chosen" @update:model-value="choose" />
    <FieldRefusal :text="refused" />
  </div>
</template>
