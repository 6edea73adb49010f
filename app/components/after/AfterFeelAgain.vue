<script setup lang="ts">
import { tagOf } from '#core/piece/facts'
import { jointName } from '#core/piece/names'
import type { Joint, Piece } from '#core/piece/schema'
import type { JointState } from '#core/piece/words'
import { toFeelAgain, type Plan } from '#core/plan'
import { wallNow } from '~/composables/useDevice'

/**
 * Every glued joint and those beside it, wiggled once more as the clamps come off. What was found before stays as it
 * was found.
 */
const { piece, plan, big = false } = defineProps<{ piece: Piece, plan: Plan, big?: boolean }>()
const store = usePiece()
const selection = useSelection()
type Felt = Exclude<JointState, 'not-tested'>
const FELT: readonly { readonly value: Felt, readonly label: string }[] = [
  { value: 'solid', label: 'firm' },
  { value: 'ticks', label: 'ticks' },
  { value: 'gives', label: 'gives' },
  { value: 'swings', label: 'swings' },
]
const felt = computed(() => toFeelAgain(piece, plan))
const groups = computed(() =>
  [
    { id: 'glued', title: 'Glued', joints: felt.value.glued },
    { id: 'beside', title: 'Beside them: they took the pull', joints: felt.value.beside },
  ].filter(g => g.joints.length > 0),
)
const stateOf = (j: Joint) => piece.after[`joint:${j.id}`]?.state ?? null
const left = computed(() => groups.value.flatMap(g => g.joints).filter(j => stateOf(j) === null).length)
const moving = computed(() =>
  groups.value
    .flatMap(g => g.joints)
    .filter(j => !['solid', null].includes(stateOf(j)))
    .map(tagOf),
)
function feel(joint: Joint, state: Felt): void {
  selection.picked = joint.id
  store.tell({ do: 'feel-after', trouble: `joint:${joint.id}`, felt: { state, at: wallNow() } })
}
function allFirm(): void {
  for (const joint of groups.value.flatMap(g => g.joints).filter(j => stateOf(j) === null)) feel(joint, 'solid')
}
</script>

<template>
  <section v-if="groups.length > 0" aria-labelledby="feel-again" class="feel" :class="{ big }">
    <h2 id="feel-again">Clamps off, one at a time: does it move</h2>
    <div v-for="group in groups" :key="group.id" class="group">
      <h3 class="small soft">{{ group.title }}</h3>
      <div v-for="j in group.joints" :key="j.id" class="one">
        <ChoiceRow
          :label="`${tagOf(j)} ${jointName(piece, j)}`"
          :tone="stateOf(j) === 'solid' || stateOf(j) === null ? 'plain' : 'fault'"
          :items="FELT"
          :model-value="stateOf(j)"
          @update:model-value="feel(j, $event as Felt)"
        />
      </div>
    </div>
    <p v-if="left > 0">
      <FieldChipButton :label="moving.length > 0 ? `the other ${left} are firm` : 'all firm'" @click="allFirm" />
    </p>
    <p v-if="moving.length > 0" role="status">
      <strong>{{ moving.join(', ') }}</strong> {{ moving.length === 1 ? 'moves' : 'move' }} again: what follows from it,
      and the new date, stand on this page.
    </p>
  </section>
</template>

<style scoped>
.feel {
  display: grid;
  gap: 8px;
}
.group {
  display: grid;
  gap: 4px;
}
.one :deep(.choice) {
  grid-template-columns: minmax(180px, 1fr) auto;
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.big :deep(.chip) {
  min-height: 56px;
  font-size: 20px;
}
@media (max-width: 640px) {
  .one :deep(.choice) {
    grid-template-columns: 1fr;
  }
}
</style>
