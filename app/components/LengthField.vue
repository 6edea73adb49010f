<script setup lang="ts">
import { formatLength, parseLength } from '#core/measure/length'
import type { Measured } from '#core/measure/measured'
import type { Result } from '#core/measure/result'

/**
 * A length as people type it, in mm or inches whatever the switch says. What was typed stays until it is understood;
 * the field echoes how it was read. `take` gives the length on and may refuse it.
 */
const props = defineProps<{ label: string, value: Measured | null, take: (mm: number) => Result<unknown>, hint?: string, degrees?: boolean, clear?: () => void, dense?: boolean }>()
const { units } = useUnits()
const id = useId()
const typed = ref<string | null>(null)
const error = ref('')
const echo = ref('')

const shown = computed(() => {
  if (typed.value !== null) return typed.value
  if (!props.value) return ''
  return props.degrees ? `${Math.round(props.value.value * 10) / 10}` : formatLength(props.value.value, units.value)
})

function commit(): void {
  if (typed.value === null) return
  const text = typed.value.trim()
  if (text === '') { props.clear?.(); return done('') }
  const read = props.degrees ? readDegrees(text) : parseLength(text, units.value)
  if (!read.ok) { error.value = read.issues[0]!.message; return }
  const taken = props.take(read.value.mm)
  if (!taken.ok) { error.value = taken.issues[0]!.message; return }
  done(props.degrees ? '' : `read as ${read.value.readAs}, ${formatLength(read.value.mm, units.value === 'mm' ? 'in' : 'mm')}`)
}

function readDegrees(text: string): Result<{ mm: number, readAs: string }> {
  const degrees = Number(text.replace(',', '.').replace('°', ''))
  return Number.isFinite(degrees) ? { ok: true, value: { mm: degrees, readAs: text } } : { ok: false, issues: [{ path: '', code: 'not_degrees', message: 'type degrees such as 8 or 7.5.' }] }
}

function done(read: string): void {
  error.value = ''
  echo.value = read
  typed.value = null
}
</script>

<template>
  <div class="length-field" :class="{ dense }">
    <label :for="id">{{ label }}</label>
    <input
      :id="id" class="box measure" :value="shown" autocomplete="off" inputmode="text" :aria-invalid="error !== ''" :aria-describedby="`${id}-note`"
      :class="{ assumed: value?.basis === 'assumed' && typed === null }" @input="typed = ($event.target as HTMLInputElement).value" @keydown.enter.stop="commit" @blur="commit">
    <span :id="`${id}-note`" class="note">
      <span v-if="error" class="field-error" role="alert">{{ error }}</span>
      <span v-else-if="echo" class="small soft">{{ echo }}</span>
      <span v-else class="small soft"><template v-if="value?.basis === 'assumed'">assumed<template v-if="hint"> · </template></template>{{ hint }}</span>
    </span>
  </div>
</template>

<style scoped>
.length-field { display: grid; grid-template-columns: minmax(120px, 1fr) 150px; gap: 0 12px; align-items: center; align-content: start; }
.length-field label { grid-column: 1; }
.box { width: 150px; min-height: 40px; padding: 4px 10px; border: 1px solid var(--soft); border-radius: 4px; background: var(--sheet); color: var(--ink); }
.box[aria-invalid="true"] { border-width: 1px 1px 1px 4px; border-color: var(--ink); }
.note { grid-column: 1 / -1; min-height: 18px; line-height: 1.3; }
.box.assumed { color: var(--soft); font-style: italic; }
.dense { grid-template-columns: 1fr; }
.dense .box { width: 100%; }
</style>
