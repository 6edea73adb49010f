<script setup lang="ts">
import { sectionAt } from '#core/piece/geometry'
import { FORMS, formWords, JOINT_KINDS, sizesOf, usualForm, type JointKind } from '#core/piece/joint-forms'
import { partOf, tagOf } from '#core/piece/facts'
import type { Measured } from '#core/measure/measured'
import type { Result } from '#core/measure/result'
import type { Edit, Joint } from '#core/piece/schema'
import { jointName, nameOf } from '#core/piece/names'

/** One joint of a part: its kind, what is special about it, its sizes, and whose hole it shares. */
const { joint, edit } = defineProps<{ joint: Joint, edit: (change: Edit) => Result<unknown> }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const neighbours = computed(() => piece.value!.joints.filter(j => j.receives === joint.receives && j.id !== joint.id))
const kinds = JOINT_KINDS.map(k => ({ label: FORMS[k].label, value: k }))
const sharers = computed(() => [
  { label: 'none', value: '' },
  ...neighbours.value.map(n => ({ label: `J${n.number} ${jointName(piece.value!, n)}`, value: n.id })),
])

const SPECIAL = {
  'mortise-and-tenon': ['through', 'wedged', 'haunched', 'pinned'],
  'round-tenon': ['through', 'wedged'],
} as const
const special = computed<readonly string[]>(() =>
  joint.form.kind in SPECIAL ? SPECIAL[joint.form.kind as keyof typeof SPECIAL] : [],
)
const fields = computed(() => joint.form as unknown as Readonly<Record<string, Measured | boolean | undefined>>)
const sizeOf = (key: string) => (key === 'depthMm' ? joint.depthMm : (fields.value[key] as Measured))

const sharer = computed(() => neighbours.value.find(n => n.id === joint.shares))
const orderItems = computed(() => [
  { label: 'not looked', value: 'not-seen' },
  { label: 'this one goes in last', value: 'last' },
  { label: `${sharer.value ? tagOf(sharer.value) : 'the other'} goes in last`, value: 'first' },
])
const order = computed(() => (joint.passes === undefined ? 'not-seen' : joint.passes ? 'last' : 'first'))

function retype(kind: string): void {
  const { widthMm, depthMm } = sectionAt(partOf(piece.value!, joint.enters), 0)
  edit({ do: 'change-joint', joint: joint.id, form: usualForm(kind as JointKind, widthMm, depthMm) })
}
const toggle = (key: string) =>
  edit({
    do: 'change-joint',
    joint: joint.id,
    form: { ...joint.form, [key]: fields.value[key] !== true } as Joint['form'],
  })
</script>

<template>
  <FieldFold
    v-if="piece"
    class="joint"
    :label="`${tagOf(joint)} into the ${nameOf(piece, joint.receives)}: ${formWords(joint.form)}`"
  >
    <FieldLine label="Kind">
      <PickOne :model-value="joint.form.kind" :items="kinds" @update:model-value="retype" />
    </FieldLine>
    <div v-if="special.length > 0" class="chips" role="group" aria-label="What is special about it">
      <FieldChipButton
        v-for="key in special"
        :key="key"
        plain
        :label="key"
        :pressed="fields[key] === true"
        @click="toggle(key)"
      />
    </div>
    <div class="fields">
      <LengthField
        v-for="s in sizesOf(joint)"
        :key="s.key"
        dense
        :label="s.label"
        :value="sizeOf(s.key)"
        :take="m => store.tell({ do: 'measure-joint', joint: joint.id, size: s.key, measure: m })"
      />
    </div>
    <FieldLine v-if="neighbours.length > 0" label="Shares its hole with">
      <PickOne
        :model-value="joint.shares ?? ''"
        :items="sharers"
        @update:model-value="edit({ do: 'change-joint', joint: joint.id, shares: $event || null })"
      />
    </FieldLine>
    <ChoiceRow
      v-if="joint.shares"
      label="In the shared hole"
      :items="orderItems"
      :model-value="order"
      @update:model-value="
        edit({ do: 'change-joint', joint: joint.id, passes: $event === 'not-seen' ? null : $event === 'last' })
      "
    />
  </FieldFold>
</template>

<style scoped>
.joint > * + * {
  margin-top: 6px;
}
</style>
