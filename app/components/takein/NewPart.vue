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
const END_LABELS = ['From the', 'To the'] as const
const takeAt = (end: { at: number }) => (m: Measured) => {
  end.at = m.value
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
    <FieldLine label="Name">
      <UInput v-model="name" placeholder="left brace" maxlength="60" />
    </FieldLine>
    <FieldLine label="What it is">
      <PickOne v-model="role" :items="ROLES.map(r => ({ label: r.replaceAll('-', ' '), value: r }))" />
    </FieldLine>
    <FieldLine v-for="(end, i) in ends" :key="i" group :label="END_LABELS[i]!">
      <PickOne v-model="end.part" aria-label="Part" :items="partItems" />
      <LengthField
        dense
        :label="fromEnd(end.part)"
        :value="{ value: end.at, basis: 'assumed' }"
        :take="takeAt(end)"
      />
    </FieldLine>
    <ChoiceRow
      label="Shape"
      :items="[
        { label: 'rectangular', value: 'rectangle' },
        { label: 'round', value: 'round' },
      ]"
      :model-value="round"
      @update:model-value="round = String($event)"
    />
    <FieldLine group label="Section">
      <LengthField dense label="Thickness" :value="{ value: thick, basis: 'assumed' }" :take="takeThick" />
      <LengthField
        v-if="round !== 'round'"
        dense
        label="Height"
        :value="{ value: tall, basis: 'assumed' }"
        :take="takeTall"
      />
    </FieldLine>
    <FieldLine label="Joints">
      <PickOne
        :model-value="kind"
        :items="JOINT_KINDS.map(k => ({ label: FORMS[k].label, value: k }))"
        @update:model-value="kind = $event as JointKind"
      />
    </FieldLine>
    <FieldKeyButton slim label="Add it" class="go" @click="add" />
    <FieldRefusal :text="error" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  gap: 10px;
  border-left: 3px solid var(--ink);
  padding: 4px 0 8px 12px;
}
.go {
  justify-self: start;
}
</style>
