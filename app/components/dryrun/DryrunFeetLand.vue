<script setup lang="ts">
import type { Piece } from '#core/piece/schema'
import { footName, tapesInWords } from '#core/plan'
import { drawnFeet, feetLand, pairsOf, tapeKey, TAPES, TAPES_AGAIN, TO_MARK } from '#core/truing'

/** Six tapes between the feet: where they land, whether one was misread, and which foot to pull. */
const { piece } = defineProps<{ piece: Piece }>()
const feet = computed(() => drawnFeet(piece))
const names = computed(() => Object.fromEntries(feet.value.map(f => [f.id, footName(piece, f.id)])))
const pairs = computed(() =>
  pairsOf(feet.value).map(([a, b]) => ({
    key: tapeKey(a.id, b.id),
    label: `${names.value[a.id]} – ${names.value[b.id]}`,
  })),
)
const found = computed(() => feetLand(piece))
const land = computed(() => (found.value?.ok ? found.value.value : null))
/** What does not fit, by the tape it is about; what is only missing is no fault while one is still at it. */
const issue = computed(() => (found.value && !found.value.ok ? found.value.issues[0]! : null))
const problemAt = (key: string) =>
  issue.value?.path === key && issue.value.code !== 'missing' ? issue.value.message : undefined
const isWanted = (key: string) => found.value !== null && !piece.trueReadings?.[`${TAPES}/${key}`]
const isMisread = computed(() => land.value?.shape.isMisread ?? false)
const secondRead = computed(() => pairs.value.some(p => piece.trueReadings?.[`${TAPES_AGAIN}/${p.key}`]))
const markRead = computed(() => feet.value.some(f => piece.trueReadings?.[`${TO_MARK}/${f.id}`]))
const way = ref<'six' | 'mark' | null>(null)
const asks = computed(() => way.value ?? (secondRead.value ? 'six' : markRead.value ? 'mark' : null))
</script>

<template>
  <section v-if="feet.length === 4" aria-labelledby="feet-land" class="land">
    <h2 id="feet-land">Where the feet land</h2>
    <div class="tapes">
      <FieldTrueReading
        v-for="p in pairs"
        :key="p.key"
        :reading="`${TAPES}/${p.key}`"
        :label="p.label"
        :hint="isWanted(p.key) ? 'still wanted' : ''"
        :problem="problemAt(p.key)"
      />
    </div>
    <p v-if="!found" class="small soft">Six tapes between the feet, at like places: four sides and two diagonals.</p>
    <p v-else-if="issue" class="small" role="status">{{ issue.message }}</p>
    <div v-else-if="land" class="both" :class="{ alone: isMisread }">
      <div v-if="!isMisread">
        <DryrunFeetDrawing :land="land" :names="names" />
        <p class="small soft">From above: as measured in ink, as drawn in blue dashes.</p>
      </div>
      <p role="status"><PhraseText :phrase="tapesInWords(piece, land)" /></p>
    </div>
    <div v-if="isMisread || asks" class="again">
      <div v-if="!asks" class="chips">
        <FieldChipButton label="all six again" @click="way = 'six'" />
        <FieldChipButton label="four tapes to a mark" @click="way = 'mark'" />
      </div>
      <template v-else>
        <p class="small soft">
          {{
            asks === 'six'
              ? 'All six again, the tape hooked at another mark than before.'
              : 'A mark on the floor half a depth in front of the front feet, off the middle; a tape to it from each foot.'
          }}
        </p>
        <div class="tapes">
          <template v-if="asks === 'six'">
            <FieldTrueReading
              v-for="p in pairs"
              :key="p.key"
              :reading="`${TAPES_AGAIN}/${p.key}`"
              :label="`${p.label}, again`"
            />
          </template>
          <template v-else>
            <FieldTrueReading
              v-for="f in feet"
              :key="f.id"
              :reading="`${TO_MARK}/${f.id}`"
              :label="`${names[f.id]} to the mark`"
            />
          </template>
        </div>
      </template>
    </div>
  </section>
</template>

<style scoped>
.land {
  display: grid;
  gap: 8px;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 8px 24px;
  align-items: center;
}
.both.alone {
  grid-template-columns: 1fr;
}
.tapes {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(165px, 1fr));
  gap: 4px 12px;
}
.again {
  border-left: 4px solid var(--red);
  padding-left: 12px;
  display: grid;
  gap: 6px;
}
@media (max-width: 900px) {
  .both {
    grid-template-columns: 1fr;
  }
}
</style>
