<script setup lang="ts">
import { partOf, presentJoints } from '#core/piece/facts'
import type { ManyFact } from '#core/piece/commands/many'
import { METALS, OLD_GLUES } from '#core/piece/words'

/** What is so of many joints alike, told once: pinned or wedged, what they are glued with, brads in every rung. */
const store = usePiece()
const { piece } = storeToRefs(store)
const messages = useMessages()
const words = (id: string) => id.replaceAll('-', ' ')
const ALL = 'all'
const which = ref(ALL)
const what = ref('held:wooden-pin')
const refused = ref('')
const joints = computed(() => (piece.value ? [...presentJoints(piece.value)] : []))
const roleOf = (id: string) => partOf(piece.value!, id).role
const groups = computed(() => {
  const roles = new Map<string, number>()
  for (const j of joints.value) roles.set(roleOf(j.enters), (roles.get(roleOf(j.enters)) ?? 0) + 1)
  return [
    { label: `all ${joints.value.length} joints`, value: ALL },
    ...[...roles].map(([role, n]) => ({ label: `${n} of ${words(role)}s`, value: role })),
  ]
})
const chosen = computed(() => joints.value.filter(j => which.value === ALL || roleOf(j.enters) === which.value))
const FACTS = [
  // A tack is a brad with a head: it holds, and comes out, alike.
  ...METALS.map(kind => ({ label: kind === 'brad' ? 'brad or tack' : words(kind), value: `held:${kind}` })),
  { label: 'tenons wedged', value: 'wedged:yes' },
  ...OLD_GLUES.map(g => ({ label: `old glue: ${g === 'pva' ? 'PVA' : words(g)}`, value: `old-glue:${g}` })),
]
const fact = computed((): ManyFact => {
  const [is, id] = what.value.split(':') as [string, string]
  if (is === 'wedged') return { is, wedged: true }
  if (is === 'old-glue') return { is, glue: id as (typeof OLD_GLUES)[number] }
  return { is: 'held', kind: id as (typeof METALS)[number], state: 'not-looked', hidden: false }
})
function tell(): void {
  const told = store.tell({ do: 'tell-joints', joints: chosen.value.map(j => j.id), fact: fact.value })
  refused.value = told.ok ? '' : told.issues[0]!.message
  if (told.ok) messages.say(`Told of ${chosen.value.length} joints; one undo takes it back.`)
}
</script>

<template>
  <FieldFold label="The same of many joints at once">
    <div class="many">
      <PickOne v-model="what" :items="FACTS" aria-label="What is so" />
      <PickOne v-model="which" :items="groups" aria-label="Of which joints" />
      <FieldKeyButton slim :label="`Say it of ${chosen.length}`" @click="tell" />
    </div>
    <FieldRefusal :text="refused" />
  </FieldFold>
</template>

<style scoped>
.many {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
