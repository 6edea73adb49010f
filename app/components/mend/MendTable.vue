<script setup lang="ts">
import { workFigures } from '#core/mend'
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
const fitting = computed(() => options.filter(o => o.verdict.fits))
const lost = computed(() => options.find(o => o.id === wanted && !o.verdict.fits))
const refused = computed(() => options.filter(o => !o.verdict.fits))
/** So many reasons are read at a glance; the rest is folded. */
const AT_ONCE = 2
const UNDO = { yes: 'comes undone', partly: 'in part', no: 'cannot' } as const

function holdWords({ verdict }: MendOption): string {
  if (!verdict.fits) return ''
  return holdClass(verdict.hold.low, verdict.hold.high)
}
</script>

<template>
  <div class="mends">
    <p v-if="lost" role="alert" class="small lost">
      <strong>You chose {{ lost.label.toLowerCase() }}.</strong> It no longer can be:
      <PhraseText :phrase="lost.verdict.reason" />.
      <FieldChipButton plain label="leave it to the plan" @click="emit('choose', null)" />
    </p>
    <table v-if="fitting.length > 0" class="rows options">
      <thead>
        <tr>
          <th>Mend</th>
          <th>Holds</th>
          <th>Undo</th>
          <th>Wood lost</th>
          <th>Time</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="option in fitting" :key="option.id">
          <tr v-if="option.verdict.fits" :class="{ chosen: option.id === chosen }">
            <td>
              <button
                type="button"
                class="pick"
                :class="{ blue: option.id === chosen }"
                :aria-pressed="option.id === chosen"
                @click="emit('choose', picked && option.id === chosen ? null : option.id)"
              >
                {{ option.label }}
              </button>
              <span class="small reason"><PhraseText :phrase="option.verdict.reason" /></span>
            </td>
            <td>{{ holdWords(option) }}</td>
            <td>{{ UNDO[option.undo] }}</td>
            <td><FigureValue :figure="workFigures(option.verdict).removed" label="Wood lost" /></td>
            <td><FigureValue :figure="workFigures(option.verdict).minutes" label="Time" /></td>
          </tr>
        </template>
      </tbody>
    </table>
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
      <details v-if="refused.length > AT_ONCE">
        <summary>{{ refused.length - AT_ONCE }} more</summary>
        <ul>
          <li v-for="o in refused.slice(AT_ONCE)" :key="o.id">
            {{ o.label }}: <PhraseText :phrase="o.verdict.reason" />
          </li>
        </ul>
      </details>
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
.options td:first-child {
  padding-left: 10px;
  border-left: 3px solid transparent;
  width: 46%;
}
.options tr.chosen td {
  background: var(--blue-wash);
}
.options tr.chosen td:first-child {
  border-left-color: var(--blue);
}
.pick {
  display: block;
  background: none;
  border: 0;
  padding: 0;
  font-weight: 700;
  cursor: pointer;
  text-align: left;
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
.refused summary {
  cursor: pointer;
  min-height: 24px;
  text-decoration: underline;
  text-underline-offset: 3px;
}
.refused li {
  padding: 2px 0;
}
@media (max-width: 640px) {
  .options thead {
    display: none;
  }
  .options tr {
    display: flex;
    flex-wrap: wrap;
    border-bottom: 1px solid var(--rule);
  }
  .options td {
    border: 0;
    padding: 4px 10px 4px 0;
  }
  .options td:first-child {
    width: 100%;
  }
}
</style>
