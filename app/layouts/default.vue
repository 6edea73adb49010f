<script setup lang="ts">
import { memberWords } from '#core/piece/sets'

const { settings } = storeToRefs(useShop())
const { units } = storeToRefs(useDevice())
const { piece } = storeToRefs(usePiece())
const sync = useSync()
const route = useRoute()
const colorMode = useColorMode()
/** What the server answers that cannot write: its disk is full or not its own. */
const DISK_FULL = 507
const onPiece = computed(() => route.path.startsWith('/piece/') || route.path.startsWith('/bench/'))
const dark = computed(() => colorMode.value === 'dark')
const savedWords = computed(() => {
  if (!piece.value) return ''
  const waiting = sync.waitingFor(piece.value.id)
  const { isReady, reach, denied, notKept } = sync.status
  if (!isReady) return ''
  if (reach === 'offline') {
    return waiting > 0
      ? `offline, ${notKept > 0 ? `${waiting} in this tab` : `${sync.keptFor(piece.value.id)} kept here`}`
      : 'offline'
  }
  if (waiting > 0 && denied.get(piece.value.id) === DISK_FULL) return `${waiting} kept here: the server has no room`
  if (waiting > 0 && denied.has(piece.value.id)) return `${waiting} kept here, not taken yet`
  return waiting > 0 ? 'saving' : 'saved'
})
</script>

<template>
  <div class="frame">
    <header class="top no-print" :class="{ roomy: !onPiece }">
      <NuxtLink to="/" class="quiet name">Arreglo</NuxtLink>
      <NuxtLink to="/" class="quiet">Bench</NuxtLink>
      <span v-if="onPiece && piece" class="crumb"
      >{{ piece.title }}<template v-if="piece.set">, {{ memberWords(piece) }}</template>
      </span>
      <template v-else>
        <NuxtLink to="/shop" class="quiet">Shop</NuxtLink>
        <NuxtLink to="/quick" class="quiet">Quick answers</NuxtLink>
      </template>
      <span class="gap" />
      <span v-if="onPiece" class="small soft" role="status" data-testid="save-state">{{ savedWords }}</span>
      <NuxtLink to="/shop" class="quiet measure soft climate" aria-label="Climate of the shop; change it in Shop"
      >{{ settings.climate.nowC.toFixed(1) }} °C {{ settings.climate.nowRhPct.toFixed(0) }} %</NuxtLink
      >
      <span class="switch" role="group" aria-label="Units">
        <FieldBarButton v-for="u in ['mm', 'in'] as const" :key="u" :label="u" :pressed="units === u" @click="units = u" />
      </span>
      <FieldBarButton label="lamp" :pressed="dark" @click="colorMode.preference = dark ? 'light' : 'dark'" />
      <FinderKey />
      <KeySheet />
    </header>
    <SyncNotes />
    <div class="below"><slot /></div>
  </div>
</template>

<style scoped>
.frame {
  height: 100dvh;
  display: grid;
  grid-template-rows: 48px auto minmax(0, 1fr);
}
.below {
  grid-row: 3;
}
.top {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 0 16px;
  border-bottom: 1px solid var(--rule);
  white-space: nowrap;
  overflow: hidden;
}
.name {
  font: 700 21px var(--font-display);
  letter-spacing: -0.02em;
  text-decoration: none !important;
}
.crumb {
  overflow: hidden;
  text-overflow: ellipsis;
  min-width: 0;
  font-weight: 600;
}
.gap {
  flex: 1;
}
.switch {
  display: inline-flex;
}
.below {
  min-height: 0;
  overflow: auto;
}
@media (max-width: 640px) {
  .frame {
    grid-template-rows: auto auto minmax(0, 1fr);
  }
  .top {
    gap: 0 8px;
    padding: 2px 10px;
    min-height: 48px;
  }
  .top.roomy {
    flex-wrap: wrap;
  }
  .climate,
  .top > a:nth-of-type(2) {
    display: none;
  }
}
@media print {
  .frame {
    display: block;
    height: auto;
  }
  .below {
    overflow: visible;
  }
}
</style>
