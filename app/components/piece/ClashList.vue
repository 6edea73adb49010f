<script setup lang="ts">
import type { Clash } from '~/logic/rebase'
import { useQueue } from '~/composables/useQueue'

/** What this device gave and what stands against it, side by side, until somebody decides. What stands is the newer. */
const { clashes } = defineProps<{ clashes: readonly Clash[] }>()
const sync = useSync()
const { text } = useUnits()

const erased = computed(() => clashes.filter(c => c.why === 'erased'))
const open = computed(() => clashes.filter(c => c.why !== 'erased'))
const said = (clash: Clash) => text(clash.mine)
const when = (at: string) =>
  new Date(at).toLocaleString('en', { weekday: 'short', hour: '2-digit', minute: '2-digit', hour12: false })
const copied = ref('')
async function copy(): Promise<void> {
  const lines = erased.value.map(said).join('\n')
  try {
    await navigator.clipboard.writeText(lines)
    copied.value = 'Copied.'
  }
  catch {
    copied.value = 'Mark the lines and copy them by hand: this page may not.'
  }
}
function drop(): void {
  for (const c of erased.value) sync.decide(c.waiting.entry.id, 'theirs')
}
</script>

<template>
  <section class="clash-list" role="alert" aria-labelledby="clash-head">
    <template v-if="open.length > 0">
      <p id="clash-head">
        <strong>Somebody else changed this piece.</strong> Theirs stands until you decide; nothing of either is lost.
      </p>
      <ul>
        <li v-for="clash in open" :key="clash.waiting.entry.id">
          <dl>
            <dt>From here</dt>
            <dd>
              {{ said(clash) }} <span class="small soft">{{ when(clash.waiting.entry.at) }}</span>
            </dd>
            <template v-for="their in clash.theirs" :key="their.at">
              <dt>There now</dt>
              <dd>
                {{ text(their.said) }}
                <span class="small soft"
                >{{ their.by === useQueue().device ? 'this device' : 'another device' }}, {{ when(their.at) }}</span
                >
              </dd>
            </template>
            <template v-if="clash.reason">
              <dt>Not taken</dt>
              <dd>{{ clash.reason }}</dd>
            </template>
          </dl>
          <div class="chips">
            <FieldKeyButton slim label="Leave what stands" @click="sync.decide(clash.waiting.entry.id, 'theirs')" />
            <FieldKeyButton
              slim
              :label="clash.why === 'newer' ? 'Put mine over it' : 'Try mine again'"
              @click="sync.decide(clash.waiting.entry.id, 'mine')"
            />
          </div>
        </li>
      </ul>
    </template>
    <template v-if="erased.length > 0">
      <p>
        <strong
        >This piece was erased while {{ erased.length }} {{ erased.length === 1 ? 'change' : 'changes' }} waited
          here.</strong
        >
        Copy what you want to keep; then it goes.
      </p>
      <ul>
        <li v-for="clash in erased" :key="clash.waiting.entry.id">{{ said(clash) }}</li>
      </ul>
      <div class="chips">
        <FieldKeyButton slim label="Copy" @click="copy" />
        <FieldKeyButton slim label="Let it go" @click="drop" />
        <span v-if="copied" class="small" role="status">{{ copied }}</span>
      </div>
    </template>
  </section>
</template>

<style scoped>
.clash-list {
  border: 1px solid var(--ink);
  border-left-width: 4px;
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
li {
  display: grid;
  gap: 6px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}
dl {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 2px 10px;
}
dt {
  color: var(--soft);
  font-size: 13px;
}
</style>
