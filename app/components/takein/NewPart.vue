<script setup lang="ts">
import { datumEnd } from '#core/piece/ends'
import { barBetween } from '#core/piece/new-part'
import { FORMS, JOINT_KINDS, type JointKind } from '#core/piece/joint-forms'
import { axisLengthMm } from '#core/piece/geometry'
import type { Measured } from '#core/measure/measured'
import { partName } from '#core/piece/names'

/** A part the family did not draw: from one part to another, with a joint at each end. */
const emit = defineEmits<{ done: [] }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const { pickedPart } = storeToRefs(useSelection())
const name = ref('')
const role = ref('stretcher')
const ends = reactive([
  { part: piece.value!.parts[0]!.id, at: 100 },
  { part: piece.value!.parts[1]!.id, at: 100 },
])
const round = ref('rectangle')
const [thick, tall] = [ref(20), ref(30)]
const kind = ref<JointKind>('mortise-and-tenon')
const error = ref('')
const ROLES = ['stretcher', 'rung', 'slat', 'spindle', 'corner-block', 'arm-post', 'brace'] as const
/** Lengths along a part are from its foot, or from the end it was drawn from. */
function fromEnd(id: string): string {
  const part = piece.value?.parts.find(p => p.id === id)
  return part ? `from its ${datumEnd(piece.value!, part)}` : 'from its end'
}
const partItems = computed(() => piece.value!.parts.map(p => ({ label: partName(piece.value!, p), value: p.id })))
const into = (target: Ref<number>) => (m: Measured) => {
  target.value = m.value
  return { ok: true as const, value: m }
}
const [takeThick, takeTall] = [into(thick), into(tall)]

function add(): void {
  const label = name.value.trim()
  if (label === '') {
    error.value = 'Name the part first, such as “left brace”.'
    return
  }
  const slug = label
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50)
  const [from, to] = ends.map((e) => {
    const part = piece.value!.parts.find(p => p.id === e.part)!
    return { part, along: Math.min(1, e.at / axisLengthMm(part)) }
  })
  const edits = barBetween(
    {
      id: slug || 'part',
      label,
      role: role.value,
      round: round.value === 'round',
      thicknessMm: thick.value,
      heightMm: tall.value,
      jointKind: kind.value,
      from: from!,
      to: to!,
    },
    piece.value!.shape.species,
  )
  if (!edits.ok) {
    error.value = edits.issues[0]!.message
    return
  }
  for (const edit of edits.value) {
    const told = store.tell({ do: 'edit-frame', edit })
    if (!told.ok) {
      error.value = told.issues[0]!.message
      return
    }
  }
  pickedPart.value = slug
  emit('done')
}
</script>

<template>
  <div v-if="piece" class="sheet">
    <div class="line">
      <label for="new-part">Name</label><UInput id="new-part" v-model="name" placeholder="left brace" maxlength="60" />
    </div>
    <div class="line">
      <label for="new-role">What it is</label>
      <PickOne id="new-role" v-model="role" :items="ROLES.map(r => ({ label: r.replaceAll('-', ' '), value: r }))" />
    </div>
    <div v-for="(end, i) in ends" :key="i" class="line">
      <label :for="`end-${i}`">{{ i === 0 ? 'From the' : 'To the' }}</label>
      <span class="end">
        <PickOne :id="`end-${i}`" v-model="end.part" :items="partItems" /><LengthField
          dense
          :label="fromEnd(end.part)"
          :value="{ value: end.at, basis: 'assumed' }"
          :take="
            m => {
              end.at = m.value
              return { ok: true, value: m }
            }
          "
        /></span>
    </div>
    <ChoiceRow
      label="Shape"
      :items="[
        { label: 'rectangular', value: 'rectangle' },
        { label: 'round', value: 'round' },
      ]"
      :model-value="round"
      @update:model-value="round = String($event)"
    />
    <div class="line">
      <span>Section</span>
      <span class="end">
        <LengthField
          dense
          label="Thickness"
          :value="{ value: thick, basis: 'assumed' }"
          :take="takeThick" /><LengthField
            v-if="round !== 'round'"
            dense
            label="Height"
            :value="{ value: tall, basis: 'assumed' }"
            :take="takeTall"
          /></span>
    </div>
    <div class="line">
      <label for="new-joint">Joints</label>
      <PickOne
        id="new-joint"
        :model-value="kind"
        :items="JOINT_KINDS.map(k => ({ label: FORMS[k].label, value: k }))"
        @update:model-value="kind = $event as JointKind"
      />
    </div>
    <FieldKeyButton slim label="Add it" class="go" @click="add" />
    <span v-if="error" class="field-error" role="alert">{{ error }}</span>
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-left: 3px solid var(--ink);
  padding: 4px 0 8px 12px;
}
.line {
  display: grid;
  grid-template-columns: 150px 1fr;
  gap: 4px 12px;
  align-items: center;
}
.end {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: start;
}
.go {
  justify-self: start;
}
@media (max-width: 640px) {
  .line {
    grid-template-columns: 1fr;
  }
}
</style>
