<script setup lang="ts">
import { FAMILIES } from '#core/piece/families'
import { startPiece } from '#core/piece/shape'
import { orThrow } from '#core/measure/result'
import { errorsOf } from '~/composables/useApi'
import { newId, wallNow } from '~/composables/useDevice'
import SmallDrawing from '~/stand/SmallDrawing.vue'

useHead({ title: 'Start a piece · Arreglo' })
const title = ref('')
const error = ref('')
const busy = ref(false)
const samples = FAMILIES.map(f => ({ family: f, piece: orThrow(startPiece({ id: `sample-${f.id}`, title: f.label, family: f.id, takenInAt: '2026-01-01T08:00' })) }))
const slug = (text: string) => text.toLowerCase().normalize('NFKD').replace(/[^a-z0-9]+/g, '-').replace(/^-+|-+$/g, '').slice(0, 40)

async function start(family: string): Promise<void> {
  if (title.value.trim() === '') { error.value = 'Name the piece first, such as “Kitchen chair, blue paint”.'; return }
  busy.value = true
  try {
    const id = `${slug(title.value) || 'piece'}-${newId().slice(0, 6)}`
    await $fetch('/api/pieces', { method: 'POST', body: { id, title: title.value.trim(), family, takenInAt: wallNow() } })
    await navigateTo(stepPath(id, 'take-in'))
  }
  catch (e) { error.value = Object.values(errorsOf(e)).join(' ') }
  busy.value = false
}
</script>

<template>
  <main class="start">
    <h1>What is it?</h1>
    <div class="line"><label for="new-title">Name it</label><UInput id="new-title" v-model="title" placeholder="Kitchen chair, blue paint" class="w-96" autofocus :aria-invalid="error !== ''" @keydown.enter="start(FAMILIES[0]!.id)" /></div>
    <span v-if="error" class="field-error" role="alert">{{ error }}</span>
    <h2>Pick the drawing that looks like it</h2>
    <ul class="families"><li v-for="s in samples" :key="s.family.id"><button type="button" class="family" :disabled="busy" @click="start(s.family.id)"><SmallDrawing :piece="s.piece" :size="190" /><strong>{{ s.family.label }}</strong></button></li></ul>
    <p class="small soft">Other kinds of piece are not drawn yet: this version knows framed chairs.</p>
  </main>
</template>

<style scoped>
.start { padding: 24px; display: grid; gap: 14px; justify-items: start; }
.line { display: flex; flex-wrap: wrap; align-items: center; gap: 12px; }
.families { display: flex; flex-wrap: wrap; gap: 14px; }
.family { display: grid; justify-items: center; gap: 6px; padding: 14px 22px; background: var(--sheet); border: 1px solid var(--rule); border-radius: 4px; cursor: pointer; }
.family:hover { border-color: var(--ink); }
</style>
