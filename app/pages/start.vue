<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { smallPicture } from '#core/drawing'
import { FAMILIES } from '#core/piece/families'
import { startPiece } from '#core/piece/shape'
import { orThrow } from '#core/measure/result'
import { errorsOf } from '~/composables/useApi'
import { newId, wallNow } from '~/composables/useDevice'
import SmallDrawing from '~/stand/SmallDrawing.vue'

useHead({ title: 'Start a piece · Arreglo' })
/** What was typed outlives a crash or a closed page until the piece is begun. */
const title = useLocalStorage('arreglo-draft-title', '')
const error = ref('')
const busy = ref(false)
const samples = FAMILIES.map((family) => {
  const { id, label: title } = family
  const piece = orThrow(startPiece({ id: `sample-${id}`, title, family: id, takenInAt: '2026-01-01T08:00' }))
  return { family, picture: smallPicture(piece) }
})
const slug = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40)
const grid = useTemplateRef<HTMLUListElement>('grid')

async function start(family: string): Promise<void> {
  if (title.value.trim() === '') {
    error.value = 'Name the piece first, such as “Kitchen chair, blue paint”.'
    return
  }
  busy.value = true
  try {
    const id = `${slug(title.value) || 'piece'}-${newId().slice(0, 6)}`
    await $fetch('/api/pieces', {
      method: 'POST',
      body: { id, title: title.value.trim(), family, takenInAt: wallNow() },
    })
    title.value = ''
    await navigateTo(stepPath(id, 'take-in'))
  }
  catch (e) {
    error.value = Object.values(errorsOf(e)).join(' ')
  }
  busy.value = false
}

/** Enter in the name goes to the drawings; the arrows walk them; the first letter of a kind jumps to it. */
function toDrawings(): void {
  if (title.value.trim() === '') {
    error.value = 'Name the piece first, such as “Kitchen chair, blue paint”.'
    return
  }
  error.value = ''
  grid.value?.querySelector<HTMLElement>('button')?.focus()
}
function walk(e: KeyboardEvent): void {
  const buttons = [...grid.value!.querySelectorAll<HTMLElement>('button')]
  const at = buttons.indexOf(document.activeElement as HTMLElement)
  const step = ({ ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 } as Record<string, number>)[e.key]
  const byLetter = /^[a-z]$/i.test(e.key)
    ? FAMILIES.findIndex((f, i) => i !== at && f.label.toLowerCase().startsWith(e.key.toLowerCase()))
    : -1
  const next = step !== undefined ? (at + step + buttons.length) % buttons.length : byLetter
  if (next < 0) return
  e.preventDefault()
  buttons[next]!.focus()
}

const fileIssues = ref<readonly { readonly path: string, readonly message: string }[]>([])
const fileError = ref('')
const LARGEST_BYTES = 4_000_000

async function takeFile(file: File): Promise<void> {
  fileIssues.value = []
  fileError.value = ''
  if (file.size > LARGEST_BYTES) {
    fileError.value = `“${file.name}” is ${Math.round(file.size / 1e6)} MB: no piece is larger than ${LARGEST_BYTES / 1e6} MB.`
  }
  else {
    try {
      const { piece } = await $fetch<{ piece: { id: string } }>('/api/pieces/import', {
        method: 'POST',
        body: await file.text(),
        headers: { 'content-type': 'application/json' },
      })
      await navigateTo(stepPath(piece.id, 'take-in'))
    }
    catch (failure) {
      const errors = Object.entries(errorsOf(failure))
      fileError.value = `“${file.name}” was not taken in; nothing was stored.`
      fileIssues.value = errors.map(([path, message]) => ({ path, message }))
    }
  }
}
</script>

<template>
  <main class="start">
    <h1>What is it?</h1>
    <FieldLine label="Name it" :error="error">
      <UInput
        v-model="title"
        placeholder="Kitchen chair, blue paint"
        class="w-96 max-w-full"
        autofocus
        maxlength="200"
        @keydown.enter.prevent="toDrawings"
      />
    </FieldLine>
    <h2 id="kinds">Pick the drawing that looks like it</h2>
    <ul ref="grid" class="families" aria-labelledby="kinds" @keydown="walk">
      <li v-for="s in samples" :key="s.family.id">
        <UButton variant="ghost" color="neutral" class="family" :disabled="busy" @click="start(s.family.id)">
          <SmallDrawing :picture="s.picture" :title="s.family.label" :size="150" /><strong>{{ s.family.label }}</strong>
          <span class="small soft">{{ s.family.looks }}</span>
        </UButton>
      </li>
    </ul>
    <section class="file" aria-labelledby="from-file">
      <h2 id="from-file">Or take in a piece file</h2>
      <FieldFile label="Choose a piece file" accept=".json,application/json" @take="takeFile" />
      <FieldRefusal :text="fileError" />
      <LazyFileIssues v-if="fileIssues.length > 0" :issues="fileIssues" />
    </section>
  </main>
</template>

<style scoped>
.start {
  padding: 20px 24px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  justify-items: start;
}
.start > * {
  min-width: 0;
  max-width: 100%;
}
.families {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(210px, 100%), 1fr));
  gap: 12px;
  width: 100%;
  max-width: 1180px;
}
.family {
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 4px;
  padding: 10px 14px 12px;
  width: 100%;
  height: 100%;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  font: inherit;
  color: var(--ink);
  white-space: normal;
  text-align: center;
}
.family:hover {
  border-color: var(--ink);
}
.file {
  position: relative;
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  width: 100%;
  max-width: 1180px;
  justify-items: start;
}
</style>
