<script setup lang="ts">
import { signsAt } from '#core/condition/signs'
import type { Finding, Joint } from '#core/piece/schema'
import { OLD_GLUES, type SignId } from '#core/piece/words'

/** What is seen at a joint: signs looked for, what it was glued with, what metal is in it. */
const { joint, finding } = defineProps<{ joint: Joint, finding: Finding }>()
const store = usePiece()
function cycle(sign: SignId): void {
  const look = finding.signs[sign]
  store.tell({
    do: 'look-for',
    joint: joint.id,
    sign,
    look: look === undefined ? 'seen' : look === 'seen' ? 'not-there' : null,
  })
}
/** The same one while the joint is: what is handed on anew is drawn anew. */
const place = computed(() => ({ kind: 'joint' as const, id: joint.id }))
const LOOKS = { 'seen': 'seen', 'not-there': 'looked, not there' } as const
const lookWords = (sign: SignId) => {
  const look = finding.signs[sign]
  return look ? LOOKS[look] : 'not looked'
}
</script>

<template>
  <section>
    <h2 id="looked">Looked for</h2>
    <div class="chips" role="group" aria-labelledby="looked">
      <UTooltip v-for="s in signsAt(joint)" :key="s.id" v-memo="[s, finding.signs[s.id]]" :text="s.hint">
        <FieldChipButton
          :label="s.label"
          :data-look="finding.signs[s.id] ?? 'none'"
          :aria-label="`${s.label}: ${lookWords(s.id)}`"
          @click="cycle(s.id)"
        />
      </UTooltip>
    </div>
    <p class="small soft">Press once for seen, twice for looked and not there, again for not looked.</p>
  </section>
  <section class="pair">
    <div>
      <h2 id="old">Old glue</h2>
      <PickOne
        :model-value="finding.oldGlue"
        :items="wordItems(OLD_GLUES)"
        class="w-48"
        aria-labelledby="old"
        @update:model-value="
          store.tell({ do: 'set-old-glue', joint: joint.id, glue: $event as (typeof OLD_GLUES)[number] })
        "
      />
    </div>
    <HoldList :on="place" heading="Metal, pins and hardware" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 7px;
}
.pair {
  grid-template-columns: auto 1fr;
  gap: 24px;
}
.pair > div {
  display: grid;
  gap: 7px;
  align-content: start;
}
@media (max-width: 640px) {
  .pair {
    grid-template-columns: 1fr;
  }
}
</style>
