<script setup lang="ts">
import type { NetworkAnswer } from '#shared/door'
import { errorsOf } from '~/composables/useApi'

/** Where other devices open it, what stands in their way, and the passphrase they are asked for. */
/** The first address as a picture. */
const CODE = '/api/network/qr.svg?n=0'
const network = shallowRef<NetworkAnswer | null>(null)
const error = ref('')
const passphrase = ref('')
const said = ref('')
const busy = ref(false)
async function load(): Promise<void> {
  try {
    network.value = await $fetch<NetworkAnswer>('/api/network')
  }
  catch (e) {
    error.value = errorsOf(e)[''] ?? ''
  }
}
onMounted(load)

async function setPassphrase(): Promise<void> {
  busy.value = true
  said.value = ''
  try {
    await $fetch('/api/door/passphrase', { method: 'POST', body: { passphrase: passphrase.value } })
    passphrase.value = ''
    error.value = ''
    said.value = 'Set. Every other device is asked for it from now on.'
    await load()
  }
  catch (e) {
    error.value = errorsOf(e).passphrase ?? errorsOf(e)[''] ?? ''
  }
  busy.value = false
}
const devices = computed(() => {
  const many = network.value?.devices ?? 0
  return many === 0
    ? 'No device was let in yet.'
    : many === 1
      ? 'One device was let in.'
      : `${many} devices were let in.`
})
async function leave(): Promise<void> {
  await $fetch('/api/door', { method: 'DELETE' })
  location.assign('/door')
}
</script>

<template>
  <ShopSection v-if="network" id="network" heading="Other devices in the workshop">
    <p v-if="network.addresses.length === 0">
      It listens on this machine only. Started with <code>HOST=0.0.0.0</code> it can be opened from tablets and phones
      on the workshop’s network.
    </p>
    <div v-else class="where">
      <img
        :src="CODE"
        :alt="`The address ${network.addresses[0]} to be read by a camera`"
        width="132"
        height="132"
        class="code"
      >
      <div class="lines">
        <p>
          Open on the tablet: <strong class="measure">{{ network.addresses[0] }}</strong>
        </p>
        <p v-if="network.addresses.length > 1" class="small soft">or {{ network.addresses.slice(1).join(', ') }}</p>
        <p v-if="network.hasPassphrase" class="small">{{ devices }}</p>
      </div>
    </div>
    <UAlert
      v-if="network.addresses.length > 0 && !network.hasPassphrase"
      color="error"
      variant="outline"
      icon="i-lucide-triangle-alert"
      title="No passphrase is set: nobody on the network is let in."
      description="Set one below. It is asked for once on each device."
    />
    <UAlert
      v-if="network.addresses.length > 0 && !network.hasCertificate"
      color="neutral"
      variant="outline"
      icon="i-lucide-triangle-alert"
      title="Plain http: whoever listens on this network can overhear the passphrase and what is entered."
      description="Other devices cannot open a page without the server. ARREGLO_CERT and ARREGLO_KEY name a certificate and its key."
    />
    <form class="set" @submit.prevent="setPassphrase">
      <UFormField
        :label="network.hasPassphrase ? 'Another passphrase' : 'Passphrase'"
        :error="error || false"
        hint="ten letters at least, such as four words"
      >
        <UInput v-model="passphrase" type="text" autocomplete="off" name="new-passphrase" class="w-80" />
      </UFormField>
      <FieldKeyButton slim type="submit" :label="network.hasPassphrase ? 'Change it' : 'Set it'" :loading="busy" />
    </form>
    <p v-if="said" class="small" role="status">{{ said }}</p>
    <FieldKeyButton v-if="!network.isNear" slim label="Leave on this device" @click="leave" />
  </ShopSection>
</template>

<style scoped>
.where {
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  align-items: center;
}
.code {
  border: 1px solid var(--rule);
  background: #fff;
}
.lines {
  display: grid;
  gap: 4px;
}
.set {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: end;
}
</style>
