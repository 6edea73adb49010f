<script setup lang="ts">
import { tapersOf } from '#core/condition/taper'
import type { Measured } from '#core/measure/measured'
import { clearanceHeading, clearanceWords } from '#core/piece/clearance-words'
import { clearancesOf } from '#core/piece/joint-forms'
import type { Finding, Joint } from '#core/piece/schema'
import type { ClearanceKey } from '#core/piece/words'

/** How much room a joint has, where, and whether it widens. */
const { joint, finding } = defineProps<{ joint: Joint, finding: Finding }>()
const store = usePiece()
const tell = (where: ClearanceKey, measure: Measured | null) =>
  store.tell({ do: 'measure-clearance', joint: joint.id, where, measure })
/** Handed on the same as long as the joint is, so that a field is not drawn anew at every answer. */
const fields = computed(() =>
  clearancesOf(joint.form).map(where => ({
    where,
    key: `${joint.id}-${where}`,
    take: (measure: Measured) => tell(where, measure),
    clear: () => {
      tell(where, null)
    },
  })),
)
const tapers = computed(() => tapersOf(joint, finding))
</script>

<template>
  <section>
    <h2>{{ clearanceHeading(joint.form) }}</h2>
    <div class="gaps">
      <LengthField
        v-for="f in fields"
        :key="f.key"
        dense
        :label="clearanceWords(joint.form, f.where).label"
        :value="finding.clearance[f.where] ?? null"
        :take="f.take"
        :clear="f.clear"
        hint="whole gap"
      />
    </div>
    <p v-for="t in tapers" :key="t.where" class="small">
      Tapered {{ t.where }}: <LazyFigureValue label="Wider by" :figure="t.by" /> wider at the {{ t.widerAt }},
      <LazyFigureValue label="Taper" :figure="t.angle" />. Do not run a drill into it.
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 7px;
}
.gaps {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(118px, 1fr));
  gap: 10px;
}
</style>
