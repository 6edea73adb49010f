<script setup lang="ts">
import { useFileDialog } from '@vueuse/core'
import type { CopyRow, RestoredAnswer } from '#shared/copies'
import { errorsOf } from '~/composables/useApi'

/** Copies of all that is kept: made now, taken along, put back. */
const copies = shallowRef<readonly CopyRow[]>([])
const error = ref('')
const said = ref('')
const busy = ref('')
const asking = shallowRef<{ readonly what: string, readonly send: () => Promise<RestoredAnswer> } | null>(null)
const isAsking = computed({
  get: () => asking.value !== null,
  set: (yes) => {
    if (!yes) asking.value = null
  },
})

const KINDS: Readonly<Record<CopyRow['kind'], string>> = {
  'day': 'of the day',
  'by-hand': 'made by hand',
  'before-update': 'before an update',
  'replaced': 'replaced by a copy',
}
/** So many are shown until all are asked for. */
const FEW = 5
const isAll = ref(false)
const shown = computed(() => (isAll.value ? copies.value : copies.value.slice(0, FEW)))
const size = (bytes: number) =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} KB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`
const at = (iso: string) =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
const fileOf = (name: string) => `/api/copies/file?name=${encodeURIComponent(name)}`

async function load(): Promise<void> {
  try {
    copies.value = (await $fetch<{ copies: CopyRow[] }>('/api/copies')).copies
  }
  catch (e) {
    error.value = errorsOf(e)[''] ?? ''
  }
}
onMounted(load)

async function doing<T>(what: string, work: () => Promise<T>): Promise<T | undefined> {
  busy.value = what
  error.value = said.value = ''
  try {
    return await work()
  }
  catch (e) {
    error.value = Object.values(errorsOf(e)).join(' ')
  }
  finally {
    busy.value = ''
  }
}
async function make(): Promise<void> {
  const made = await doing('make', () => $fetch<{ pieces: number, photos: number }>('/api/copies', { method: 'POST' }))
  if (made) said.value = `A copy of ${made.pieces} pieces and ${made.photos} pictures is there.`
  await load()
}
const { open: choose, onChange, reset } = useFileDialog({ accept: '.db,application/vnd.sqlite3', multiple: false })
onChange((files) => {
  const file = files?.[0]
  if (!file) return
  asking.value = {
    what: `the file ${file.name}`,
    send: () =>
      $fetch<RestoredAnswer>('/api/copies/restore', {
        method: 'POST',
        body: file,
        headers: { 'content-type': 'application/octet-stream' },
      }),
  }
  reset()
})
const ask = (copy: CopyRow) => {
  asking.value = {
    what: `the copy ${KINDS[copy.kind]} from ${at(copy.at)}`,
    send: () => $fetch<RestoredAnswer>('/api/copies/restore', { method: 'POST', query: { name: copy.name } }),
  }
}
async function putBack(): Promise<void> {
  const sent = asking.value
  asking.value = null
  if (!sent) return
  const done = await doing('restore', sent.send)
  if (done) {
    said.value = `Put back: ${done.pieces} pieces and ${done.photos} pictures.${done.keptIn ? ` What was there is kept in ${done.keptIn}.` : ''}`
  }
  await load()
}
</script>

<template>
  <ShopSection id="copies" heading="Copies of everything">
    <p class="small soft">
      One a day is kept for a month beside the data, pictures and logs included. Keep one on another disk as well.
    </p>
    <div class="chips">
      <FieldKeyButton slim label="Make a copy now" :loading="busy === 'make'" @click="make" />
      <FieldKeyButton slim label="Put a file back" :loading="busy === 'restore'" @click="choose()" />
    </div>
    <FieldRefusal :text="error" />
    <p v-if="said" role="status">{{ said }}</p>
    <ul v-if="copies.length > 0" class="copies">
      <li v-for="copy in shown" :key="copy.name">
        <span>{{ KINDS[copy.kind] }}</span>
        <span class="measure">{{ at(copy.at) }}</span>
        <span class="measure">{{ size(copy.bytes) }}</span>
        <span class="chips">
          <UButton
            variant="link"
            color="neutral"
            :to="fileOf(copy.name)"
            external
            label="take it along"
            :aria-label="`Take along the copy ${KINDS[copy.kind]} from ${at(copy.at)}`"
          />
          <FieldChipButton
            label="put back"
            :aria-label="`Put back the copy ${KINDS[copy.kind]} from ${at(copy.at)}`"
            @click="ask(copy)"
          />
        </span>
      </li>
    </ul>
    <FieldKeyButton
      v-if="copies.length > FEW && !isAll"
      slim
      :label="`All ${copies.length} copies`"
      @click="isAll = true"
    />
    <UModal
      v-model:open="isAsking"
      title="Put a copy back"
      :description="`Everything goes back to ${asking?.what ?? ''}. What is here now is kept beside it.`"
    >
      <template #footer>
        <FieldKeyButton main label="Put it back" @click="putBack" />
        <FieldKeyButton label="Leave it" @click="isAsking = false" />
      </template>
    </UModal>
  </ShopSection>
</template>

<style scoped>
.copies {
  display: grid;
  width: 100%;
  max-width: 640px;
}
.copies li {
  display: grid;
  grid-template-columns: minmax(120px, 1fr) auto 80px auto;
  gap: 4px 16px;
  align-items: center;
  border-top: 1px solid var(--rule);
  padding: 4px 0;
}
@media (max-width: 640px) {
  .copies li {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
