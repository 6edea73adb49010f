<script setup lang="ts">
import { memberWords } from '#core/piece/set-words'
import { errorsOf } from '~/composables/useApi'
import { newId } from '~/composables/useDevice'
import { useQueue } from '~/composables/useQueue'

/** Whether the piece is one of several alike. What is told here of make and job is then told to all of them. */
const { piece } = storeToRefs(usePiece())
const of = ref(4)
const error = ref('')
const busy = ref(false)

async function make(): Promise<void> {
  busy.value = true
  error.value = ''
  try {
    await $fetch(`/api/pieces/${piece.value!.id}/set`, {
      method: 'POST',
      body: { of: of.value, entry: newId(), by: useQueue().device },
    })
  }
  catch (e) {
    error.value = Object.values(errorsOf(e)).join(' ')
  }
  busy.value = false
}
</script>

<template>
  <section v-if="piece" class="set" aria-labelledby="set">
    <h2 id="set">One of a set</h2>
    <p v-if="piece.set">
      This is {{ memberWords(piece) }}. Measurements, construction and the job are told to all of them; what is wrong is
      each one’s own. <NuxtLink :to="`/set/${piece.set.id}`" class="compare">Compare them</NuxtLink>
    </p>
    <div v-else class="make">
      <FieldLine label="How many alike, this one among them" class="count" :error="error">
        <FieldCount name="How many alike, this one among them" :value="of" @take="n => (of = n)" />
      </FieldLine>
      <FieldKeyButton slim label="Make it a set" :disabled="busy" @click="make" />
    </div>
  </section>
</template>

<style scoped>
.compare {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.set {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.make {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.count {
  --field-columns: auto auto;
  width: auto;
}
</style>
