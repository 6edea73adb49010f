<script setup lang="ts">
import { troubleName, type AnsweredTrouble, type Remedy } from '#core/plan'
import type { Settled } from '#core/piece/words'

/**
 * What the plan has no mend for, worst first, each to be left with a reason or told how it was mended; or, `alone`,
 * one that has a mend and is to be decided about otherwise.
 */
const { troubles, alone = false } = defineProps<{ troubles: readonly AnsweredTrouble[], alone?: boolean }>()
const store = usePiece()
const { piece } = storeToRefs(store)
const { text } = useUnits()
const typed = reactive<Record<string, string>>({})
const errors = reactive<Record<string, string>>({})

function settle(trouble: AnsweredTrouble, how: Settled | null): void {
  const result = store.tell({
    do: 'settle-trouble',
    trouble: trouble.id,
    how,
    why: how === null ? '' : (typed[trouble.id] ?? ''),
  })
  errors[trouble.id] = result.ok ? '' : result.issues[0]!.message
}
const { plan } = storeToRefs(usePlan())
/** What would let a trouble without a mend go on by one press: the part is made again. */
const againOf = (trouble: AnsweredTrouble): Remedy | undefined =>
  plan.value?.stops
    .filter(s => s.about.includes(trouble.id))
    .flatMap(s => s.remedies)
    .find(r => r.id === 'make-again')
function makeAgain(trouble: AnsweredTrouble, { command }: Remedy): void {
  const result = command ? store.tell(command) : null
  errors[trouble.id] = result && !result.ok ? result.issues[0]!.message : ''
}
const namesOf = (ids: readonly string[]) =>
  troubles
    .filter(t => ids.includes(t.id))
    .map(t => t.tag || troubleName(piece.value!, t))
    .join(', ')
const nameOf = (trouble: AnsweredTrouble) => {
  const name = troubleName(piece.value!, trouble)
  return name[0]!.toUpperCase() + name.slice(1)
}
</script>

<template>
  <section v-if="piece" class="troubles" :aria-label="alone ? 'Decided otherwise' : 'Also wrong, worst first'">
    <template v-if="!alone">
      <h2 id="troubles">Also wrong, worst first</h2>
      <p class="small soft">
        No mend here serves these yet. While one is open there is no date, and the piece is not sent home.
      </p>
    </template>
    <ul>
      <li v-for="t in troubles" :key="t.id">
        <strong :class="{ red: t.answer === 'open' }">{{ nameOf(t) }}</strong>
        <span v-if="t.answer === 'open' && t.waitsFor.length > 0" class="small"
        >Waits for {{ namesOf(t.waitsFor) }}: decide that first.</span
        >
        <template v-else-if="t.answer === 'open' || t.answer === 'mended'">
          <UFormField
            :label="`Why it is left, or how you mended it`"
            :error="errors[t.id] || false"
            :name="t.id"
            :ui="{ label: 'small soft', error: 'field-error' }"
          >
            <UInput v-model="typed[t.id]" class="w-full" :aria-invalid="Boolean(errors[t.id])" />
          </UFormField>
          <div class="chips">
            <FieldKeyButton slim label="Leave it as it is" @click="settle(t, 'left')" />
            <FieldKeyButton slim label="Mended otherwise" @click="settle(t, 'mended-otherwise')" />
            <FieldKeyButton
              v-if="againOf(t)"
              slim
              :label="text(againOf(t)!.words)"
              @click="makeAgain(t, againOf(t)!)"
            />
          </div>
        </template>
        <div v-else class="settled">
          <span>{{ t.answer === 'left' ? 'Left as it is' : 'Mended otherwise' }}: {{ t.why }}</span>
          <FieldKeyButton slim label="Open it again" @click="settle(t, null)" />
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.troubles {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 10px;
}
/* A long way on takes two lines on a phone, and widens nothing. */
.chips :deep(.key-button),
.chips :deep(.key-button span) {
  max-width: 100%;
  white-space: normal;
  text-align: left;
}
ul,
li {
  grid-template-columns: minmax(0, 1fr);
}
li {
  display: grid;
  gap: 6px;
  padding: 10px 0;
  border-top: 1px solid var(--rule);
}
.settled {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 8px;
}
</style>
