<script setup lang="ts">
/**
 * What waits on this device for other pieces than the one in front, what clashes there, and what the device would not
 * keep.
 */
const sync = useSync()
const route = useRoute()
const here = computed(() =>
  route.path.startsWith('/piece/') || route.path.startsWith('/bench/') ? String(route.params.id ?? '') : '',
)
const others = computed(() => sync.status.waiting.filter(w => w.pieceId !== here.value))
const clashing = computed(() => {
  const titles = new Map(
    sync.status.clashes.filter(c => c.waiting.pieceId !== here.value).map(c => [c.waiting.pieceId, c.waiting.title]),
  )
  return [...titles].map(([pieceId, title]) => ({ pieceId, title, count: sync.clashesOf(pieceId).length }))
})
const changes = (n: number) => (n === 1 ? '1 change' : `${n} changes`)

/** What is sent within the moment is not worth a line. */
const SHOWN_AFTER_MS = 1500
const isLasting = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  () => others.value.length > 0,
  (any) => {
    clearTimeout(timer)
    isLasting.value = false
    if (any) {
      timer = setTimeout(() => {
        isLasting.value = true
      }, SHOWN_AFTER_MS)
    }
  },
  { immediate: true },
)
onScopeDispose(() => clearTimeout(timer))
const { status } = storeToRefs(sync)
/** The server cannot write: its disk is full, or not its own. */
const NOT_KEPT = 507
const hasNoRoom = computed(() => [...status.value.denied.values()].includes(NOT_KEPT))
const isShown = computed(
  () =>
    hasNoRoom.value
    || (isLasting.value && others.value.length > 0)
    || clashing.value.length > 0
    || status.value.notKept > 0
    || status.value.damaged > 0,
)
</script>

<template>
  <div v-if="isShown" class="sync-notes no-print small" role="status" data-testid="sync-notes">
    <strong v-if="hasNoRoom"
    >The server cannot write: its disk is full or shut. What is entered is kept on this device and sent once there is
      room.</strong
    >
    <template v-if="isLasting">
      <span v-for="w in others" :key="w.pieceId"
      >{{ changes(w.count) }} of <NuxtLink :to="stepPath(w.pieceId, 'test')">{{ w.title }}</NuxtLink>
        {{ w.count === 1 ? 'waits' : 'wait' }} here<template v-if="status.denied.has(w.pieceId)"
        >: the server does not take {{ w.count === 1 ? 'it' : 'them' }} now ({{
          status.denied.get(w.pieceId)
        }})</template
        >.</span
      >
    </template>
    <span v-for="c in clashing" :key="c.pieceId"
    >{{ changes(c.count) }} of <NuxtLink :to="stepPath(c.pieceId, 'test')">{{ c.title }}</NuxtLink>
      {{ c.count === 1 ? 'wants' : 'want' }} a decision.</span
    >
    <span v-if="status.notKept > 0"
    >This device keeps nothing more: {{ changes(status.notKept) }} {{ status.notKept === 1 ? 'is' : 'are' }} in this
      tab only. Leave it open until {{ status.notKept === 1 ? 'it is' : 'they are' }} saved.</span
    >
    <span v-if="status.damaged > 0">{{ changes(status.damaged) }} kept on this device cannot be read any more.</span>
  </div>
</template>

<style scoped>
.sync-notes {
  grid-row: 2;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--rule);
  border-left: 4px solid var(--ink);
  background: var(--sheet);
}
a {
  text-decoration: underline;
  text-underline-offset: 3px;
}
</style>
