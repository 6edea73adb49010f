<script setup lang="ts">
import { losesNoWood, workFigures } from '#core/mend'
import { holdClass, type MendOption } from '#core/plan'

/**
 * The mends of one trouble: those that fit side by side, the others in one folded line with the reason against each.
 */
const {
  options,
  chosen,
  picked,
  wanted = null,
} = defineProps<{
  options: readonly MendOption[]
  chosen: string | null
  picked: boolean
  /** What the repairer picked, whether or not it still fits. */
  wanted?: string | null
}>()
const emit = defineEmits<{ choose: [mend: string | null] }>()
const COLUMNS = [
  { id: 'mend', label: 'Mend' },
  { id: 'holds', label: 'Holds' },
  { id: 'undo', label: 'Undo' },
  { id: 'lost', label: 'Wood lost' },
  { id: 'time', label: 'Time' },
]
const fitting = computed(() =>
  options.flatMap(option => (option.verdict.fits ? [{ option, work: option.verdict }] : [])),
)
const lost = computed(() => options.find(o => o.id === wanted && !o.verdict.fits))
const refused = computed(() => options.filter(o => !o.verdict.fits))
/** So many reasons are read at a glance; the rest is folded. */
const AT_ONCE = 2
const UNDO = { yes: 'comes undone', partly: 'in part', no: 'cannot' } as const
</script>

<template>
  <div class="mends">
    <p v-if="lost" role="alert" class="small lost">
      <strong>You chose {{ lost.label.toLowerCase() }}.</strong> It no longer can be:
      <PhraseText :phrase="lost.verdict.reason" />.
      <FieldChipButton plain label="leave it to the plan" @click="emit('choose', null)" />
    </p>
    <FieldTable
      v-if="fitting.length > 0"
      label="Mends that would do"
      :columns="COLUMNS"
      :rows="fitting"
      :id-of="f => f.option.id"
      :class-of="f => (f.option.id === chosen ? 'chosen' : '')"
    >
      <template #mend="{ row: { option, work } }">
        <UButton
          variant="link"
          color="neutral"
          class="pick"
          :class="{ blue: option.id === chosen }"
          :label="option.label"
          :aria-pressed="option.id === chosen"
          @click="emit('choose', picked && option.id === chosen ? null : option.id)"
        />
        <span class="small reason"><PhraseText :phrase="work.reason" /></span>
      </template>
      <template #holds="{ row: { work } }">{{ holdClass(work.hold.low, work.hold.high) }}</template>
      <template #undo="{ row: { option } }">{{ UNDO[option.undo] }}</template>
      <template #lost="{ row: { option, work } }">
        <template v-if="losesNoWood(work.removedCm3)">none</template>
        <FigureValue v-else :figure="workFigures(work).removed" :label="`Wood lost, ${option.short}`" />
      </template>
      <template #time="{ row: { option, work } }">
        <FigureValue :figure="workFigures(work).minutes" :label="`Time, ${option.short}`" />
      </template>
    </FieldTable>
    <p v-if="chosen" class="small soft">
      {{
        picked
          ? 'Your choice. Press it again to leave it to the plan.'
          : 'The plan’s choice, by school and by what has to open. Press another to take it.'
      }}
    </p>
    <div v-if="refused.length > 0" class="refused small">
      <strong>Not here: </strong>
      <span v-for="(o, i) in refused.slice(0, AT_ONCE)" :key="o.id"
      >{{ o.label.toLowerCase() }}, <PhraseText :phrase="o.verdict.reason" /><template
        v-if="i < Math.min(refused.length, AT_ONCE) - 1"
      >
        ·
      </template>
      </span>
      <FieldFold v-if="refused.length > AT_ONCE" :label="`${refused.length - AT_ONCE} more`">
        <ul>
          <li v-for="o in refused.slice(AT_ONCE)" :key="o.id">
            {{ o.label }}: <PhraseText :phrase="o.verdict.reason" />
          </li>
        </ul>
      </FieldFold>
    </div>
  </div>
</template>

<style scoped>
.mends {
  display: grid;
  gap: 8px;
}
.lost {
  border-left: 3px solid var(--red);
  padding-left: 10px;
}
.mends :deep(td:first-child) {
  padding-left: 10px;
  border-left: 3px solid transparent;
  width: 46%;
}
.mends :deep(.chosen) {
  background: var(--blue-wash);
}
.mends :deep(tr.chosen td:first-child),
.mends :deep(li.chosen) {
  border-left: 3px solid var(--blue);
}
.mends :deep(li.chosen) {
  padding-left: 10px;
}
.pick {
  display: block;
  padding: 0;
  font: inherit;
  font-weight: 700;
  text-align: left;
  white-space: normal;
  min-height: 28px;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-thickness: 1px;
}
.reason {
  display: block;
}
.refused {
  border-bottom: 1px solid var(--rule);
  padding: 0 0 8px 10px;
  color: var(--soft);
}
.refused li {
  padding: 2px 0;
}
</style>
