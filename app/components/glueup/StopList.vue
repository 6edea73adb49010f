<script setup lang="ts">
import { isNothing } from '#core/measure/phrase'
import type { Remedy, Stop } from '#core/plan'

/** What keeps the plan from going on, and what would free it: by one press, or at the step where it is done. */
const { stops } = defineProps<{ stops: readonly Stop[] }>()
const store = usePiece()
const { picked } = storeToRefs(useSelection())
const { go } = useStep()
const { text } = useUnits()
const refused = ref('')

function take(remedy: Remedy): void {
  if (remedy.joint) picked.value = remedy.joint
  if (remedy.command) {
    const result = store.tell(remedy.command)
    refused.value = result.ok ? '' : result.issues[0]!.message
  }
  else { void go(remedy.step) }
}
</script>

<template>
  <section v-if="stops.length > 0" class="stops" aria-labelledby="stops">
    <h2 id="stops">What stops it, and what would free it</h2>
    <ul>
      <li v-for="(stop, i) in stops" :key="i">
        <p class="field-error"><PhraseText :phrase="stop.why" /></p>
        <ul v-if="stop.remedies.length > 0" class="remedies">
          <li v-for="(remedy, k) in stop.remedies" :key="k">
            <FieldKeyButton slim :label="text(remedy.words)" @click="take(remedy)" />
            <span v-if="!isNothing(remedy.changes)" class="small"><PhraseText :phrase="remedy.changes" /></span>
            <span v-else-if="!remedy.command" class="small soft">at its own step</span>
          </li>
        </ul>
      </li>
    </ul>
    <FieldRefusal :text="refused" />
  </section>
</template>

<style scoped>
.stops {
  display: grid;
  gap: 8px;
  border-left: 3px solid var(--red);
  padding-left: 12px;
}
.stops > ul {
  display: grid;
  gap: 10px;
}
.remedies {
  display: grid;
  gap: 5px;
  margin-top: 5px;
}
.remedies li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 12px;
}
</style>
