<script setup lang="ts">
import { errorsOf } from '~/composables/useApi'
import { lookAtDoor, useDoor } from '~/composables/useDoor'

/** The one page a device sees that was not let in. */
definePageMeta({ layout: false })
useHead({ title: 'Passphrase · Arreglo' })
const door = useDoor()
const route = useRoute()
const passphrase = ref('')
const error = ref('')
const busy = ref(false)
const isShown = ref(false)
onMounted(async () => {
  if (!door.value) await lookAtDoor()
})

/** Where it was on its way to; never another site. */
const onward = computed(() => {
  const to = String(route.query.to ?? '/')
  return /^\/(?![/\\])/.test(to) ? to : '/'
})

async function enter(): Promise<void> {
  if (passphrase.value.trim() === '') {
    error.value = 'Type the passphrase of the workshop.'
    return
  }
  busy.value = true
  try {
    await $fetch('/api/door', { method: 'POST', body: { passphrase: passphrase.value } })
    // Everything starts anew, as for a page just opened.
    location.assign(onward.value)
  }
  catch (e) {
    const errors = errorsOf(e)
    error.value = errors.passphrase ?? errors[''] ?? 'That did not work: try again.'
    busy.value = false
  }
}
</script>

<template>
  <main class="door">
    <p class="name">Arreglo</p>
    <template v-if="door && !door.hasPassphrase">
      <h1>This workshop lets nobody in from the network yet</h1>
      <p>No passphrase is set. Set one on the Shop page of the machine it runs on, then try again.</p>
      <FieldKeyButton main label="Try again" @click="lookAtDoor" />
    </template>
    <form v-else class="ask" @submit.prevent="enter">
      <h1>The workshop’s passphrase</h1>
      <UFormField label="Passphrase" :error="error || false">
        <UInput
          v-model="passphrase"
          :type="isShown ? 'text' : 'password'"
          name="passphrase"
          autocomplete="current-password"
          autofocus
          class="w-full"
          size="xl"
        />
      </UFormField>
      <USwitch v-model="isShown" label="Show what I type" />
      <FieldKeyButton main type="submit" label="Enter" :loading="busy" />
    </form>
    <p v-if="door && !door.isSecure" class="small soft">
      This page came over plain http: whoever listens on this network can overhear what you type. Pages do not open here
      without the server.
    </p>
  </main>
</template>

<style scoped>
.door {
  max-width: 420px;
  margin: 12dvh auto 0;
  padding: 0 20px;
  display: grid;
  gap: 18px;
  align-content: start;
}
.name {
  font: 700 21px var(--font-display);
  letter-spacing: -0.02em;
}
.ask {
  display: grid;
  gap: 14px;
  justify-items: stretch;
}
</style>
