<script setup lang="ts">
import { formatLength, parseLength } from '#core/measure/length'
import { measured, rangeOf, withReading, type Measured } from '#core/measure/measured'
import type { Result } from '#core/measure/result'
import { afterPress } from '~/composables/useAfterPress'
import { listenToInstrument } from '~/composables/useInstrument'

/**
 * A figure as people type it: a length in mm or inches whatever the switch says, degrees, per cent or a slope. What was
 * typed stays until it is understood; the field echoes how it was read. A plus in front adds a reading to those taken
 * before. An instrument on the bench types into the field that has the focus. `take` gives the figure on and may
 * refuse it;
 * `problem` is what does not fit about the figure that was taken, together with others.
 */
const props = defineProps<{
  label: string
  value: Measured | null
  take: (m: Measured) => Result<unknown>
  hint?: string
  unit?: 'mm' | 'deg' | '%' | '1 in'
  clear?: () => void
  dense?: boolean
  tryOut?: (m: Measured | null) => void
  problem?: string | undefined
}>()
const { units } = useUnits()
const id = useId()
const typed = ref<string | null>(null)
const error = ref('')
const echo = ref('')
const isLength = computed(() => (props.unit ?? 'mm') === 'mm')
const tidy = (x: number) => `${Math.round(x * 10) / 10}`
/** What a number without a unit is read as; it stands in the field for as long as none was typed. */
const SIGNS = { 'mm': '', 'deg': '°', '%': '%', '1 in': '' } as const
const sign = computed(() => {
  if (!isLength.value) return SIGNS[props.unit ?? 'mm']
  if (typed.value === null) return props.value ? '' : units.value
  return /[a-z"″'/⁄]/i.test(typed.value) ? '' : units.value
})
const written = (x: number) => (isLength.value ? formatLength(x, units.value) : tidy(x))
const shown = computed(() => typed.value ?? (props.value ? written(props.value.value) : ''))
const range = computed(() => (props.value ? rangeOf(props.value) : undefined))

/** What is typed so far, as far as it is a figure already, may be tried out before it is taken. */
function type(text: string): void {
  typed.value = text
  const read = isLength.value ? parseLength(text, units.value) : readNumber(text)
  props.tryOut?.(read.ok ? measured(read.value.mm) : null)
}

function commit(): void {
  if (typed.value === null) return
  const text = typed.value.trim()
  if (text === '') {
    props.clear?.()
    return done('')
  }
  const again = text.startsWith('+')
  const bare = again ? text.slice(1) : text
  const read = isLength.value ? parseLength(bare, units.value) : readNumber(bare)
  if (!read.ok) {
    error.value = read.issues[0]!.message
    return
  }
  give(
    read.value.mm,
    again,
    isLength.value
      ? `read as ${read.value.readAs}, ${formatLength(read.value.mm, units.value === 'mm' ? 'in' : 'mm')}`
      : '',
  )
}

function give(value: number, again: boolean, read: string): void {
  const taken = props.take(again ? withReading(props.value, value) : measured(value))
  if (taken.ok) done(again ? '' : read)
  else error.value = taken.issues[0]!.message
}

const WANTED = {
  'deg': 'degrees such as 8 or 7.5',
  '%': 'per cent such as 20',
  '1 in': 'a slope such as 12 for 1 in 12',
  'mm': '',
} as const
function readNumber(text: string): Result<{ mm: number, readAs: string }> {
  const value = Number(text.replace(',', '.').replace(/[°%]|^\s*1 in /g, ''))
  return text.trim() !== '' && Number.isFinite(value)
    ? { ok: true, value: { mm: value, readAs: text } }
    : { ok: false, issues: [{ path: '', code: 'not_a_number', message: `type ${WANTED[props.unit ?? 'mm']}.` }] }
}

function done(read: string): void {
  props.tryOut?.(null)
  error.value = ''
  echo.value = read
  typed.value = null
}

const isAssumed = computed(() => props.value?.basis === 'assumed' && typed.value === null)
const isOpen = computed(() => props.value === null || props.value.basis === 'assumed')

async function enter(event: KeyboardEvent): Promise<void> {
  const field = event.target as HTMLInputElement
  commit()
  if (error.value === '') await goOnFrom(field)
}
/** What was typed is dropped, and the hand is free again. */
function escape(event: KeyboardEvent): void {
  done(echo.value)
  leave(event.target as HTMLInputElement)
}

const instrument = listenToInstrument((valueMm) => {
  if (isLength.value) {
    give(valueMm, false, `from the caliper, ${formatLength(valueMm, units.value === 'mm' ? 'in' : 'mm')}`)
  }
})

/** What is measured next goes here, and what is typed replaces what stands here. */
function pickUp(event: FocusEvent): void {
  instrument.hold()
  ;(event.target as HTMLInputElement).select()
}
function putDown(): void {
  instrument.leave()
  afterPress(commit)
}
</script>

<template>
  <div class="length-field" :class="{ dense }" :data-entry="isOpen ? 'open' : 'told'">
    <label :for="id">{{ label }}</label>
    <UInput
      :id="id"
      :model-value="shown"
      autocomplete="off"
      inputmode="text"
      class="box-around"
      :ui="{ base: `box measure ${unit === '1 in' ? 'after-sign' : ''} ${isAssumed ? 'assumed' : ''}` }"
      :aria-invalid="error !== '' || Boolean(problem)"
      :aria-describedby="`${id}-note`"
      @update:model-value="text => type(String(text))"
      @keydown.enter.stop.prevent="enter"
      @keydown.esc="escape"
      @focus="pickUp"
      @blur="putDown"
    >
      <template v-if="unit === '1 in'" #leading><span class="sign" aria-hidden="true">1 in</span></template>
      <template v-if="sign" #trailing><span class="sign" aria-hidden="true">{{ sign }}</span></template>
    </UInput>
    <span :id="`${id}-note`" class="note">
      <span v-if="error || (problem && typed === null)" class="field-error" role="alert">{{ error || problem }}</span>
      <span v-else-if="echo" class="small soft">{{ echo }}</span>
      <span v-else-if="range" class="small soft"
      >mean of {{ value!.readings!.length }}, {{ written(range.low) }} to {{ written(range.high) }}</span
      >
      <span v-else class="small soft">
        <template v-if="value?.basis === 'assumed'">assumed<template v-if="hint"> · </template>
        </template>{{ hint }}</span
      >
    </span>
  </div>
</template>

<style scoped>
.sign {
  font: 14px var(--font-mono);
  color: var(--soft);
}
.length-field {
  display: grid;
  grid-template-columns: minmax(120px, 1fr) 150px;
  gap: 0 12px;
  align-items: center;
  align-content: start;
}
.length-field label {
  grid-column: 1;
}
.box-around {
  width: 150px;
}
.length-field :deep(.box[aria-invalid='true']) {
  border-left: 4px solid var(--ink);
}
.note {
  grid-column: 1 / -1;
  min-height: 18px;
  line-height: 1.3;
}
.length-field :deep(.box.assumed) {
  color: var(--soft);
  font-style: italic;
}
.dense {
  grid-template-columns: 1fr;
}
.dense .box-around {
  width: 100%;
}
</style>
