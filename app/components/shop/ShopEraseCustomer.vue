<script setup lang="ts">
import type { ErasedAnswer } from '#shared/wire'
import { errorsOf } from '~/composables/useApi'
import { copiesInWords } from '~/composables/useErased'

/** Everything of one customer goes for good: pieces, logs, pictures. */
const customers = shallowRef<readonly { readonly customer: string, readonly pieces: number }[]>([])
const chosen = ref<string>()
const isAsking = ref(false)
const error = ref('')
const said = ref('')
const items = computed(() =>
  customers.value.map(c => ({
    label: `${c.customer}, ${c.pieces === 1 ? 'one piece' : `${c.pieces} pieces`}`,
    value: c.customer,
  })),
)
const count = computed(() => customers.value.find(c => c.customer === chosen.value)?.pieces ?? 0)
async function load(): Promise<void> {
  customers.value = (
    await $fetch<{ customers: { customer: string, pieces: number }[] }>('/api/customers').catch(() => ({
      customers: [],
    }))
  ).customers
}
onMounted(load)

async function erase(): Promise<void> {
  isAsking.value = false
  try {
    const erased = await $fetch<ErasedAnswer>('/api/customers/erase', {
      method: 'POST',
      body: { customer: chosen.value },
    })
    error.value = ''
    said.value = `${erased.pieces.length === 1 ? 'One piece is' : `${erased.pieces.length} pieces are`} erased. ${copiesInWords(erased.copies)}`
    chosen.value = undefined
    await load()
  }
  catch (e) {
    error.value = Object.values(errorsOf(e)).join(' ')
  }
}
</script>

<template>
  <ShopSection v-if="items.length > 0 || said" id="erase" heading="Erase a customer">
    <p class="small soft">
      Every piece of theirs goes for good, with its log and pictures. One piece alone is erased on its Record page.
    </p>
    <div class="chips">
      <USelectMenu
        v-model="chosen"
        value-key="value"
        :items="items"
        placeholder="whose pieces"
        aria-label="Customer to erase"
        class="w-72"
      />
      <FieldKeyButton slim label="Erase" :disabled="!chosen" @click="isAsking = true" />
    </div>
    <FieldRefusal :text="error" />
    <p v-if="said" role="status">{{ said }}</p>
    <UModal
      v-model:open="isAsking"
      title="Erase for good"
      :description="`${count === 1 ? 'One piece' : `${count} pieces`} of ${chosen ?? ''}, with everything that was found, done and photographed. This cannot be undone.`"
    >
      <template #footer>
        <FieldKeyButton main label="Erase for good" @click="erase" />
        <FieldKeyButton label="Keep" @click="isAsking = false" />
      </template>
    </UModal>
  </ShopSection>
</template>
