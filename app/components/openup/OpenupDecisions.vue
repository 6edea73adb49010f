<script setup lang="ts">
import { describeDuration } from '#core/measure/wall-time'
import { presentJoints, tagOf } from '#core/piece/facts'
import { jointName } from '#core/piece/names'
import type { Piece } from '#core/piece/schema'
import type { Plan } from '#core/plan'
import { DECISION_LABELS } from '#core/takeapart'

/** What is done with each joint and why: what opens one by one, what stays shut folded, like ones together. */
const { piece, plan, decisions } = defineProps<{
  piece: Piece
  plan: Plan
  decisions: Plan['takeApart']['decisions']
}>()
const store = usePiece()
const selection = useSelection()
const { picked } = storeToRefs(selection)
const jointOf = (id: string) => piece.joints.find(j => j.id === id)!
const tag = (id: string) => tagOf(jointOf(id))
const label = (id: string) => jointName(piece, jointOf(id))
const present = computed(() => new Set(presentJoints(piece).map(j => j.id)))
/** Of a part that is made again: nothing of it is there yet to be opened, or kept shut. */
const isNew = (id: string) => !present.value.has(id)
const shut = (id: string) => piece.choices.leaveShut.includes(id)
const COLUMNS = [
  { id: 'joint', label: 'Joint' },
  { id: 'what', label: 'What is done' },
  { id: 'why', label: 'Why' },
  { id: 'keep', label: 'Keep shut' },
]
/** What the repairer keeps shut stays in sight, to be opened again. */
const shown = computed(() => decisions.filter(d => d.decision !== 'leave-shut' || shut(d.joint)))
const folded = computed(() => {
  const left = decisions.filter(d => d.decision === 'leave-shut' && !shut(d.joint))
  const groups = new Map<string, typeof left>()
  for (const d of left) groups.set(JSON.stringify(d.why), [...(groups.get(JSON.stringify(d.why)) ?? []), d])
  return { count: left.length, groups: [...groups.values()] }
})
</script>

<template>
  <div class="each">
    <FieldTable
      label="Each joint, and why"
      :columns="COLUMNS"
      :rows="shown"
      :id-of="d => d.joint"
      :class-of="d => (d.decision === 'leave-shut' ? 'soft' : '')"
    >
      <template #joint="{ row: d }">
        <UButton
          variant="link"
          color="neutral"
          class="pick"
          :label="tag(d.joint)"
          :aria-pressed="picked === d.joint"
          @click="picked = d.joint"
        />
      </template>
      <template #what="{ row: d }">
        <span
          :class="{
            blue: d.decision === 'open' || d.decision === 'in-the-way' || d.decision === 'mend-in-place',
            red: d.decision === 'undecided',
          }">
          <strong>{{ isNew(d.joint) && d.decision === 'open' ? 'new' : DECISION_LABELS[d.decision] }}</strong></span>
        <br><span class="small">{{ label(d.joint) }}</span>
      </template>
      <template #why="{ row: d }">
        <PhraseText :phrase="d.why" /><span v-if="d.breakChance && !isNew(d.joint)" class="small soft">
          <br>chance of harm
          <FigureValue :figure="d.breakChance" :label="`Chance that opening ${tag(d.joint)} breaks something`"
          /></span>
        <span v-if="d.margin" class="small soft">
          <br>{{ d.margin.isJudgement ? 'A matter of judgement: ' : '' }}opened
          <span class="measure">{{ describeDuration(d.margin.openMin) }}</span>, in place
          <span class="measure">{{ describeDuration(d.margin.inPlaceMin) }}</span> of expected work and harm</span
        >
        <FieldWhatIf
          v-if="(d.decision === 'open' || d.decision === 'in-the-way') && !shut(d.joint) && !isNew(d.joint)"
          :piece="piece"
          :plan="plan"
          :joint="d.joint"
          :command="{ do: 'leave-shut', joint: d.joint, on: true }"
          label="what if it stays shut?"
          :spoken="`What if ${tag(d.joint)} stays shut?`"
        />
      </template>
      <template #keep="{ row: d }">
        <FieldChipButton
          v-if="(d.decision !== 'leave-shut' && !isNew(d.joint)) || shut(d.joint)"
          plain
          label="keep shut"
          :aria-label="`Keep ${tag(d.joint)} shut`"
          class="keep"
          :pressed="shut(d.joint)"
          @click="store.tell({ do: 'leave-shut', joint: d.joint, on: !shut(d.joint) })"
        />
      </template>
    </FieldTable>
    <FieldFold
      v-if="folded.count > 0"
      :label="`${folded.count} ${folded.count === 1 ? 'joint stays' : 'joints stay'} shut, and why`"
    >
      <ul class="shut">
        <li v-for="group in folded.groups" :key="group[0]!.joint">
          <span class="tags">
            <UButton
              v-for="d in group"
              :key="d.joint"
              variant="link"
              color="neutral"
              class="pick"
              :label="tag(d.joint)"
              :aria-label="`${tag(d.joint)} ${label(d.joint)}`"
              :aria-pressed="picked === d.joint"
              @click="picked = d.joint"
            />
          </span>
          <PhraseText :phrase="group[0]!.why" />
        </li>
      </ul>
    </FieldFold>
  </div>
</template>

<style scoped>
.each {
  display: grid;
  gap: 6px;
}
.shut li {
  display: grid;
  grid-template-columns: 130px minmax(0, 1fr);
  gap: 10px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  color: var(--soft);
}
.keep {
  white-space: nowrap;
}
.pick {
  padding: 0;
  font: inherit;
  font-weight: 700;
  min-height: 32px;
  min-width: 40px;
  text-align: left;
}
.pick[aria-pressed='true'] {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
</style>
