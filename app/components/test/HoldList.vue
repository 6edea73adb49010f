<script setup lang="ts">
import { holdsOf, WAYS_OUT } from '#core/hardware'
import { newHold } from '#core/piece/new-hold'
import type { Hold, HoldPlace } from '#core/piece/schema'
import { HOLD_FAULTS, HOLD_KINDS, HOLD_STATES, type HoldFault, type HoldKind } from '#core/piece/words'
import { newId } from '~/composables/useDevice'

/** What holds here besides glue, or sits here and comes off first: each with how it holds and what is wrong with it. */
const { on, heading } = defineProps<{ on: HoldPlace, heading: string }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const id = useId()

/** What is found in joints and breaks, and what sits on a part. */
const ON_PARTS: readonly HoldKind[] = ['castor', 'plate', 'covering', 'web', 'screw', 'nail', 'staple']
const SITS_ON_PARTS: ReadonlySet<HoldKind> = new Set(['castor', 'covering', 'web'])
const kinds = computed(() => (on.kind === 'part' ? ON_PARTS : HOLD_KINDS.filter(k => !SITS_ON_PARTS.has(k))))
const own = computed(() => piece.value?.holds.filter(h => h.on.kind === on.kind && h.on.id === on.id) ?? [])
const made = computed(() => {
  const joint = on.kind === 'joint' ? piece.value?.joints.find(j => j.id === on.id) : undefined
  return joint && piece.value ? holdsOf(piece.value, joint).filter(h => h.made) : []
})
const STATE_ITEMS = HOLD_STATES.map(value => ({ label: value.replaceAll('-', ' '), value }))
const FAULT_LABELS: Readonly<Record<HoldFault, string>> = {
  'stripped': 'thread stripped',
  'bent': 'bent',
  'snapped': 'snapped',
  'seized': 'seized',
  'split-wood': 'wood split round it',
  'crushed-wood': 'wood crushed under it',
  'worn': 'worn',
  'binds': 'binds',
}
const labelOf = (kind: HoldKind) => WAYS_OUT[kind].label
const add = (kind: HoldKind, state: Hold['state'] = 'not-looked') =>
  store.tell({ do: 'add-hold', hold: newHold(kind, `hold-${newId().slice(0, 8)}`, on, { state }) })
const change = (hold: Hold, facts: Partial<Hold>) => store.tell({ do: 'change-hold', hold: { ...hold, ...facts } })
const toggle = (hold: Hold, fault: HoldFault) =>
  change(hold, { faults: hold.faults.includes(fault) ? hold.faults.filter(f => f !== fault) : [...hold.faults, fault] })
</script>

<template>
  <div class="holds">
    <h2 :id="id" data-holds>{{ heading }}</h2>
    <ul v-if="own.length + made.length > 0" class="own">
      <li v-for="h in made" :key="h.id">
        <span
        >{{ h.count > 1 ? `${h.count} × ` : '' }}{{ labelOf(h.kind) }}
          <span class="small soft">by its make</span>
        </span>
        <span class="chips">
          <FieldChipButton label="holds" plain :aria-label="`${labelOf(h.kind)} holds`" @click="add(h.kind, 'holds')" />
          <FieldChipButton
            label="loose"
            plain
            :aria-label="`${labelOf(h.kind)} is loose`"
            @click="add(h.kind, 'loose')"
          />
          <FieldChipButton label="gone" plain :aria-label="`${labelOf(h.kind)} is gone`" @click="add(h.kind, 'gone')" />
        </span>
      </li>
      <li v-for="h in own" :key="h.id">
        <FieldChipButton
          :label="`${labelOf(h.kind)} ×`"
          pressed
          :aria-label="`Take off: ${labelOf(h.kind)}`"
          @click="store.tell({ do: 'remove-hold', hold: h.id })"
        />
        <span class="chips">
          <USelect
            :model-value="h.state"
            :items="STATE_ITEMS"
            value-key="value"
            class="w-36"
            :aria-label="`How the ${labelOf(h.kind)} holds`"
            @update:model-value="change(h, { state: $event })"
          />
          <FieldChipButton
            label="hidden"
            plain
            :pressed="h.hidden"
            :aria-label="`${labelOf(h.kind)} is hidden`"
            @click="change(h, { hidden: !h.hidden })"
          />
        </span>
        <span class="sizes">
          <LengthField
            dense
            :label="`Thickness of the ${labelOf(h.kind)}`"
            :value="h.diameterMm ?? null"
            :take="m => change(h, { diameterMm: m })"
            hint="shank or pin"
          />
          <LengthField
            dense
            :label="`Length of the ${labelOf(h.kind)}`"
            :value="h.lengthMm ?? null"
            :take="m => change(h, { lengthMm: m })"
          />
        </span>
        <FieldFold
          class="small"
          :label="h.faults.length > 0 ? h.faults.map(f => FAULT_LABELS[f]).join(', ') : 'anything wrong with it?'"
        >
          <div class="chips" role="group" :aria-label="`What is wrong with the ${labelOf(h.kind)}`">
            <FieldChipButton
              v-for="f in HOLD_FAULTS"
              :key="f"
              :label="FAULT_LABELS[f]"
              :pressed="h.faults.includes(f)"
              @click="toggle(h, f)"
            />
          </div>
        </FieldFold>
      </li>
    </ul>
    <div class="chips" role="group" :aria-labelledby="id">
      <FieldChipButton
        v-for="kind in kinds"
        :key="kind"
        v-memo="[kind]"
        :label="`+ ${labelOf(kind)}`"
        :aria-label="`Add: ${labelOf(kind)}`"
        @click="add(kind)"
      />
    </div>
  </div>
</template>

<style scoped>
.holds {
  display: grid;
  gap: 7px;
  align-content: start;
}
.own {
  display: grid;
  gap: 8px;
}
.own li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
  border-bottom: 1px solid var(--rule);
  padding-bottom: 6px;
}
.sizes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.wrong {
  flex-basis: 100%;
}
</style>
